import expo from 'eslint-config-expo/flat.js';
import globals from 'globals';
import tseslint from 'typescript-eslint';

const KINDS = [
  ...['cash', 'card', 'cheque', 'storeCredit', 'voucher', 'prepayment', 'other', 'onAccount'],
  ...['transfer', 'ownCheque', 'voucherBack', 'prepaymentBack', 'tip', 'cashBack'],
  ...['accountPayment', 'creditOut', 'paymentBack', 'chequePaid', 'returnedCheque'],
].join('|');

const KINDS_STAY_IN_THEIR_ROOMS = ['left.name', 'left.property.name'].flatMap((left) => ({
  selector: `BinaryExpression[operator=/^[!=]==$/][${left}=/[kK]ind$/][right.value=/^(${KINDS})$/]`,
  message:
    'Ask the kind’s room (TENDERS, EXTRAS, POTS, MOVEMENTS): no kind is known by name here.',
}));

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
  {
    // A kind is known by name in its rooms alone; whoever else handles it asks the kind's table.
    files: ['{core,contracts,server}/src/**', 'client/{app,features,ui}/**'],
    ignores: [
      '**/*.test.ts',
      '**/kinds/**',
      'server/src/sales/extras/**',
      'client/features/tenderKinds/**',
    ],
    rules: { 'no-restricted-syntax': ['error', ...KINDS_STAY_IN_THEIR_ROOMS] },
  },
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
];
