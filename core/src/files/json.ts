import type { Checked } from '../design/check.ts';
import { checkDesign } from '../design/check.ts';
import type { Design } from '../design/schema.ts';

/** The design as a file: JSON, two-space indents, a line end. */
export const designText = (design: Design): string => `${JSON.stringify(design, null, 2)}\n`;

/** Largest design file that is read, characters: a hundred times the largest that is drawn. */
const LONGEST_TEXT = 2_000_000;

/** Reads a design file's text; refused with words when it is too long, not JSON, or not a design. */
export function readDesignText(text: string): Checked {
  if (text.length > LONGEST_TEXT)
    return { ok: false, refusals: [{ where: '', message: 'the file is over 2 MB: that is no design file' }] };
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return {
      ok: false,
      refusals: [{ where: '', message: 'the file is not JSON: open one that was saved as a Pelkin design' }],
    };
  }
  return checkDesign(raw);
}
