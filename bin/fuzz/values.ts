import fc from 'fast-check';

/** Values that break things: where a number, a text or an object was. */
const poison = fc.oneof(
  { weight: 3, arbitrary: fc.double() },
  fc.constantFrom<unknown>(
    0,
    -0,
    -1,
    1e308,
    -1e308,
    1e-308,
    2_147_483_648,
    NaN,
    Infinity,
    null,
    true,
    '',
    [],
    {},
  ),
  fc.constantFrom<unknown>(
    '\u0000',
    'a\u0000b',
    '\ud800',
    '\udfff',
    '\u2028',
    '<b>',
    '\u202e',
    '__proto__',
    'x'.repeat(5_000),
  ),
  fc.jsonValue({ maxDepth: 4 }),
  fc.string({ unit: 'binary', maxLength: 40 }),
  fc.integer({ min: 1, max: 1_500 }).map((depth) => {
    let deep: unknown = 1;
    for (let i = 0; i < depth; i += 1) deep = i % 2 ? [deep] : { a: deep };
    return deep;
  }),
);

type Change =
  | { readonly do: 'put'; readonly at: number; readonly value: unknown }
  | { readonly do: 'drop'; readonly at: number }
  | { readonly do: 'double'; readonly at: number }
  | { readonly do: 'scale'; readonly at: number; readonly by: number };

/** A few changes of any members of a JSON value. */
export const changes: fc.Arbitrary<readonly Change[]> = fc.array(
  fc.oneof(
    fc.record({ do: fc.constant('put' as const), at: fc.nat(), value: poison }),
    fc.record({ do: fc.constant('drop' as const), at: fc.nat() }),
    fc.record({ do: fc.constant('double' as const), at: fc.nat() }),
    {
      weight: 4,
      arbitrary: fc.record({
        do: fc.constant('scale' as const),
        at: fc.nat(),
        by: fc.double({ min: -2, max: 4, noNaN: true }),
      }),
    },
  ),
  { minLength: 1, maxLength: 6 },
);

type Holder = Record<string, unknown> | unknown[];
const isHolder = (v: unknown): v is Holder => typeof v === 'object' && v !== null;

/** Every member of a value: what holds it, and its name there. */
function members(value: unknown): readonly (readonly [Holder, string])[] {
  const found: (readonly [Holder, string])[] = [];
  const waiting: unknown[] = [value];
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    if (!isHolder(next) || found.length > 20_000) continue;
    for (const key of Object.keys(next)) {
      found.push([next, key]);
      waiting.push((next as Record<string, unknown>)[key] ?? 0);
    }
  }
  return found;
}

/** A copy of a JSON value with some members changed. */
export function changed(value: unknown, list: readonly Change[]): unknown {
  const copy = structuredClone(value);
  for (const change of list) {
    const all = members(copy);
    if (all.length === 0) return copy;
    const [holder, key] = all[change.at % all.length]!;
    const at = holder as Record<string, unknown>;
    if (change.do === 'put') at[key] = change.value;
    else if (change.do === 'scale') at[key] = typeof at[key] === 'number' ? at[key] * change.by : at[key];
    else if (change.do === 'drop') {
      if (Array.isArray(holder)) holder.splice(Number(key), 1);
      else delete at[key];
    } else if (Array.isArray(holder)) holder.push(structuredClone(holder[Number(key)]));
    else at[`${key}2`] = structuredClone(at[key]);
  }
  return copy;
}
