/**
 * `npm run vectors -- FILE...`: runs test vectors through the core, topic by topic. Ends with 0 when all that the core
 * computes agree, 1 when some do not, 2 for a file that cannot be read or when nothing in it is known.
 */
import { readFileSync } from 'node:fs';
import { ADAPTERS } from '../core/tests/vectors/all.ts';
import { readVectors, runVectors } from '../core/tests/vectors/vector.ts';

const files = process.argv.slice(2);
const say = (line: string): void => void process.stdout.write(`${line}\n`);
const shown = (value: unknown): string => JSON.stringify(value) ?? String(value);

let [failed, unread] = [0, files.length === 0 ? 1 : 0];
if (files.length === 0) say('Say which: npm run vectors -- core/vectors/strings.json');
for (const file of files) {
  try {
    const { topics, unknown } = runVectors(readVectors(readFileSync(file, 'utf8')), ADAPTERS);
    for (const t of topics) {
      say(`${t.topic} (${file}): ${t.passed} passed, ${t.failed} failed`);
      for (const f of t.failures)
        say(`  ${f.name}: ${f.key}: got ${shown(f.got)}, expected ${shown(f.expected)}`);
      failed += t.failed;
    }
    if (unknown > 0) say(`${file}: ${unknown} of a kind that is not computed yet`);
    if (topics.length === 0) unread += 1;
  } catch (error) {
    say(`${file}: ${error instanceof Error ? error.message : String(error)}`);
    unread += 1;
  }
}
process.exit(failed > 0 ? 1 : unread > 0 ? 2 : 0);
