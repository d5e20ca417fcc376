import { PLAIN_HAND, plainPrint, plainStrings } from './defaults.ts';
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
    hand: { ...PLAIN_HAND },
    ...document,
    print: isRecord(print) ? { ...print, show } : print,
  };
};

/** From each earlier version to the next. */
const MIGRATIONS: ReadonlyMap<number, Migration> = new Map([
  [1, toVersion2],
  [2, toVersion3],
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
