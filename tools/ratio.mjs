import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

/* npm run ratio: how much of the code is tests, by lines that are not blank. */
const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], {
  encoding: 'utf8',
})
  .split('\n')
  .filter((file) => /\.(ts|tsx|sql|mjs|cjs|js)$/.test(file));
const isTest = (file) => /\.test\.tsx?$|\.spec\.ts$|^e2e\/|\/test\//.test(file);
const lines = (list) =>
  list.reduce(
    (sum, file) =>
      sum +
      readFileSync(file, 'utf8')
        .split('\n')
        .filter((l) => l.trim()).length,
    0,
  );
const tests = lines(files.filter(isTest));
const all = lines(files);
console.log(`${tests} of ${all} lines are tests: ${Math.round((100 * tests) / all)} %`);
