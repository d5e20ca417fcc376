import { DESIGN_FORMAT, DESIGN_VERSION } from './schema.ts';

/** Takes a document of version n to version n + 1, at index n. */
export type Migration = (document: Readonly<Record<string, unknown>>) => Record<string, unknown>;

/** From each earlier version to the next. Version 1 is the first, so there is nothing before it. */
const MIGRATIONS: ReadonlyMap<number, Migration> = new Map();

export type Migrated =
  | { readonly ok: true; readonly document: Readonly<Record<string, unknown>> }
  | { readonly ok: false; readonly where: string; readonly message: string };

const isRecord = (raw: unknown): raw is Record<string, unknown> =>
  typeof raw === 'object' && raw !== null && !Array.isArray(raw);

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
