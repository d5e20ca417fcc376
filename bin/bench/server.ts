import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { applyPatch, checkDesign, edits } from '@pelkin/core';
import type { Design } from '@pelkin/core';
import { Pool } from 'pg';
import type { Measured } from './measure.ts';
import { summed, times } from './measure.ts';

/** Connections are kept, as a browser keeps them. */
const agent = new Agent({ keepAlive: true, maxSockets: 256 });

/** One request; its status and JSON. A plain client, so that what is measured is the server. */
function ask(
  address: string,
  method: string,
  path: string,
  body?: unknown,
): Promise<{ status: number; body: never }> {
  const text = body === undefined || typeof body === 'string' ? body : JSON.stringify(body);
  return new Promise((done, failed) => {
    const asked = request(
      `${address}${path}`,
      {
        agent,
        method,
        headers:
          text === undefined
            ? {}
            : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) },
      },
      (answer) => {
        const parts: Buffer[] = [];
        answer.on('data', (part: Buffer) => parts.push(part));
        answer.on('end', () =>
          done({ status: answer.statusCode!, body: JSON.parse(Buffer.concat(parts).toString()) as never }),
        );
      },
    );
    asked.on('error', failed);
    asked.end(text);
  });
}

const demo = ((): Design => {
  const read = checkDesign(
    JSON.parse(readFileSync(new URL('../../demo/windrow.json', import.meta.url), 'utf8')),
  );
  if (!read.ok) throw new Error('the demo cannot be read');
  return read.design;
})();
/** A design of about so many characters of JSON: what it knows, and a section of a later version behind it. */
const ofSize = (characters: number): Design => {
  const note = { of: 'a section that this version does not know', places: [] as number[] };
  const more = characters - JSON.stringify(demo).length;
  while (JSON.stringify(note).length < more) for (let i = 0; i < 500; i += 1) note.places.push(i * 1.37);
  return { ...demo, later: note } as Design;
};

/** One after the other for so long; how many a second. */
async function rate(ms: number, work: () => Promise<unknown>): Promise<number> {
  const until = performance.now() + ms;
  const start = performance.now();
  let count = 0;
  while (performance.now() < until) {
    await work();
    count += 1;
  }
  return (1000 * count) / (performance.now() - start);
}
const middle = (samples: readonly number[]): number =>
  [...samples].sort((a, b) => a - b)[Math.floor(samples.length / 2)]!;

/** Saves of a small change, as a page sends them, beside bare updates of the same row in turn. */
async function measureSaves(
  address: string,
  pool: Pool,
  label: string,
  design: Design,
  budget: number | null,
): Promise<Measured[]> {
  const made = (await ask(address, 'POST', '/api/designs', { design })).body as {
    id: string;
    saveId: string;
  };
  let from = made.saveId;
  let width = 42;
  const save = async (): Promise<void> => {
    width = width === 42 ? 43 : 42;
    const patch = [{ op: 'replace', path: '/strings/nutWidth', value: width }];
    const saveId = randomUUID();
    const answer = await ask(address, 'PATCH', `/api/designs/${made.id}`, { from, saveId, patch });
    if (answer.status !== 200) throw new Error(`a save was answered ${answer.status}`);
    from = saveId;
  };
  const saveWhole = async (): Promise<void> => {
    width = width === 42 ? 43 : 42;
    const saveId = randomUUID();
    const state = { ...design, strings: { ...design.strings, nutWidth: width } };
    const answer = await ask(address, 'PUT', `/api/designs/${made.id}`, { from, saveId, design: state });
    if (answer.status !== 200) throw new Error(`a whole save was answered ${answer.status}`);
    from = saveId;
  };
  const text = JSON.stringify(applyPatch(design, [{ op: 'replace', path: '/strings/nutWidth', value: 42 }]));
  const bare = async (): Promise<void> => {
    from = randomUUID();
    await pool.query(
      'update design set name = $1, document = $2, save_id = $3, revision = revision + 1, updated_at = now() where id = $4',
      [design.name, text, from, made.id],
    );
  };
  const [saves, wholes, bares]: [number[], number[], number[]] = [[], [], []];
  for (let round = 0; round < 5; round += 1) {
    bares.push(await rate(1_000, bare));
    await save();
    saves.push(await rate(1_000, save));
    wholes.push(await rate(1_000, saveWhole));
  }
  const [saved, whole, updated] = [middle(saves), middle(wholes), middle(bares)];
  return [
    summed(`saves, ${label}`, '/s', saves, null),
    summed(`bare updates of the same row, ${label}`, '/s', bares, null),
    summed(`time of a save over that of a bare update, ${label}`, 'x', [updated / saved], budget),
    summed(`whole saves, ${label}`, '/s', wholes, null),
    summed(`time of a whole save over that of a bare update, ${label}`, 'x', [updated / whole], null),
  ];
}

const DESIGNERS = 200;
const SAVE_EVERY_MS = 2_000;
const FOR_MS = 20_000;
/** Connections are opened and the server is warm by then; what came before is not counted. */
const WARM_AFTER_MS = 4_000;

/** So many people who each save every two seconds, what changed or the whole state: how long each save took. */
async function measureDesigners(address: string, how: 'changes' | 'whole states'): Promise<Measured[]> {
  const waits: number[] = [];
  const refusals: number[] = [];
  let unanswered = 0;
  const start0 = how === 'changes' ? demo : ofSize(100_000);
  const made: { readonly id: string; readonly saveId: string }[] = [];
  for (let n = 0; n < DESIGNERS; n += 1)
    made.push(
      (await ask(address, 'POST', '/api/designs', { design: { ...start0, name: `Designer ${n}` } })).body,
    );
  const begun = performance.now();
  const designer = async (n: number): Promise<void> => {
    let from = made[n]!.saveId;
    let state: Design = { ...start0, name: `Designer ${n}` };
    const end = performance.now() + FOR_MS;
    await new Promise((next) => setTimeout(next, (n * SAVE_EVERY_MS) / DESIGNERS));
    // A save that is answered 503 is repeated with the same id, as a page does: it may have been kept meanwhile.
    let saveId = randomUUID();
    while (performance.now() < end) {
      const next = edits.moveNode(state, state.outline.nodes[3]!.id, {
        x: 200 + ((performance.now() / 100) % 20),
        y: 120,
      });
      const patch = [{ op: 'replace', path: '/outline/nodes/3', value: next.outline.nodes[3] }];
      const body = how === 'changes' ? { from, saveId, patch } : { from, saveId, design: next };
      const text = JSON.stringify(body);
      const start = performance.now();
      const answer = await ask(
        address,
        how === 'changes' ? 'PATCH' : 'PUT',
        `/api/designs/${made[n]!.id}`,
        text,
      ).catch(() => null);
      const warm = start > begun + WARM_AFTER_MS;
      if (answer?.status === 200) {
        if (warm) waits.push(performance.now() - start);
        from = saveId;
        saveId = randomUUID();
        state = next;
      } else if (answer?.status === 503) {
        if (warm) refusals.push(performance.now() - start);
      } else unanswered += 1;
      await new Promise((rest) => setTimeout(rest, Math.max(0, SAVE_EVERY_MS - (performance.now() - start))));
    }
  };
  await Promise.all(Array.from({ length: DESIGNERS }, (_, n) => designer(n)));
  return [
    summed(`${DESIGNERS} designers save ${how} every 2 s: 99 in 100 within`, 'ms', waits, 250, 0.99),
    ...(refusals.length
      ? [summed(`of them asked to wait (${refusals.length}): within`, 'ms', refusals, 1_000, 1)]
      : []),
    summed(
      `of them not answered (of ${waits.length + refusals.length + unanswered})`,
      '',
      [unanswered],
      null,
    ),
  ];
}

const LISTED = 10_000;
async function measureList(address: string, pool: Pool): Promise<Measured[]> {
  await ask(address, 'POST', '/api/designs', { design: { ...demo, name: 'Listed' } });
  await pool.query(
    `insert into design (id, workshop_id, name, document, search_name, strings, scale_length, units, picture_path, picture_box, save_id, updated_at)
     select gen_random_uuid(), workshop_id, name || ' ' || g, document, search_name || ' ' || g, strings, scale_length + g % 40, units,
            picture_path, picture_box, gen_random_uuid(), now() - g * interval '1 minute'
     from design, generate_series(1, $1::int) g where name = 'Listed'`,
    [LISTED],
  );
  await pool.query('vacuum analyze design');
  const list = (query: string) => times(40, () => ask(address, 'GET', `/api/designs?${query}`));
  const measured: Measured[] = [];
  for (const [words, query] of [
    ['newest first', 'sort=changed'],
    ['by name', 'sort=name'],
    ['by scale', 'sort=scale'],
    ['searched', 'search=list%2077'],
    ['its 100th page', 'offset=6000'],
  ] as const)
    measured.push(summed(`list of ${LISTED} designs, ${words}`, 'ms', await list(query), 50));
  // A save beside the list: nobody waits for another's request.
  const made = (await ask(address, 'POST', '/api/designs', { design: demo })).body as {
    id: string;
    saveId: string;
  };
  let from = made.saveId;
  const waits: number[] = [];
  let listing = true;
  const lists = (async () => {
    for (let i = 0; i < 60; i += 1) await ask(address, 'GET', '/api/designs?sort=name');
    listing = false;
  })();
  while (listing) {
    const start = performance.now();
    const saveId = randomUUID();
    await ask(address, 'PATCH', `/api/designs/${made.id}`, {
      from,
      saveId,
      patch: [{ op: 'replace', path: '/strings/nutWidth', value: 42 + (waits.length % 2) }],
    });
    from = saveId;
    waits.push(performance.now() - start);
  }
  await lists;
  measured.push(summed('a save beside the list being fetched: 95 in 100 within', 'ms', waits, 100, 0.95));
  await pool.query(`delete from design where name like 'Listed%'`);
  return measured;
}

/** A list being fetched while a document of two megabytes is checked: the longest that it waited. */
async function measureLarge(address: string): Promise<Measured[]> {
  const nodes = demo.outline.nodes;
  const part = { ...demo.parts[0]!, spec: { ...demo.parts[0]!.spec, outline: nodes } };
  const parts = Array.from({ length: 200 }, (_, i) => ({ ...part, id: `q${i}` }));
  const large = { ...ofSize(1_500_000), parts };
  const body = JSON.stringify({ design: large });
  const waits: number[] = [];
  let saving = true;
  // What measures must not wait itself: the answers, as large as the designs, are not read.
  const send = (): Promise<void> =>
    new Promise((done, failed) => {
      const asked = request(
        `${address}/api/designs`,
        { agent, method: 'POST', headers: { 'content-type': 'application/json' } },
        (answer) => {
          if (answer.statusCode !== 201)
            failed(new Error(`a large design was answered ${answer.statusCode}`));
          answer.resume().on('end', done);
        },
      );
      asked.on('error', failed);
      asked.end(body);
    });
  const saves = (async () => {
    for (let i = 0; i < 4; i += 1) await send();
    saving = false;
  })();
  while (saving) {
    const start = performance.now();
    await ask(address, 'GET', '/api/workshops');
    waits.push(performance.now() - start);
    await new Promise((next) => setTimeout(next, 2));
  }
  await saves;
  return [
    summed(
      `longest wait beside designs of ${(body.length / 1e6).toFixed(1)} MB being made`,
      'ms',
      waits,
      50,
      1,
    ),
  ];
}

/**
 * The longest that the server's event loop is held up by requests that are made to hold it: patches of the most
 * operations, documents just under the size that a thread reads, deep ones, and long lists of refusals.
 */
async function measureHostile(address: string): Promise<Measured[]> {
  const made = (await ask(address, 'POST', '/api/designs', { design: demo })).body as {
    id: string;
    saveId: string;
  };
  const path = `/api/designs/${made.id}`;
  const from = made.saveId;
  const save = (more: object) => ({ from, saveId: randomUUID(), ...more });
  const operations = (n: number, value: unknown) =>
    Array.from({ length: n }, (_, i) => ({ op: 'add', path: `/hostile/${i}`, value }));
  const wrong = Array.from({ length: 2_000 }, () => ({
    op: 'replace',
    path: '/strings/nutWidth',
    value: 'x',
  }));
  const nodes = demo.outline.nodes;
  const cases: readonly (readonly [string, string, string, unknown])[] = [
    [
      'a patch of 2,000 operations',
      'PATCH',
      path,
      save({ patch: [{ op: 'add', path: '/hostile', value: {} }, ...operations(1_990, 1)] }),
    ],
    ['a patch of 6,000', 'PATCH', path, save({ patch: operations(6_000, 1) })],
    ['a patch that is wrong 2,000 times', 'PATCH', path, save({ patch: wrong })],
    ['a document of 240 kB', 'PUT', path, save({ design: ofSize(240_000) })],
    [
      'a document of 240 kB of parts',
      'POST',
      '/api/designs',
      {
        design: {
          ...demo,
          parts: Array.from({ length: 400 }, (_, i) => ({ ...demo.parts[0]!, id: `q${i}` })),
        },
      },
    ],
    [
      'a document of 2,000 nodes',
      'POST',
      '/api/designs',
      {
        design: {
          ...demo,
          outline: {
            ...demo.outline,
            nodes: Array.from({ length: 2_000 }, (_, i) => ({ ...nodes[i % nodes.length]!, id: `h${i}` })),
          },
        },
      },
    ],
    [
      'a document nested 60,000 deep',
      'POST',
      '/api/designs',
      `{"design":${'['.repeat(60_000)}${']'.repeat(60_000)}}`,
    ],
    ['the whole list', 'GET', '/api/designs?limit=200', undefined],
    [
      'a part of many corners',
      'POST',
      '/api/parts',
      {
        part: {
          ...demo.parts[0]!.spec,
          outline: Array.from({ length: 2_000 }, (_, i) => ({ ...nodes[i % nodes.length]!, id: `h${i}` })),
        },
      },
    ],
  ];
  const held = async (): Promise<number> => {
    const text = await (await fetch(`${address}/metrics`)).text();
    return 1_000 * Number(/pelkin_event_loop_delay_seconds\{quantile="1"\} (\S+)/.exec(text)![1]);
  };
  const measured: Measured[] = [];
  for (const [words, method, place, body] of cases) {
    const waits: number[] = [];
    for (let i = 0; i < 5; i += 1) {
      await held();
      await ask(address, method, place, body);
      waits.push(await held());
    }
    measured.push(summed(`event loop held up by ${words}`, 'ms', waits, 50));
  }
  return measured;
}

/** The server and its database under load. */
export async function measureServer(address: string, databaseUrl: string): Promise<readonly Measured[]> {
  const pool = new Pool({ connectionString: databaseUrl, max: 4 });
  try {
    return [
      ...(await measureSaves(address, pool, '100 kB', ofSize(100_000), 2)),
      ...(await measureSaves(address, pool, 'a demo design', demo, null)),
      ...(await measureDesigners(address, 'changes')),
      ...(await measureDesigners(address, 'whole states')),
      ...(await measureList(address, pool)),
      ...(await measureLarge(address)),
      ...(await measureHostile(address)),
    ];
  } finally {
    await pool.end();
    agent.destroy();
  }
}
