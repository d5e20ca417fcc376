import { PLAIN_HAND, plainNeck, plainPrint, plainStrings, startingType } from './defaults.ts';
import { DESIGN_FORMAT, DESIGN_VERSION } from './schema.ts';

const isRecord = (raw: unknown): raw is Record<string, unknown> =>
  typeof raw === 'object' && raw !== null && !Array.isArray(raw);

/** Takes a document of version n to version n + 1, at index n. */
export type Migration = (document: Readonly<Record<string, unknown>>) => Record<string, unknown>;

/** A member that is an object, with `more` behind what it has; anything else is left for the schema to refuse. */
const filled = (raw: unknown, more: Readonly<Record<string, unknown>>): unknown =>
  isRecord(raw) ? { ...more, ...raw } : raw;

/**
 * Version 2: fans, courses, board shapes, compensation; mirror links; papers, layers and line weights;
 * findings. A design of version 1 had none of these: it says just what it said.
 */
const toVersion2: Migration = (document) => {
  const { strings, outline, print } = document;
  const gauges = isRecord(strings) && Array.isArray(strings.gauges) ? strings.gauges : [];
  const layers = isRecord(print) ? filled(print.show, plainPrint().show) : undefined;
  return {
    ...document,
    lengths: 'mm',
    strings: filled(strings, { ...plainStrings(), compensation: gauges.map(() => 0) }),
    outline: filled(outline, { mirror: [] }),
    print: filled(isRecord(print) ? { ...print, show: layers } : print, plainPrint()),
    findings: 'findings' in document ? document.findings : { limits: {}, accepted: [] },
  };
};

/** Version 3: openings brought in from files, pictures laid under the drawing, tools owned, the player's hand. */
const toVersion3: Migration = (document) => {
  const { print } = document;
  const show = isRecord(print) ? filled(print.show, { openings: true }) : undefined;
  return {
    openings: [],
    underlays: [],
    tools: [],
    hand: { room: PLAIN_HAND.room, finger: PLAIN_HAND.finger },
    ...document,
    print: isRecord(print) ? { ...print, show } : print,
  };
};

/** An opening of version 3 was a closed line alone: it becomes one step of a depth that nobody has said. */
const stepped = (raw: unknown): unknown => {
  if (!isRecord(raw)) return raw;
  const { nodes, ...others } = raw;
  return {
    face: 'front',
    at: { x: 0, y: 0 },
    turn: 0,
    ...others,
    steps: [
      {
        name: typeof raw.name === 'string' ? raw.name : 'Opening',
        shape: { kind: 'free', nodes },
        at: { x: 0, y: 0 },
        depth: 0,
        through: false,
        role: 'cavity',
        islands: [],
      },
    ],
  };
};

/** Version 4: parts and runs placed, openings as stacks of steps, the neck join, grain, the picking hand. */
const toVersion4: Migration = (document) => {
  const { print, openings, hand, body, progress, strings } = document;
  const show = isRecord(print) ? filled(print.show, { back: true, holes: true, parts: false }) : undefined;
  const scale = isRecord(strings) ? strings.scaleLength : undefined;
  return {
    parts: [],
    runs: [],
    guards: [],
    neck: plainNeck(typeof scale === 'number' && scale > 720),
    ...document,
    openings: Array.isArray(openings) ? openings.map(stepped) : openings,
    hand: filled(hand, { picking: PLAIN_HAND.picking, reach: PLAIN_HAND.reach }),
    body: filled(body, { grain: 0 }),
    progress: filled(progress, { layout: 'untouched' }),
    print: isRecord(print) ? { ...print, show } : print,
  };
};

/** Version 5: a table of kinds of string, hole patterns, a glued neck's tenon. */
const toVersion5: Migration = (document) => {
  const { strings, neck } = document;
  const gauges = isRecord(strings) && Array.isArray(strings.gauges) ? strings.gauges : [];
  return {
    ...document,
    strings: filled(strings, {
      types: plainStrings().types,
      typeOf: gauges.map((g) => (typeof g === 'number' ? startingType(g) : 0)),
    }),
    neck: filled(neck, { tenon: null }),
  };
};

/** From each earlier version to the next. */
const MIGRATIONS: ReadonlyMap<number, Migration> = new Map([
  [1, toVersion2],
  [2, toVersion3],
  [3, toVersion4],
  [4, toVersion5],
]);

export type Migrated =
  | { readonly ok: true; readonly document: Readonly<Record<string, unknown>> }
  | { readonly ok: false; readonly where: string; readonly message: string };

/** Brings a design document of any known version up to `target`; refuses what is not one, or is newer. */
export function migrate(
  raw: unknown,
  migrations: ReadonlyMap<number, Migration> = MIGRATIONS,
  target: number = DESIGN_VERSION,
): Migrated {
  if (!isRecord(raw))
    return { ok: false, where: '', message: 'this is not a Pelkin design: it is not a JSON object' };
  if (raw.format !== DESIGN_FORMAT)
    return {
      ok: false,
      where: 'format',
      message: `this is not a Pelkin design: its “format” is not “${DESIGN_FORMAT}”`,
    };
  const { version } = raw;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return {
      ok: false,
      where: 'version',
      message: 'the design’s version is missing: it must be a whole number from 1 on',
    };
  if (version > target)
    return {
      ok: false,
      where: 'version',
      message: `the design was made by a newer Pelkin (version ${version}; this one reads up to ${target}): update Pelkin to open it`,
    };
  let document: Readonly<Record<string, unknown>> = raw;
  for (let v = version; v < target; v += 1) {
    const step = migrations.get(v);
    if (!step)
      return { ok: false, where: 'version', message: `there is no way from version ${v} to ${v + 1}` };
    document = { ...step(document), version: v + 1 };
  }
  return { ok: true, document };
}
