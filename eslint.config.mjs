import expo from 'eslint-config-expo/flat.js';
import globals from 'globals';
import tseslint from 'typescript-eslint';

export default [
  {
    ignores: [
      '**/node_modules/**',
      '.data/**',
      'client/dist/**',
      'client/dist.new/**',
      'client/.expo/**',
      'bench/bare/dist/**',
      'bench/bare/.expo/**',
    ],
  },
  ...expo,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-empty-object-type': [
        'error',
        { allowInterfaces: 'with-single-extends' },
      ],
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      // Types are checked by tsc; the resolver of the import plugin does not know `exports`.
      'import/no-unresolved': 'off',
      'import/namespace': 'off',
      'import/no-named-as-default': 'off',
      'import/no-named-as-default-member': 'off',
    },
  },
  {
    files: ['**/*.test.ts', 'server/test/**', 'e2e/**'],
    rules: { '@typescript-eslint/no-explicit-any': 'off' },
  },
  {
    // Expo's rules about the environment are for what it bundles.
    files: ['server/**', 'sim/**', 'bench/**', 'e2e/**', 'tools/**'],
    languageOptions: { globals: globals.node },
    rules: { 'expo/no-dynamic-env-var': 'off', 'expo/no-env-var-destructuring': 'off' },
  },
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
];
