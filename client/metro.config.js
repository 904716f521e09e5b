const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
config.resolver.assetExts.push('woff2');

// Left out of the bundle: the icon fonts Paper would fall back to, zod's error messages in forty languages (the core writes its own
// sentences), and its ways from and to JSON schemas (`npm run docs` makes those). What Paper draws without asking for an icon source comes from src/theme/paperIcons.
const unused = (from, name) =>
  /^(@expo\/vector-icons|@react-native-vector-icons|react-native-vector-icons)/.test(name) ||
  (/\/zod\//.test(from) && /(locales\/index|from-json-schema|json-schema-processors)\.c?js$/.test(name));
const resolve = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) => {
  if (name === '@react-native-vector-icons/material-design-icons')
    return { type: 'sourceFile', filePath: path.join(__dirname, 'src/theme/paperIcons.tsx') };
  return unused(context.originModulePath, name) ? { type: 'empty' } : (resolve ?? context.resolveRequest)(context, name, platform);
};

module.exports = config;
