import { readFileSync } from 'node:fs';

/** One measured number: the median (or another share) of many runs, against its budget. */
export interface Measured {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  readonly budget: number | null;
  readonly runs: number;
  readonly p95: number;
}

const share = (sorted: readonly number[], part: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))]!;

export function summed(
  name: string,
  unit: string,
  samples: readonly number[],
  budget: number | null,
  part = 0.5,
): Measured {
  const sorted = [...samples].sort((a, b) => a - b);
  return { name, unit, budget, runs: sorted.length, value: share(sorted, part), p95: share(sorted, 0.95) };
}

/** Times f so many times after a few unmeasured runs (at most so many as measured ones); ms each. */
export async function times(runs: number, f: (i: number) => unknown, unmeasured = 20): Promise<number[]> {
  for (let i = 0; i < Math.min(unmeasured, runs); i += 1) await f(i);
  const samples: number[] = [];
  for (let i = 0; i < runs; i += 1) {
    const start = performance.now();
    await f(i);
    samples.push(performance.now() - start);
  }
  return samples;
}

/** Processor time so far, in ticks: what this machine worked, and what its host gave to others meanwhile; null where it is not told. */
export function processorTime(): { readonly worked: number; readonly taken: number } | null {
  try {
    const [user, nice, system, , , irq, softirq, taken] = readFileSync('/proc/stat', 'utf8')
      .split('\n', 1)[0]!
      .split(/\s+/)
      .slice(1)
      .map(Number);
    return { worked: user! + nice! + system! + irq! + softirq!, taken: taken! };
  } catch {
    return null;
  }
}
