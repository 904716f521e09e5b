// What a document has to look like is built when something is first checked against it, not when the program starts: opening a run would wait for it.
const CHECKS = /core\/src\/(job\/(observed|file)|alignment\/restation)\.ts$/;
// So is what an entry of the book, and what is sent to issue a plan, has to look like.
const FACTS = /core\/src\/(book\/(kind|photo|entry|registry|kinds\/\w+)|issue\/revision)\.ts$/;
const whenUsed = ['@babel/plugin-transform-modules-commonjs', { lazy: (source) => /^zod$|\/schema(\/|$)/.test(source) }];

module.exports = (api) => {
  const production = api.env('production');
  return {
    presets: ['babel-preset-expo'],
    // The tests run as CommonJS, what is fetched when it is used too.
    plugins: production ? ['react-native-paper/babel'] : api.env('test') ? ['@babel/plugin-transform-dynamic-import'] : [],
    overrides: production ? [{ test: (file) => [CHECKS, FACTS].some((those) => those.test(file ?? '')), plugins: [whenUsed] }] : [],
  };
};
/** The rule of the architecture lets nobody else read them. */
module.exports.CHECKS = CHECKS;
