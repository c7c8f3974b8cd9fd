/** ESM packages that Jest must rewrite, since it runs CommonJS. */
const esm = [
  '@noble',
  'date-fns',
  '@date-fns',
  'csv-parse',
  'csv-stringify',
  'postgrator',
  'fast-xml-parser',
  'path-expression-matcher',
  'strnum',
  'glob',
  'ofx-js',
  'zustand',
];
/** Jest's resolver reads this package's second pattern of exports for the first. */
const chrono = { '^chrono-node/en$': require.resolve('chrono-node/en') };
const node = {
  moduleNameMapper: chrono,
  testEnvironment: 'node',
  setupFilesAfterEnv: ['<rootDir>/tools/jest-patience.cjs'],
  transformIgnorePatterns: [`node_modules/(?!(${esm.join('|')})/)`],
};
const babel = { '^.+\\.[jt]sx?$': ['babel-jest', { presets: ['babel-preset-expo'] }] };

module.exports = {
  projects: [
    { ...node, displayName: 'core', roots: ['<rootDir>/core'], transform: babel },
    { ...node, displayName: 'contracts', roots: ['<rootDir>/contracts'], transform: babel },
    {
      ...node,
      displayName: 'server',
      roots: ['<rootDir>/server', '<rootDir>/sim'],
      transform: { '^.+\\.[jt]s$': '<rootDir>/tools/jest-esbuild.cjs' },
    },
    {
      displayName: 'client',
      preset: 'jest-expo/web',
      rootDir: 'client',
      setupFilesAfterEnv: ['<rootDir>/i18n/words.ts'],
      testEnvironmentOptions: { customExportConditions: ['require', 'default'] },
      moduleNameMapper: {
        ...chrono,
        '^~/(.*)$': '<rootDir>/$1',
        '^react-native$': 'react-native-web',
        '\\.css$': '<rootDir>/../tools/jest-empty.cjs',
      },
      transformIgnorePatterns: [],
    },
  ],
};
