const babel = { '^.+\\.[jt]sx?$': ['babel-jest', { presets: ['babel-preset-expo'] }] };
/** ESM packages that Jest must rewrite, since it runs CommonJS. */
const esm = [
  '@noble',
  'date-fns',
  '@date-fns',
  'csv-parse',
  'csv-stringify',
  'postgrator',
  'fast-xml-parser',
  'strnum',
  'path-expression-matcher',
];
const node = {
  testEnvironment: 'node',
  transform: babel,
  transformIgnorePatterns: [`node_modules/(?!(${esm.join('|')})/)`],
};

module.exports = {
  projects: [
    { ...node, displayName: 'core', roots: ['<rootDir>/core'] },
    { ...node, displayName: 'contracts', roots: ['<rootDir>/contracts'] },
  ],
};
