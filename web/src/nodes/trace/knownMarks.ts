import type { Box, Point, SeenFrom, StringPlan } from '@pelkin/core';
import { artworkCrosses } from '@pelkin/core';

/** Something in a photo whose size or place is known: what its four marks are, in the order they are set. */
export interface KnownMarks {
  readonly names: readonly string[];
  /** Instrument frame when `placed`; else a plane of their own, mm, y up. */
  readonly truths: readonly Point[];
  readonly placed: boolean;
}

export const SHEETS = [
  ['a4', 'A sheet of A4', 297, 210],
  ['a5', 'A sheet of A5', 210, 148],
  ['letter', 'A sheet of Letter', 279.4, 215.9],
] as const;

export type KnownKind = (typeof SHEETS)[number][0] | 'own' | 'board' | 'artwork' | 'artwork-back';

const CORNERS = ['upper left corner', 'upper right corner', 'lower right corner', 'lower left corner'];

/** Corners of a rectangle, from the upper left as the photo shows it, clockwise; long side as the marks have it. */
export function rectangleMarks(long: number, short: number, marks: readonly Point[]): KnownMarks {
  const [a, b, c] = marks;
  const across = a && b ? Math.hypot(b.x - a.x, b.y - a.y) : 1;
  const down = b && c ? Math.hypot(c.x - b.x, c.y - b.y) : 0;
  const [w, h] = across >= down ? [long, short] : [short, long];
  return {
    names: CORNERS,
    truths: [
      { x: 0, y: h },
      { x: w, y: h },
      { x: w, y: 0 },
      { x: 0, y: 0 },
    ],
    placed: false,
  };
}

/** Four points of the fingerboard, whose places the strings tell: the nut's ends and the last fret's. */
export function boardMarks(stringPlan: StringPlan): KnownMarks {
  const nut = stringPlan.frets.find((f) => f.number === 0)!;
  const last = stringPlan.frets.at(-1)!;
  return {
    names: [
      'nut, bass end',
      'nut, treble end',
      `fret ${last.number}, treble end`,
      `fret ${last.number}, bass end`,
    ],
    truths: [nut.bass, nut.treble, last.treble, last.bass],
    placed: true,
  };
}

/** The crosses of an artwork sheet of a face: from the upper left of the sheet as it is read, clockwise. */
export const artworkMarks = (body: Box, isLeft: boolean, from: SeenFrom): KnownMarks => {
  const [a, b, c, d] = artworkCrosses(body) as [Point, Point, Point, Point];
  // The sheet of a left-handed instrument is mirrored along the body, that of a back across it.
  const across = from === 'back' ? [d, c, b, a] : [a, b, c, d];
  const [p, q, r, s] = across as [Point, Point, Point, Point];
  return {
    names: ['upper left cross', 'upper right cross', 'lower right cross', 'lower left cross'],
    truths: isLeft ? [q, p, s, r] : [p, q, r, s],
    placed: true,
  };
};
