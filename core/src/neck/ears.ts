import { boxOfPoints } from '../geometry/box.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';

/** Fibres are looked at every so many mm across a headstock, on an outline in chords this near to it, mm. */
const EVERY = 0.25;
const CHORD = 0.05;
/** So near to square to the grain an edge cuts its fibres short (formulas section 13), and so far from it that of the other end may be, rad. */
const NEAR_SQUARE = (20 * Math.PI) / 180;
const STEEP = Math.PI / 4;
/** What stands out by less than this, mm, is a rounded corner. */
const LEAST_OUT = 2;

/** A part of a headstock that stands out across its grain. */
export interface Ear {
  /** Its longest fibre that ends square at one side, mm; the middle of it, headstock frame. */
  readonly length: number;
  readonly at: Point;
}

/** Where a fibre meets the edge, and how far from square the edge is there, rad. */
interface End {
  readonly x: number;
  readonly slant: number;
}

function endsAt(outline: readonly Point[], y: number): readonly End[] {
  return outline
    .flatMap((p, i): readonly End[] => {
      const q = outline[(i + 1) % outline.length]!;
      if (p.y > y === q.y > y) return [];
      const x = p.x + ((y - p.y) / (q.y - p.y)) * (q.x - p.x);
      return [{ x, slant: Math.atan2(Math.abs(q.x - p.x), Math.abs(q.y - p.y)) }];
    })
    .sort((a, b) => a.x - b.x);
}

/**
 * Parts of a headstock’s outline whose fibres, along the neck, are shorter than `least`, mm: cut across at both sides, at one of them nearly square. What a
 * headstock tapers to has one long side along the grain and is none; nor is what goes on into the shaft. Headstock frame: x from the nut.
 */
export function earsOf(path: ClosedPath, least: number): readonly Ear[] {
  const outline = flattenPath(path, CHORD);
  const box = boxOfPoints(outline);
  if (!box) return [];
  const ears: { length: number; at: Point; from: number; to: number; last: readonly [number, number] }[] = [];
  for (let y = box.minY + EVERY / 2; y < box.maxY; y += EVERY) {
    const ends = endsAt(outline, y);
    for (let i = 0; i + 1 < ends.length; i += 2) {
      const [a, b] = [ends[i]!, ends[i + 1]!];
      const isShort = b.x - a.x < least;
      const isCut = Math.min(a.slant, b.slant) < NEAR_SQUARE && Math.max(a.slant, b.slant) < STEEP;
      // The nut’s side is no end of a fibre: the shaft goes on there.
      if (!isShort || !isCut || a.x < CHORD) continue;
      const fibre = { length: b.x - a.x, at: { x: (a.x + b.x) / 2, y } };
      // The same part as that of the fibre before, where they lie beside one another.
      const same = ears.find((ear) => y - ear.to < 2 * EVERY && ear.last[0] < b.x && a.x < ear.last[1]);
      if (!same) ears.push({ ...fibre, from: y, to: y, last: [a.x, b.x] });
      else {
        if (fibre.length > same.length) Object.assign(same, fibre);
        Object.assign(same, { to: y, last: [a.x, b.x] });
      }
    }
  }
  return ears.filter(({ from, to }) => to - from >= LEAST_OUT).map(({ length, at }) => ({ length, at }));
}
