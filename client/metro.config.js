const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
config.resolver.assetExts.push('woff2');

// Left out of the bundle: Paper's fallback icon font (we set an icon source in src/theme/Icon), and zod's error messages
// in forty languages (the core writes its own sentences).
const unused = (from, name) =>
  /^(@expo\/vector-icons|@react-native-vector-icons|react-native-vector-icons)/.test(name) ||
  (/\/zod\//.test(from) && /locales\/index\.c?js$/.test(name));
const resolve = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) =>
  unused(context.originModulePath, name) ? { type: 'empty' } : (resolve ?? context.resolveRequest)(context, name, platform);

module.exports = config;
