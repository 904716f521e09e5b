const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
config.resolver.assetExts.push('woff2');

// Paper falls back to a whole icon font when no icon source is set; we set one (src/theme/Icon), so leave the font out.
const resolve = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) =>
  /^(@expo\/vector-icons|@react-native-vector-icons|react-native-vector-icons)/.test(name)
    ? { type: 'empty' }
    : (resolve ?? context.resolveRequest)(context, name, platform);

module.exports = config;
