import path from 'node:path';
import { ROOT } from './process.mjs';

/**
 * What took longest of a test run: files of Jest, tests of Playwright, steps of the command itself.
 * Each as {what, ms}; `slowest` gives the lines to print.
 */
export const ofJest = ({ testResults }) =>
  testResults.map(({ name, startTime, endTime }) => ({
    what: path.relative(ROOT, name),
    ms: endTime - startTime,
  }));

export function ofPlaywright({ suites }) {
  const walk = (suite) => [
    ...(suite.specs ?? []).flatMap(({ file, title, tests }) =>
      tests.map(({ projectName, results }) => ({
        what: `e2e/${file}: ${title} (${projectName})`,
        ms: results.reduce((total, { duration }) => total + duration, 0),
      })),
    ),
    ...(suite.suites ?? []).flatMap(walk),
  ];
  return suites.flatMap(walk);
}

export const slowest = (took, count = 10) =>
  [...took]
    .sort((a, b) => b.ms - a.ms)
    .slice(0, count)
    .map(({ what, ms }) => `${String(Math.round(ms / 1000)).padStart(5)} s  ${what}`);
