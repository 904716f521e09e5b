const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
config.resolver.assetExts.push('woff2');

// Left out of the bundle: the icon fonts Paper would fall back to (what it draws without asking for an icon source comes from src/theme/paperIcons); zod's
// error messages in forty languages (the core writes its own sentences), its compiler, which has to be asked for, and its ways from and to JSON schemas
// (`npm run docs` makes those).
const ZOD = /(locales\/index|from-json-schema|json-schema-processors|json-schema-generator|\/compile)\.c?js$/;
const unused = (from, name) =>
  /^(@expo\/vector-icons|@react-native-vector-icons|react-native-vector-icons)/.test(name) || (/\/zod\//.test(from) && ZOD.test(name));
// The router's own bar of tabs and its list of all addresses: the first is no screen of ours, the second nothing for a crew (app.json says there is none).
// Where the height of that bar is asked for, what tells it is enough. What it shows where there is no page, a fault or a piece under way, a page of ours shows.
const NO_ROUTER_SCREENS = /^\.\/(layouts\/Tabs|views\/(Sitemap|Unmatched|ErrorBoundary)|Unmatched|Toast)$/;
// Nor are its bar above a screen and what stands in it.
const NO_ROUTER_BAR =
  /^\.\/(Badge|Button|MissingIcon|Label\/Label|Header\/(Header|HeaderBackButton|HeaderButton|HeaderTitle|HeaderBackground))$/;
// The router alone asks for the list of all the native library has, and uses these of it: the rest would be on every first screen, writing its styles.
const ROUTER_USES =
  /^\.\/exports\/(ActivityIndicator|Animated|Dimensions|I18nManager|Image|PixelRatio|Platform|Pressable|ScrollView|StyleSheet|Text|TextInput|View|useColorScheme)$/;
// Of what moves, no list does.
const NO_LISTS = /^\.\/components\/Animated(FlatList|SectionList)$/;
const resolve = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) => {
  if (name === '@react-native-vector-icons/material-design-icons')
    return { type: 'sourceFile', filePath: path.join(__dirname, 'src/theme/paperIcons.tsx') };
  if (/\/zod\//.test(context.originModulePath) && /to-json-schema\.c?js$/.test(name))
    return { type: 'sourceFile', filePath: path.join(__dirname, 'src/noJsonSchema.ts') };
  // Icons are drawn from their data: what the library makes components of them with is left out.
  if (platform === 'web' && /lucide-react-native/.test(context.originModulePath) && name === '../createLucideIcon.mjs')
    return { type: 'sourceFile', filePath: path.join(__dirname, 'src/noIconComponent.ts') };
  if (/\/react-native-web\/dist\/index\.js$/.test(context.originModulePath) && !ROUTER_USES.test(name)) return { type: 'empty' };
  if (/\/Animated\/Animated\.js$/.test(context.originModulePath) && NO_LISTS.test(name)) return { type: 'empty' };
  if (/\/expo-router\/build\//.test(context.originModulePath)) {
    if (NO_ROUTER_SCREENS.test(name)) return { type: 'empty' };
    if (/\/elements\/index\.js$/.test(context.originModulePath) && NO_ROUTER_BAR.test(name)) return { type: 'empty' };
    if (name === './getStateFromPath-forks') return { type: 'sourceFile', filePath: path.join(__dirname, 'src/routeOrder.ts') };
    if (name === '../react-navigation/bottom-tabs')
      return context.resolveRequest(context, '../react-navigation/bottom-tabs/utils/BottomTabBarHeightContext', platform);
  }
  return unused(context.originModulePath, name) ? { type: 'empty' } : (resolve ?? context.resolveRequest)(context, name, platform);
};

module.exports = config;
