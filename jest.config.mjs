const swc = ['@swc/jest', { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'commonjs' } }];
/** Core and server run as they are; the client in a browser-like page. */
export default {
  projects: [
    {
      displayName: 'core',
      rootDir: 'core',
      testMatch: ['<rootDir>/src/**/*.test.ts'],
      testEnvironment: 'node',
      transform: { '\\.ts$': swc },
    },
    {
      displayName: 'scripts',
      rootDir: '.',
      testMatch: ['<rootDir>/{cli,scripts}/**/*.test.ts'],
      testEnvironment: 'node',
      transform: { '\\.ts$': swc },
    },
    {
      displayName: 'server',
      rootDir: 'server',
      testMatch: ['<rootDir>/src/**/*.test.ts'],
      testEnvironment: 'node',
      transform: { '\\.ts$': swc },
    },
    {
      displayName: 'client',
      rootDir: 'client',
      preset: 'jest-expo/web',
      // Hoisting may leave this one copy below client/; everything must share it.

      testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}'],
      moduleNameMapper: { '^react-native-web/(.*)$': '<rootDir>/node_modules/react-native-web/$1', '\\.woff2$': '<rootDir>/jest.asset.js' },
    },
  ],
};
