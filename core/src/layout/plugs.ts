import type { Point } from '../geometry/point.ts';
import type { Boxed } from '../geometry/polygons.ts';
import { polygonsMeet } from '../geometry/polygons.ts';
import { rect } from '../parts/part.ts';
import type { ControlFit } from './controls.ts';
import { hangingArea } from './controls.ts';
import { areaOf, pathInPlace, zOverlap } from './cut.ts';
import type { Layout } from './layOut.ts';
import type { PartInPlace } from './partInPlace.ts';

/** What a plug's sleeve takes outside the body: so long, so wide, mm; straight ones are about this. */
const SLEEVE = { long: 45, wide: 18 };

/** Something in the way of a jack or the plug that goes into it. */
export interface PlugBlock {
  readonly jack: PartInPlace;
  readonly by: string;
  readonly at: Point;
}

interface Room {
  /** The part that it belongs to; empty for the neck’s screws. */
  readonly owner: string;
  readonly name: string;
  readonly area: Boxed;
  readonly top: number;
  readonly bottom: number;
}

const RAD = Math.PI / 180;

/** Bodies that hang in the wood under the controls, and what else of parts lies below the faces. */
function bodiesOf(layout: Layout, fits: readonly ControlFit[]): readonly Room[] {
  const { thickness } = layout;
  const hung = fits.map(({ part, bodyTop }): Room => {
    const { bodyDepth } = part.form.bush!;
    const [top, bottom] =
      part.part.face === 'front' ? [bodyTop, bodyTop - bodyDepth] : [bodyTop + bodyDepth, bodyTop];
    return {
      owner: part.part.id,
      name: part.name,
      area: hangingArea(part),
      top,
      bottom,
    };
  });
  const solids = layout.parts.flatMap((p) =>
    p.solids
      .filter((s) => s.low < 0 && s.high > -thickness)
      .map((s): Room => ({
        owner: p.part.id,
        name: p.name,
        area: s.area,
        top: s.high,
        bottom: s.low,
      })),
  );
  const screws = layout.cuts
    .filter((c) => c.role === 'screw')
    .map((c): Room => ({
      owner: c.owner.kind === 'part' ? c.owner.id : '',
      name: c.owner.kind === 'neck' ? c.name : `a screw (${c.name})`,
      area: c.area,
      top: c.top,
      bottom: c.bottom,
    }));
  return [...hung, ...solids, ...screws];
}

/**
 * Jacks in the edge that cannot take a plug: their bore, as long as jack and plug need it, meets a body or a screw in
 * the wood, or another thing on the edge stands where the plug's sleeve comes. `fits`: how the layout's controls sit.
 */
export function plugBlocks(layout: Layout, fits: readonly ControlFit[]): readonly PlugBlock[] {
  const jacks = layout.parts.filter((p) => p.form.plug && p.part.face === 'edge');
  if (jacks.length === 0) return [];
  const bodies = bodiesOf(layout, fits);
  return jacks.flatMap((jack): readonly PlugBlock[] => {
    const bore = jack.cuts.find((c) => c.role === 'bore');
    if (!bore) return [];
    const { id, at, turn, z } = jack.part;
    const inWood = bodies
      .filter((b) => b.owner !== id && zOverlap(b, bore) && polygonsMeet(b.area, bore.area))
      .map((b) => ({ jack, by: b.name, at: middleOf(b.area) }));
    const way = { x: Math.cos(turn * RAD), y: Math.sin(turn * RAD) };
    const out = { x: at.x - (way.x * SLEEVE.long) / 2, y: at.y - (way.y * SLEEVE.long) / 2 };
    const sleeve = areaOf(pathInPlace(rect(SLEEVE.long, SLEEVE.wide), out, turn * RAD));
    const outside = layout.parts
      .filter(
        (p) =>
          p !== jack &&
          p.part.face === 'edge' &&
          Math.abs(p.part.z - z) < SLEEVE.wide &&
          p.footprint.some((line) => polygonsMeet(areaOf(line), sleeve)),
      )
      .map((p) => ({ jack, by: p.name, at: p.part.at }));
    return [...inWood, ...outside];
  });
}

const middleOf = ({ box }: Boxed): Point => ({ x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 });
