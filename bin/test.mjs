/** `npm test`: sets up what is missing, then types, format, lint, unit and server tests, browser tests; ends with the count. */
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { failedJourneys, failedUnits } from './lib/failures.mjs';
import { ROOT, ensureModules, ensurePackages, say, wordsOf } from './lib/system.mjs';

const REPORTS = join(ROOT, 'test-results');
let passed = 0;
let failed = 0;
/** What failed, by name: said once more at the end, where a long run is read first. */
const failures = [];

/** Runs one step with its output shown; gives whether it succeeded. */
function step(name, command, args, env = {}) {
  say(`\n── ${name}`);
  const started = Date.now();
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
  say(
    `   ${name}: ${done.status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(1)} s`,
  );
  return done.status === 0;
}

/** A step that counts as one test; what it says is shown when it is done, so that several can run side by side. */
async function check(name, args) {
  const started = Date.now();
  let said = '';
  const status = await new Promise((done) => {
    const child = spawn(process.execPath, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    for (const stream of [child.stdout, child.stderr])
      stream.setEncoding('utf8').on('data', (text) => (said += text));
    child.on('error', (error) => ((said += wordsOf(error)), done(1)));
    child.on('close', done);
  });
  say(`\n── ${name}\n${said}`.trimEnd());
  say(`   ${name}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(1)} s`);
  if (status === 0) passed += 1;
  else {
    failed += 1;
    failures.push(name);
  }
}

/** A step that writes a report of its own tests; one that died without counting anything is a failure. */
function counted(name, args, report, read, named, env) {
  const well = step(name, process.execPath, args, env);
  let count = { passed: 0, failed: 0 };
  try {
    const said = JSON.parse(readFileSync(report, 'utf8'));
    count = read(said);
    failures.push(...named(said));
  } catch {
    say(`   ${name}: wrote no report`);
  }
  passed += count.passed;
  failed += count.failed;
  if ((!well && count.failed === 0) || count.passed + count.failed === 0) {
    failed += 1;
    failures.push(`${name}: ended without its tests having failed`);
  }
}

try {
  ensurePackages(['postgresql', 'chromium-headless-shell', 'poppler-utils']);
  ensureModules();
  rmSync(REPORTS, { recursive: true, force: true });
  mkdirSync(REPORTS, { recursive: true });
  await Promise.all([
    check('types', ['node_modules/typescript7/bin/tsc', '-p', 'tsconfig.json']),
    check('format', ['node_modules/prettier/bin/prettier.cjs', '--check', '.', '--log-level', 'warn']),
    check('lint', ['node_modules/eslint/bin/eslint.js', '.', '--max-warnings', '0']),
  ]);
  const unit = join(REPORTS, 'unit.json');
  counted(
    'unit and server tests',
    [
      'node_modules/vitest/vitest.mjs',
      'run',
      '--reporter=dot',
      '--reporter=json',
      `--outputFile.json=${unit}`,
    ],
    unit,
    (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests }),
    failedUnits,
  );
  const browser = join(REPORTS, 'browser.json');
  counted(
    'browser tests',
    ['bin/browser-tests.mjs'],
    browser,
    (r) => ({ passed: r.stats.expected, failed: r.stats.unexpected + r.stats.flaky }),
    failedJourneys,
    { E2E_REPORT: browser },
  );
} catch (error) {
  process.stderr.write(`${wordsOf(error)}\n`);
  failed += 1;
}
if (failures.length > 0) say(`\nFailed:\n${failures.map((failure) => `  ${failure}`).join('\n')}`);
say(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
