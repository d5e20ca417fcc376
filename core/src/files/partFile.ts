import { partSpecSchema } from '../design/sections/parts.ts';
import { wordsOfIssue } from '../design/refusal.ts';
import { documentFault } from '../design/plainText.ts';
import type { PartSpec } from '../design/schema.ts';

export const PART_FORMAT = 'pelkin-part';
const LONGEST_TEXT = 500_000;

/** A part as a file: JSON with every measure in mm, grams and degrees, and what of it was assumed. */
export const partText = (spec: PartSpec): string =>
  `${JSON.stringify({ format: PART_FORMAT, version: 1, lengths: 'mm', ...spec }, null, 2)}\n`;

export type PartRead =
  { readonly ok: true; readonly spec: PartSpec } | { readonly ok: false; readonly message: string };

/** A part from outside, checked; one of a kind that this version does not know is kept as it is. Refused with what and where. */
export function checkPart(raw: unknown): PartRead {
  const fault = documentFault(raw);
  if (fault) return { ok: false, message: `${fault.where || 'the part'}: ${fault.message}` };
  const read = partSpecSchema().safeParse(
    typeof raw === 'object' && raw !== null ? { outline: null, assumed: [], ...raw } : raw,
  );
  if (read.success) return { ok: true, spec: read.data };
  const [issue] = read.error.issues;
  return { ok: false, message: `${issue!.path.join('.') || 'the part'}: ${wordsOfIssue(issue!)}` };
}

/** Reads a part's file; refused with words that say what and where. */
export function readPartText(text: string): PartRead {
  if (text.length > LONGEST_TEXT) return { ok: false, message: 'the file is over 500 kB: that is no part' };
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return { ok: false, message: 'the file is not JSON: open one that was saved as a Pelkin part' };
  }
  if (typeof raw !== 'object' || raw === null || (raw as { format?: unknown }).format !== PART_FORMAT)
    return { ok: false, message: `this is not a Pelkin part: its “format” is not “${PART_FORMAT}”` };
  const { format: _f, version: _v, lengths: _l, ...rest } = raw as Record<string, unknown>;
  return checkPart(rest);
}
