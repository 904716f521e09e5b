import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['**/node_modules', '**/dist', '**/.expo', 'docs', '**/drizzle', 'test-results', '**/*.config.js', '**/*.cjs'] },
  ...ts.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    // One program for all of them: each project's own would be read and checked anew for every other.
    languageOptions: { parserOptions: { project: './tsconfig.lint.json', tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { arguments: false } }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports', disallowTypeAnnotations: false }],
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/no-require-imports': 'off',
      // What is taken out of the rest is named to leave it behind.
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
    },
  },
  {
    files: ['client/**/*.tsx', 'client/**/*.ts'],
    plugins: { 'react-hooks': reactHooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      // The library's spinner goes on turning after it has left the screen: no idle page may run an animation.
      'no-restricted-imports': [
        'error',
        {
          paths: [
            { name: 'react-native-paper', importNames: ['ActivityIndicator'] },
            { name: 'react-native', importNames: ['Pressable'], message: 'ui/Press is one element where this is three layers.' },
          ],
        },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: 'JSXAttribute[name.name="loading"]', message: 'It brings the spinner that never stops.' },
      ],
    },
  },
  { files: ['scripts/**/*.mjs'], languageOptions: { globals: globals.node } },
  { rules: { eqeqeq: 'error', 'no-console': 'off', 'prefer-const': 'error' } },
);
