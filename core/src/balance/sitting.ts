import type { Point } from '../geometry/point.ts';
import { weightOf } from './hanging.ts';

/** An instrument on a thigh (formulas section 7): places in the body plane, x to the neck, y to the bass side, mm. */
export interface OnThigh {
  /** The place of the waist that rests on the thigh: level at this angle. */
  readonly contact: Point;
  readonly centre: Point;
  readonly massG: number;
  /** The neck above the horizontal, rad. */
  readonly angle: number;
  /** Half of the thigh’s width. */
  readonly half: number;
}

/** Which way it tips, and what holds it. */
export interface Sitting {
  /** The centre of mass to the neck’s side of the contact, level. */
  readonly lever: number;
  readonly tips: 'neck down' | 'tail down' | null;
  /** Down at the place that is pressed, N; null where a press there holds nothing. */
  readonly press: number | null;
}

const levelX = ({ x, y }: Point, angle: number): number => x * Math.cos(angle) - y * Math.sin(angle);

/** How an instrument rests on a thigh, and how much a press down at `pressAt` it takes: the forearm’s, or the left hand’s. */
export function sit({ contact, centre, massG, angle, half }: OnThigh, pressAt: Point): Sitting {
  const [c, g, q] = [contact, centre, pressAt].map((p) => levelX(p, angle)) as [number, number, number];
  const lever = g - c;
  const weight = weightOf(massG);
  if (Math.abs(lever) <= half) return { lever, tips: null, press: 0 };
  if (lever > half) {
    const arm = c + half - q;
    return { lever, tips: 'neck down', press: arm > 0 ? (weight * (lever - half)) / arm : null };
  }
  const arm = q - (c - half);
  return { lever, tips: 'tail down', press: arm > 0 ? (weight * (-lever - half)) / arm : null };
}
