/** One thing that is tried: what it was, and what came of it. Everything follows from its seed. */
export interface Tried {
  readonly kind: string;
  readonly seed: number;
  /** What is wrong with what came of it; null when nothing is. */
  readonly wrong: string | null;
  readonly ms: number;
  /** Processor time, ms: of this process, its threads among it. */
  readonly worked: number;
}

/** A case that takes more processor time is a fault when the fuzzer is run by itself, ms. */
export const MOST_MS = 2_000;

/** Words that no answer of ours holds: a library's, or a stack. */
export const FOREIGN =
  /undefined|\[object|NaN\b|Invalid input|TypeError|RangeError|Cannot read|is not a function|at .*\.ts:|node_modules/;

/** Runs one case and times it; whatever it throws is a fault. */
export async function attempt(
  kind: string,
  seed: number,
  work: () => Promise<string | null> | string | null,
): Promise<Tried> {
  const start = performance.now();
  const before = process.cpuUsage();
  let wrong: string | null;
  try {
    wrong = await work();
  } catch (error) {
    wrong = `threw ${error instanceof Error ? `${error.message}\n${error.stack?.split('\n').slice(1, 4).join('\n')}` : String(error)}`;
  }
  const ms = performance.now() - start;
  const { user, system } = process.cpuUsage(before);
  return { kind, seed, ms, worked: (user + system) / 1_000, wrong };
}
