import { measureBalance } from './balance.ts';
import { measureBrowser } from './browser.ts';
import { measureCore } from './core.ts';
import { processorTime, summed } from './measure.ts';
import { measureServer } from './server.ts';
import { measureSolids } from './solids.ts';
import { measureTracing } from './tracing.ts';

/** Measures against the application at the address given; a table on standard error, JSON on standard output. */
const address = process.argv[2];
const databaseUrl = process.argv[3];
if (!address || !databaseUrl) throw new Error('say where the application and its database run');
const before = processorTime();
const results = [
  ...(await measureCore()),
  ...(await measureSolids()),
  ...(await measureBalance()),
  ...(await measureTracing()),
  ...(await measureBrowser(address)),
  ...(await measureServer(address, databaseUrl)),
];
const after = processorTime();
if (before && after) {
  // A shared machine is slow by turns: numbers of a run whose time was taken away tell of the machine.
  const [worked, taken] = [after.worked - before.worked, after.taken - before.taken];
  results.push(
    summed('processor time taken away by the host', '%', [(100 * taken) / (worked + taken)], null),
  );
}
const figure = (n: number): string => n.toFixed(n < 10 ? 2 : 1);
for (const r of results) {
  const budget =
    r.budget === null ? '' : `budget ${r.budget} ${r.unit}, ratio ${(r.value / r.budget).toFixed(2)}`;
  console.error(`${r.name.padEnd(62)} ${figure(r.value).padStart(8)} ${r.unit.padEnd(3)} ${budget}`);
}
console.log(
  JSON.stringify(
    results.map((r) => ({ ...r, ratio: r.budget === null ? null : r.value / r.budget })),
    null,
    2,
  ),
);
