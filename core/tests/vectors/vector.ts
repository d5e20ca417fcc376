/** A file of test vectors: cases of one topic with what is expected of each, and how near it must be. */
export interface VectorFile {
  readonly about?: string;
  readonly tolerance: Readonly<Record<string, number | string>>;
  readonly cases: readonly VectorCase[];
}
/** Members of a vector's input or expectation, by name; adapters know their types. */
export type Members = Readonly<Record<string, never>>;
export interface VectorCase {
  readonly name: string;
  readonly input: Members;
  readonly expect: Members;
}

/** One number (or list, or word) that was computed, beside what the vector says; `within` 0 means exactly. */
export interface Check {
  readonly key: string;
  readonly got: unknown;
  readonly expected: unknown;
  readonly within: number;
  /** The tolerance is a share of what is expected. */
  readonly relative?: boolean;
}

/** How the core computes one kind of case. */
export interface Adapter {
  readonly topic: string;
  /** The `kind` of the cases' inputs; for inputs without one, the name of a member that only they have. */
  readonly kind: string;
  readonly run: (vector: VectorCase, tolerance: VectorFile['tolerance']) => readonly Check[];
}

const near = (got: unknown, expected: unknown, within: number, relative: boolean): boolean => {
  if (typeof got === 'number' && typeof expected === 'number')
    return Math.abs(got - expected) <= within * (relative ? Math.abs(expected) : 1);
  if (Array.isArray(got) && Array.isArray(expected))
    return got.length === expected.length && got.every((g, i) => near(g, expected[i], within, relative));
  return got === expected;
};
export const holds = (c: Check): boolean => near(c.got, c.expected, c.within, c.relative === true);

export interface Failure extends Check {
  readonly name: string;
}
export interface TopicResult {
  readonly topic: string;
  readonly passed: number;
  readonly failed: number;
  readonly failures: readonly Failure[];
}

const kindOf = ({ input }: VectorCase, adapters: readonly Adapter[]): Adapter | undefined => {
  const kind = (input as Readonly<Record<string, unknown>>)['kind'];
  return typeof kind === 'string'
    ? adapters.find((a) => a.kind === kind)
    : adapters.find((a) => a.kind in (input as object));
};

/** Runs every case that an adapter knows; cases that none knows are counted apart. */
export function runVectors(
  file: VectorFile,
  adapters: readonly Adapter[],
): { readonly topics: readonly TopicResult[]; readonly unknown: number } {
  const topics = new Map<string, { passed: number; failed: number; failures: Failure[] }>();
  let unknown = 0;
  for (const vector of file.cases) {
    const adapter = kindOf(vector, adapters);
    if (!adapter) {
      unknown += 1;
      continue;
    }
    const topic = topics.get(adapter.topic) ?? { passed: 0, failed: 0, failures: [] };
    topics.set(adapter.topic, topic);
    let checks: readonly Check[];
    try {
      checks = adapter.run(vector, file.tolerance);
    } catch (error) {
      checks = [{ key: 'computed', got: String(error), expected: 'a result', within: 0 }];
    }
    const wrong = checks.filter((c) => !holds(c)).map((c) => ({ ...c, name: vector.name }));
    topic.failures.push(...wrong);
    if (wrong.length > 0) topic.failed += 1;
    else topic.passed += 1;
  }
  return { topics: [...topics].map(([topic, result]) => ({ topic, ...result })), unknown };
}

const isRecord = (raw: unknown): raw is Record<string, unknown> =>
  typeof raw === 'object' && raw !== null && !Array.isArray(raw);

/** Reads a vector file's text; throws with words where it is none. */
export function readVectors(text: string): VectorFile {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    throw new Error('it is not JSON');
  }
  if (!isRecord(raw) || !Array.isArray(raw['cases']) || !isRecord(raw['tolerance']))
    throw new Error('it has no “cases” and “tolerance”: it is no file of vectors');
  const odd = raw['cases'].findIndex(
    (c) => !isRecord(c) || typeof c['name'] !== 'string' || !isRecord(c['input']) || !isRecord(c['expect']),
  );
  if (odd >= 0) throw new Error(`case ${odd + 1} lacks “name”, “input” or “expect”`);
  return raw as unknown as VectorFile;
}
