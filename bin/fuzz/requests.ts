import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import type { FastifyInstance } from 'fastify';
import type { Tried } from './case.ts';
import { FOREIGN, attempt } from './case.ts';
import { DEMOS } from './designs.ts';
import { changed, changes } from './values.ts';

const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as const;
const ODD = [
  '%00',
  '%E0%A4%A',
  '..%2f',
  '1e999',
  '-1',
  "'",
  '\u2028',
  '__proto__',
  '99999999999999999999',
  'null',
  '',
];

interface Plan {
  readonly method: (typeof METHODS)[number];
  readonly path: string;
  readonly body: string | null;
  readonly type: string;
}

const text = (value: unknown): string => {
  try {
    return JSON.stringify(value) ?? 'null';
  } catch {
    return 'null';
  }
};

/** Requests near to those that a page makes, and some that none would. */
const plans = (id: string, save: string): fc.Arbitrary<Plan> => {
  const odd = fc.oneof(fc.constantFrom(...ODD), fc.string({ maxLength: 20 }).map(encodeURIComponent));
  const one = fc.oneof({ weight: 4, arbitrary: fc.constant(id) }, odd);
  const path = fc.oneof(
    fc.constant('/api/designs'),
    fc.tuple(odd, odd, odd).map(([a, b, c]) => `/api/designs?search=${a}&offset=${b}&sort=${c}&limit=7`),
    one.map((i) => `/api/designs/${i}`),
    fc
      .tuple(one, fc.constantFrom('rename', 'archive', 'duplicate', 'revisions'))
      .map(([i, what]) => `/api/designs/${i}/${what}`),
    fc.tuple(one, odd).map(([i, n]) => `/api/designs/${i}/revisions/${n}`),
    fc.constantFrom(
      '/api/parts',
      '/api/pictures',
      '/api/workshops',
      '/api/demo',
      '/api/health',
      '/api/openapi.json',
    ),
    odd.map((i) => `/api/pictures/${i}`),
    odd.map((i) => `/${i}`),
  );
  const design = fc.tuple(fc.constantFrom(...DEMOS), changes).map(([d, list]) => changed(d, list));
  const from = fc.oneof(
    { weight: 3, arbitrary: fc.constant<unknown>(save) },
    fc.constantFrom<unknown>(0, -1, 1.5, 1e300, 2_147_483_648, '1', null, randomUUID()),
  );
  const saveId = fc.oneof(
    { weight: 3, arbitrary: fc.constant(randomUUID()) },
    fc.constantFrom<unknown>('', 1, null),
  );
  const operation = fc.record({
    op: fc.constantFrom('add', 'replace', 'remove', 'move', 'test'),
    path: fc.oneof(
      fc.constantFrom(
        '/name',
        '/strings/nutWidth',
        '/parts/0',
        '/parts/-',
        '',
        '/__proto__/x',
        '/outline/nodes/0/x',
      ),
      fc.string({ maxLength: 12 }),
    ),
    value: fc.oneof(fc.double(), fc.jsonValue({ maxDepth: 3 }), fc.constantFrom<unknown>('\u0000', '\ud800')),
  });
  const body = fc.oneof(
    fc.tuple(from, saveId, design).map(([f, s, d]) => text({ from: f, saveId: s, design: d })),
    fc
      .tuple(from, saveId, fc.array(operation, { maxLength: 5 }))
      .map(([f, s, patch]) => text({ from: f, saveId: s, patch })),
    fc
      .oneof(fc.string({ unit: 'binary' }), fc.constantFrom('a\u0000', '  ', 'x'.repeat(100)))
      .map((name) => text({ name, save })),
    design.map((d) => text({ design: d })),
    changes.map((list) =>
      text({
        part: changed(
          { kind: 'pot', name: 'Pot', measures: { bodyAcross: 24 }, assumed: [], outline: null },
          list,
        ),
      }),
    ),
    fc.jsonValue().map(text),
    fc.string({ unit: 'binary', maxLength: 200 }),
    fc.integer({ min: 1, max: 60_000 }).map((n) => `${'{"design":'}${'['.repeat(n)}`),
  );
  return fc.record({
    method: fc.constantFrom(...METHODS),
    path,
    body: fc.option(body, { nil: null, freq: 8 }),
    type: fc.oneof(
      { weight: 9, arbitrary: fc.constant('application/json') },
      fc.constantFrom('text/plain', 'image/png', 'application/octet-stream'),
    ),
  });
};

/** Any request: answered, with JSON in the one shape where it is refused, and never by 500. */
export const tryRequest = (
  app: FastifyInstance,
  held: { id: string; save: string },
  seed: number,
): Promise<Tried> =>
  attempt('request', seed, async () => {
    const [plan] = fc.sample(plans(held.id, held.save), { numRuns: 1, seed }) as [Plan];
    const answer = await app.inject({
      method: plan.method,
      url: plan.path,
      headers: { host: 'localhost', ...(plan.body === null ? {} : { 'content-type': plan.type }) },
      ...(plan.body === null ? {} : { payload: plan.body }),
    });
    const told = `${plan.method} ${plan.path.slice(0, 80)} ${plan.body?.slice(0, 200) ?? ''} → ${answer.statusCode} ${answer.body.slice(0, 200)}`;
    if (answer.statusCode >= 500) return told;
    if (answer.statusCode >= 400) {
      const { error } = answer.json<{ error?: { code?: string; message?: string; request?: string } }>();
      if (!error?.code || !error.message || !error.request) return `not in the one shape: ${told}`;
      if (FOREIGN.test(error.message.replace(/“[^”]*”|"[^"]*"/g, '').replace(plan.path, '')))
        return `foreign words: ${told}`;
    } else if (plan.path === `/api/designs/${held.id}` && (plan.method === 'PUT' || plan.method === 'PATCH'))
      held.save = (JSON.parse(plan.body!) as { saveId: string }).saveId;
    else if (/rename$/.test(plan.path) && plan.path.includes(held.id))
      held.save = answer.json<{ saveId: string }>().saveId;
    return null;
  });
