import { StyleSheet, type ViewStyle } from 'react-native';

/** What every box of a native screen is, said to the browser. */
const BOX = {
  alignContent: 'flex-start',
  alignItems: 'stretch',
  backgroundColor: 'transparent',
  border: '0 solid black',
  boxSizing: 'border-box',
  display: 'flex',
  flexBasis: 'auto',
  flexDirection: 'column',
  flexShrink: 0,
  listStyle: 'none',
  margin: 0,
  minHeight: 0,
  minWidth: 0,
  padding: 0,
  position: 'relative',
  textDecoration: 'none',
  zIndex: 0,
} as object;

// A name that ends so makes one class of it all, which whatever else is said goes before.
const { box$raw } = StyleSheet.create({ box$raw: BOX });
export const boxStyle: ViewStyle = box$raw;
