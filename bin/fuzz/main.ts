/** Tries requests, designs and files in turn for so long, or so many; told at the end, with the seeds of what went wrong. */
import { parseArgs } from 'node:util';
import { buildApp } from '../../server/src/app.ts';
import { ready } from '../../server/src/designs/admit.ts';
import { createDesign } from '../../server/src/designs/data.ts';
import { FIRST_WORKSHOP } from '../../server/src/db/migrations.ts';
import { testDatabase } from '../../server/src/testDatabase.ts';
import type { Tried } from './case.ts';
import { MOST_MS } from './case.ts';
import { DEMOS, tryDesign, tryReport } from './designs.ts';
import { tryFile } from './files.ts';
import { tryPicture } from './pictures.ts';
import { tryRequest } from './requests.ts';

const { values } = parseArgs({
  options: {
    seconds: { type: 'string', default: '60' },
    seed: { type: 'string' },
    cases: { type: 'string' },
  },
});
const first = Number(values.seed ?? Date.now() % 1_000_000_000);
const until = performance.now() + Number(values.seconds) * 1000;
const most = values.cases === undefined ? Infinity : Number(values.cases);

const database = await testDatabase();
const app = await buildApp(database.db, {
  webRoot: null,
  allowedHosts: [],
  mostRequests: 1e9,
  demoRoot: new URL('../../demo/', import.meta.url).pathname,
});
const { id, saveId: save } = await createDesign(database.db, FIRST_WORKSHOP, ready(DEMOS[0]!));
const held = { id, save };

const REPORT_EVERY = 25;
/** A report samples the whole body finely. */
const mostOf = (kind: string): number => (kind === 'report' ? 4 * MOST_MS : MOST_MS);

// What is run for the first time is slower: not counted.
for (let seed = 1; seed <= 25; seed += 1) await tryDesign(seed);

const wrong: Tried[] = [];
const counts = new Map<string, number>();
let slowest: Tried | null = null;
let count = 0;
for (let seed = first; performance.now() < until && count < most; seed += 1) {
  for (const work of [
    () => tryRequest(app, held, seed),
    () => tryRequest(app, held, -1 - seed),
    () => tryFile(seed),
    () => tryDesign(seed),
    () => tryPicture(app, seed),
    // What takes long is made in one of so many cases.
    ...(seed % REPORT_EVERY === 0 ? [() => tryReport(seed)] : []),
  ]) {
    const tried = await work();
    count += 1;
    counts.set(tried.kind, (counts.get(tried.kind) ?? 0) + 1);
    if (!slowest || tried.worked > slowest.worked) slowest = tried;
    const fault =
      tried.wrong ?? (tried.worked > mostOf(tried.kind) ? `took ${tried.worked.toFixed(0)} ms` : null);
    if (fault !== null) {
      wrong.push(tried);
      console.error(`${tried.kind} ${tried.seed}: ${fault}`);
    }
  }
}
await app.close();
await database.drop();
console.log(
  JSON.stringify(
    {
      first,
      cases: count,
      kinds: Object.fromEntries(counts),
      wrong: wrong.length,
      slowest: slowest && { kind: slowest.kind, seed: slowest.seed, ms: Math.round(slowest.worked) },
    },
    null,
    2,
  ),
);
process.exitCode = wrong.length ? 1 : 0;
