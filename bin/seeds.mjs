/** `npm run seeds -- [ROUNDS]`: the tests that try random cases, with other cases in each round; names what fails and its seed. */
import { spawnSync } from 'node:child_process';
import { randomInt } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { failedUnits } from './lib/failures.mjs';
import { ROOT, ensureModules, ensurePackages, say, wordsOf } from './lib/system.mjs';

const FOLDERS = ['core/src', 'server/src', 'web/src', 'cli/src', 'bin'];
const REPORT = join(ROOT, 'test-results', 'seeds.json');

/** The test files that use the library of random cases. */
const files = () =>
  FOLDERS.flatMap((folder) =>
    readdirSync(join(ROOT, folder), { recursive: true })
      .filter((name) => /\.test\.tsx?$/.test(name))
      .map((name) => join(folder, name))
      .filter((name) => readFileSync(join(ROOT, name), 'utf8').includes("from 'fast-check'")),
  );

/** One round: the names of the tests that failed. */
function round(seed) {
  rmSync(REPORT, { force: true });
  const done = spawnSync(
    process.execPath,
    ['node_modules/vitest/vitest.mjs', 'run', '--reporter=json', `--outputFile.json=${REPORT}`, ...files()],
    { cwd: ROOT, stdio: 'ignore', env: { ...process.env, PROPERTY_SEED: String(seed) } },
  );
  const failed = existsSync(REPORT) ? failedUnits(JSON.parse(readFileSync(REPORT, 'utf8'))) : [];
  return done.status === 0 || failed.length > 0 ? failed : ['the tests did not run: try `npm run unit`'];
}

try {
  const rounds = Number(process.argv[2] ?? 10);
  if (!Number.isInteger(rounds) || rounds < 1)
    throw new Error(`ROUNDS is a whole number from 1; got "${process.argv[2]}".`);
  ensurePackages(['postgresql']);
  ensureModules();
  mkdirSync(join(ROOT, 'test-results'), { recursive: true });
  let failures = 0;
  for (let i = 1; i <= rounds; i += 1) {
    const seed = randomInt(2 ** 31);
    const failed = round(seed);
    failures += failed.length;
    say(
      `round ${i}, PROPERTY_SEED=${seed}: ${failed.length === 0 ? 'all passed' : `\n  ${failed.join('\n  ')}`}`,
    );
  }
  say(`\n${failures} failed in ${rounds} rounds`);
  process.exit(failures === 0 ? 0 : 1);
} catch (error) {
  process.stderr.write(`${wordsOf(error)}\n`);
  process.exit(1);
}
