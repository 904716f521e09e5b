// How pieces are loaded, then the piece the address asks for: it comes while the rest of the program is read.
import 'expo/src/async-require';
import './src/features/frame/screenCome';
import 'expo-router/entry';
