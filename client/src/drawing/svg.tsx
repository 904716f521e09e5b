// The elements of the drawings. On the web the file beside this one takes its place.
export { default, Circle, ClipPath, Defs, Ellipse, G, Line, Path, Pattern, Polygon, Rect, Text } from 'react-native-svg';
