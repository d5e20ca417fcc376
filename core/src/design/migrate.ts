import { MIGRATIONS } from './migrations.ts';
import type { Migration } from './migrations.ts';
import { DESIGN_FORMAT, DESIGN_VERSION } from './version.ts';

export type Migrated =
  | { readonly ok: true; readonly document: Readonly<Record<string, unknown>> }
  | { readonly ok: false; readonly where: string; readonly message: string };

/** Brings a design document of any known version up to `target`; refuses what is not one, or is newer. */
export function migrate(
  raw: unknown,
  migrations: ReadonlyMap<number, Migration> = MIGRATIONS,
  target: number = DESIGN_VERSION,
): Migrated {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return { ok: false, where: '', message: 'this is not a Pelkin design: it is not a JSON object' };
  const first = raw as Readonly<Record<string, unknown>>;
  if (first.format !== DESIGN_FORMAT)
    return {
      ok: false,
      where: 'format',
      message: `this is not a Pelkin design: its “format” is not “${DESIGN_FORMAT}”`,
    };
  const { version } = first;
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
  let document: Readonly<Record<string, unknown>> = first;
  for (let v = version; v < target; v += 1) {
    const step = migrations.get(v);
    if (!step)
      return { ok: false, where: 'version', message: `there is no way from version ${v} to ${v + 1}` };
    document = { ...step(document), version: v + 1 };
  }
  return { ok: true, document };
}
