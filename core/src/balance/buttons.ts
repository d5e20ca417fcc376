import type { PlacedPart } from '../design/schema.ts';
import type { Point } from '../geometry/point.ts';
import { partName } from '../parts/partNames.ts';
import { strapHoldsAt } from '../parts/strapButton.ts';

const RAD = Math.PI / 180;

/** A strap button, and where the strap holds on it in the body plane. */
export interface Button {
  readonly part: PlacedPart;
  /** As it is called in its design. */
  readonly name: string;
  /** Where the strap holds. */
  readonly at: Point;
  /** The way out of the wood along its axis: of length 1, z to the strings. */
  readonly axis: { readonly x: number; readonly y: number; readonly z: number };
}

export function buttonOf(part: PlacedPart, name = part.spec.name): Button {
  const turn = part.turn * RAD;
  if (part.face !== 'edge')
    return { part, name, at: part.at, axis: { x: 0, y: 0, z: part.face === 'front' ? 1 : -1 } };
  // `turn` and `tilt` say the way inward.
  const flat = Math.cos(part.tilt * RAD);
  const axis = { x: -flat * Math.cos(turn), y: -flat * Math.sin(turn), z: -Math.sin(part.tilt * RAD) };
  const out = strapHoldsAt(part.spec);
  return { part, name, at: { x: part.at.x + out * axis.x, y: part.at.y + out * axis.y }, axis };
}

/** The two that carry a strap: nearest the neck, and nearest the tail. */
export interface Buttons {
  readonly horn: Button;
  readonly tail: Button;
}

/** Buttons nearer to one another than this along the body, mm, carry no strap. */
const LEAST_APART = 40;

/** The strap buttons of a design: the one furthest towards the neck and the one furthest towards the tail; null where there are not two. */
export function buttonsOf(parts: readonly PlacedPart[]): Buttons | null {
  const all = parts.filter((p) => p.spec.kind === 'strap-button').sort((a, b) => a.at.x - b.at.x);
  const [tail, horn] = [all[0], all.at(-1)];
  return tail && horn && horn.at.x - tail.at.x > LEAST_APART
    ? {
        horn: buttonOf(horn, partName(parts, horn.id)),
        tail: buttonOf(tail, partName(parts, tail.id)),
      }
    : null;
}
