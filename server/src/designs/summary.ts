import type { Design } from '@pelkin/core';
import { outlineOf, outlinePicture, pictureBox, pictureLines } from './picture.ts';

/** What the list shows of a design, kept beside its document so that the list reads no documents. */
export interface Summary {
  readonly name: string;
  /** The name as it is searched: without marks and case. */
  readonly search_name: string;
  readonly strings: number;
  readonly scale_length: number;
  readonly units: string;
  readonly picture_path: string;
  readonly picture_box: string;
  /** Headstock, fingerboard, strings and hardware over it, as JSON text. */
  readonly picture_lines: string;
}

/** Letters without their marks and case, as people search. */
export const searchable = (text: string): string =>
  text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** A design's summary; what is drawn from members that are the same objects as before is taken over. */
export function summaryOf(
  design: Design,
  before: { readonly design: Design; readonly summary: Summary } | null = null,
): Summary {
  const kept = (...keys: readonly (keyof Design)[]): Summary | null =>
    before !== null && keys.every((key) => before.design[key] === design[key]) ? before.summary : null;
  const outline = (): ReturnType<typeof outlineOf> => outlineOf(design);
  return {
    name: design.name,
    search_name: searchable(design.name),
    strings: design.strings.count,
    scale_length: design.strings.scaleLength,
    units: design.units,
    picture_path: kept('outline', 'handedness')?.picture_path ?? outlinePicture(design, outline()),
    picture_box:
      kept('outline', 'strings', 'headstock', 'handedness')?.picture_box ?? pictureBox(design, outline()),
    picture_lines:
      kept('strings', 'parts', 'body', 'headstock', 'handedness')?.picture_lines ??
      JSON.stringify(pictureLines(design)),
  };
}
