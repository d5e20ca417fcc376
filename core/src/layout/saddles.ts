import type { Design } from '../design/schema.ts';
import type { SaddlePlace } from '../strings/elevation.ts';
import { radiusDrop, saddlePlace } from '../strings/elevation.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import type { Layout } from './layOut.ts';
import type { PartInPlace } from './partInPlace.ts';
import { neckSide } from '../strings/neckSide.ts';

/** One string at its bridge: where its saddle must stand, and what the bridge gives. */
export interface SaddleNeed {
  readonly string: number;
  /** Tailward of the bridge's foremost saddle place, mm; 0 to the travel is within reach. */
  readonly alongNeeded: number;
  /** Out of the travel: negative short of it (too far nutward), positive past it; 0 within. */
  readonly alongOut: number;
  /** Height over the face, after the board's radius. */
  readonly high: number;
  /** Negative: under the lowest; positive: over the highest. */
  readonly highOut: number;
}

export interface BridgeReach {
  readonly part: PartInPlace;
  readonly travel: number;
  readonly low: number;
  readonly high: number;
  readonly place: SaddlePlace;
  readonly needs: readonly SaddleNeed[];
}

const out = (v: number, low: number, high: number): number => (v < low ? v - low : v > high ? v - high : 0);

/** What each bridge must reach: strings nearest to it, by place across where there are several. */
export function bridgeReach(
  design: Pick<Design, 'neck' | 'strings'>,
  stringPlan: StringPlan,
  layout: Pick<Layout, 'parts'>,
): readonly BridgeReach[] {
  const bridges = layout.parts.filter((p) => p.form.saddles && p.part.face === 'front');
  if (bridges.length === 0) return [];
  const place = saddlePlace(neckSide(design));
  const radius = design.strings.boardRadius?.end ?? null;
  return bridges.map((part) => {
    const { travel, low, high } = part.form.saddles!;
    const turn = (part.part.turn * Math.PI) / 180;
    const needs = stringPlan.lines.flatMap((line, i): readonly SaddleNeed[] => {
      const nearest = bridges.reduce((a, b) =>
        Math.abs(b.part.at.y - line.saddle.y) < Math.abs(a.part.at.y - line.saddle.y) ? b : a,
      );
      if (bridges.length > 1 && nearest !== part) return [];
      const x = line.saddle.x + place.x;
      // Along the bridge's own tailward way, from its foremost place, at the string.
      const dy = line.saddle.y - part.part.at.y;
      const foremost = part.part.at.x - dy * Math.tan(turn);
      const along = (foremost - x) * Math.cos(turn);
      const tall = place.z - radiusDrop(radius, line.saddle.y);
      return [
        {
          string: i,
          alongNeeded: along,
          alongOut: out(along, 0, travel),
          high: tall,
          highOut: out(tall, low, high),
        },
      ];
    });
    return { part, travel, low, high, place, needs };
  });
}

/** Where a bridge must stand along, so that the saddles' needs lie in the middle of its travel; instrument frame x. */
export function bridgePlaceFor(reach: BridgeReach): number {
  const alongs = reach.needs.map((n) => n.alongNeeded);
  if (alongs.length === 0) return reach.part.part.at.x;
  const middle = (Math.min(...alongs) + Math.max(...alongs)) / 2;
  const turn = (reach.part.part.turn * Math.PI) / 180;
  return reach.part.part.at.x + (reach.travel / 2 - middle) / Math.cos(turn);
}
