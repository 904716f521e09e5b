module.exports = (api) => {
  const production = api.env('production');
  return { presets: ['babel-preset-expo'], plugins: production ? ['react-native-paper/babel'] : [] };
};
