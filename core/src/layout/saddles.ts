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

const isForOne = ({ form }: PartInPlace): boolean => form.saddles!.spread === 0;

/**
 * Which bridge each string has, in the strings’ order from the bass side; null where none is left for it. A saddle for one string serves the nearest one that has none,
 * others all that are nearest to them.
 */
export function servedBy(
  stringPlan: StringPlan,
  { parts }: Pick<Layout, 'parts'>,
): readonly (PartInPlace | null)[] {
  const bridges = parts.filter((p) => p.form.saddles && p.part.face === 'front');
  const served: (PartInPlace | null)[] = stringPlan.lines.map(() => null);
  const off = (p: PartInPlace, i: number): number => Math.abs(p.part.at.y - stringPlan.lines[i]!.saddle.y);
  const pairs = bridges
    .filter(isForOne)
    .flatMap((bridge) => served.map((_, i) => ({ bridge, i, off: off(bridge, i) })))
    .sort((a, b) => a.off - b.off);
  for (const { bridge, i } of pairs) if (served[i] === null && !served.includes(bridge)) served[i] = bridge;
  const wide = bridges.filter((b) => !isForOne(b));
  return served.map(
    (own, i) =>
      own ??
      wide.reduce<PartInPlace | null>((best, b) => (best && off(best, i) <= off(b, i) ? best : b), null),
  );
}

/** What each bridge must reach: the strings that it serves. */
export function bridgeReach(
  design: Pick<Design, 'neck' | 'strings'>,
  stringPlan: StringPlan,
  layout: Pick<Layout, 'parts'>,
): readonly BridgeReach[] {
  const bridges = layout.parts.filter((p) => p.form.saddles && p.part.face === 'front');
  if (bridges.length === 0) return [];
  const place = saddlePlace(neckSide(design));
  const radius = design.strings.boardRadius?.end ?? null;
  const served = servedBy(stringPlan, layout);
  return bridges.map((part) => {
    const { travel, low, high } = part.form.saddles!;
    const turn = (part.part.turn * Math.PI) / 180;
    const needs = stringPlan.lines.flatMap((line, i): readonly SaddleNeed[] => {
      if (served[i] !== part) return [];
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

/** The height of a bridge's saddles that a neck joint is solved for: the middle of their travel, mm over the face. */
export const middleHeight = ({ low, high }: Pick<BridgeReach, 'low' | 'high'>): number =>
  Number(((low + high) / 2).toFixed(1));

/** Where a bridge must stand along, so that the saddles' needs lie in the middle of its travel; instrument frame x. */
export function bridgePlaceFor(reach: BridgeReach): number {
  const alongs = reach.needs.map((n) => n.alongNeeded);
  if (alongs.length === 0) return reach.part.part.at.x;
  const middle = (Math.min(...alongs) + Math.max(...alongs)) / 2;
  const turn = (reach.part.part.turn * Math.PI) / 180;
  return reach.part.part.at.x + (reach.travel / 2 - middle) / Math.cos(turn);
}
