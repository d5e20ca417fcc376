/** What failed, by name, out of the reports that the test runners write. */
import { relative } from 'node:path';
import { ROOT } from './system.mjs';

const firstLine = (text = '') => text.split('\n', 1)[0].slice(0, 200);

/** Of the unit and server tests' report: file, name, the first line of what was said; a file that could not be read is one line. */
export const failedUnits = (report) =>
  report.testResults.flatMap((file) => {
    const where = relative(ROOT, file.name);
    const failing = file.assertionResults.filter((test) => test.status === 'failed');
    if (file.status === 'failed' && failing.length === 0) return [`${where}: ${firstLine(file.message)}`];
    return failing.map((test) => `${where} > ${test.fullName}: ${firstLine(test.failureMessages[0])}`);
  });

const ofSuite = (suite) => [
  ...(suite.specs ?? [])
    .filter((spec) => !spec.ok)
    .map((spec) => `${spec.file}:${spec.line} > ${spec.title}`),
  ...(suite.suites ?? []).flatMap(ofSuite),
];

/** Of the browser tests' report: file, line and name; one that needed a second try is among them. */
export const failedJourneys = (report) => report.suites.flatMap(ofSuite);
