const swc = ['@swc/jest', { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'commonjs' } }];
/** Core and server run as they are; the client in a browser-like page. */
export default {
  // A slow machine is not a fault, and a soak takes its time.
  testTimeout: process.env.TAMPER_SOAK ? 7_200_000 : 60_000,
  projects: [
    {
      displayName: 'core',
      rootDir: 'core',
      testMatch: ['<rootDir>/src/**/*.test.ts'],
      testEnvironment: 'node',
      transform: { '\\.ts$': swc },
      setupFiles: ['<rootDir>/../scripts/seed.ts'],
    },
    {
      displayName: 'scripts',
      rootDir: '.',
      testMatch: ['<rootDir>/{cli,scripts}/**/*.test.ts'],
      testEnvironment: 'node',
      transform: { '\\.(ts|mjs)$': swc },
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
      testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}'],
      // The preset's own, and what the date fields and the router bring as modules.
      transformIgnorePatterns: ['/node_modules/(?!(color|standard-navigation|react-native|@react-native|expo|@expo)(-|/))'],
      // Icons and the zoom come as modules Jest does not read; it takes their CommonJS twins.
      moduleNameMapper: {
        '^lucide-react-native/icons/(.*)$': '<rootDir>/../node_modules/lucide-react-native/dist/cjs/icons/$1.js',
        '^(d3-(dispatch|drag|ease|color|interpolate|selection|timer|transition|zoom))$': '<rootDir>/../node_modules/$1/dist/$1.js',
        '\\.woff2$': '<rootDir>/jest.asset.js',
      },
    },
  ],
};
