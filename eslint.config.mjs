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

/** Screens stand in the client alone: what React asks of code costs time and means nothing elsewhere. */
const ABOUT_SCREENS = Object.fromEntries(
  expo
    .flatMap(({ rules }) => Object.keys(rules ?? {}))
    .filter((name) => /^(react|react-hooks|expo)\//.test(name))
    .map((name) => [name, 'off']),
);

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
      'import/export': 'off',
      'import/no-named-as-default': 'off',
      'import/no-named-as-default-member': 'off',
    },
  },
  {
    files: ['**/*.test.ts', 'server/test/**', 'e2e/**'],
    rules: { '@typescript-eslint/no-explicit-any': 'off' },
  },
  {
    files: ['**/*'],
    ignores: ['client/**', 'bench/bare/**'],
    languageOptions: { globals: globals.node },
    rules: ABOUT_SCREENS,
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
  {
    files: ['**/*.cjs', '**/metro.config.js'],
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },
];
