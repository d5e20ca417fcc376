import type { Design } from '@pelkin/core';
import { designPicture } from './picture.ts';

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
}

/** Letters without their marks and case, as people search. */
export const searchable = (text: string): string =>
  text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** A design's summary; the picture of one whose outline is the same object is taken over. */
export function summaryOf(
  design: Design,
  before: { readonly design: Design; readonly summary: Summary } | null = null,
): Summary {
  const isSame =
    before !== null &&
    before.design.outline === design.outline &&
    before.design.handedness === design.handedness;
  const picture = isSame
    ? { path: before.summary.picture_path, viewBox: before.summary.picture_box }
    : designPicture(design);
  return {
    name: design.name,
    search_name: searchable(design.name),
    strings: design.strings.count,
    scale_length: design.strings.scaleLength,
    units: design.units,
    picture_path: picture.path,
    picture_box: picture.viewBox,
  };
}
