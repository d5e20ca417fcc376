import type { Box } from '../../geometry/box.ts';
import type { SaidCut } from '../../geometry/chains.ts';
import type { HoleSizePlan } from './holeSizes.ts';
import { holeSizePlan } from './holeSizes.ts';

/** Kind of part that a drawn circle can become. The circle is the part's hole. */
export type CirclePart = 'screw' | 'pot' | 'ferrule';
export const CIRCLE_PARTS: readonly CirclePart[] = ['screw', 'pot', 'ferrule'];

/** What becomes of a line of a drawing. */
export type PlanUse = 'outline' | 'opening' | 'hole' | CirclePart | 'guard' | 'guide' | 'leave';
/** What becomes of a layer: one use for all its lines; `body` is the outline with the openings and holes within it. */
export type LayerUse = PlanUse | 'body';

/** What a layer is brought in as. */
export interface LayerPlan {
  readonly use: LayerUse;
  /** The face that its openings and holes are cut from. */
  readonly face: 'front' | 'back';
  /** Below that face, mm; 0 where the drawing does not say. */
  readonly depth: number;
  readonly through: boolean;
  /** Each line that says its own face and depth is cut so. */
  readonly asSaid: boolean;
  /** Its round holes by size, where they differ from the layer; by `holeSizeKey`. */
  readonly sizes: ReadonlyMap<string, HoleSizePlan>;
}

/** A line of a drawing, as far as its use is decided by it. */
export interface PlanLine {
  readonly index: number;
  readonly layer: string;
  readonly closed: boolean;
  readonly box: Box;
  readonly isCircle: boolean;
  /** The circle that it is, mm; `null` where it is none. */
  readonly circle: { readonly diameter: number } | null;
  readonly dashed: boolean;
  /** Why it is not taken unasked. */
  readonly aside: 'frame' | 'construction' | null;
  readonly twin: object | null;
  /** Where it crosses itself (`other` is null) or another line. */
  readonly crosses: { readonly other: number | null } | null;
  readonly cut: SaidCut | null;
}

/** The lines of one layer, the largest first. */
export interface PlanLayer<L extends PlanLine = PlanLine> {
  readonly name: string;
  readonly lines: readonly L[];
}

/** The layers of a drawing in the order of their largest lines. */
export function planLayers<L extends PlanLine>(lines: readonly L[]): readonly PlanLayer<L>[] {
  const layers = new Map<string, L[]>();
  for (const line of lines) {
    const list = layers.get(line.layer);
    if (list) list.push(line);
    else layers.set(line.layer, [line]);
  }
  return [...layers].map(([name, list]) => ({ name, lines: list }));
}

const within = (outer: Box, { minX, maxX, minY, maxY }: Box): boolean =>
  minX >= outer.minX && maxX <= outer.maxX && minY >= outer.minY && maxY <= outer.maxY;

/** The largest closed line that is neither a sheet's frame nor there to draw by: the body, at first. */
export const bodyLine = <L extends PlanLine>(lines: readonly L[]): L | null =>
  lines.find((l) => l.closed && !l.aside) ?? null;

const BACK = /\b(back|rear|reverse|underside|behind)\b/i;
const GUARD = /\b(pick ?guard|scratch ?plate|guard)s?\b/i;
const DRILLED = /\b(drill|hole|bore|screw|pilot)(ed|s|ing)?\b/i;
/** Bored from the side, or along the body: what a plan shows of it is no opening in a face. */
const SIDEWAYS = /^(edge|runs?|side)\b/i;
const THROUGH = /\b(through|thru)\b/i;
/** A depth is read where a layer's name speaks of cutting: else a number in it is only a number. */
const CUT = /\b(front|back|depth|deep|pocket|cavity|rout(ed|ing)?|recess|drill|bore|hole|mm)\b/i;
const MOST_DEPTH = 120;

/** The depth that a layer's name tells, mm: its last number (“BACK 36.0”, “DRILL 3.2 x 22 FRONT”); 0 where it tells none. */
export function depthInName(name: string): number {
  const words = name.replace(/[_-]+/g, ' ');
  if (!CUT.test(words.replace(/(\d)mm\b/gi, '$1 mm'))) return 0;
  const figures = [...words.matchAll(/\d+(?:[.,]\d+)?/g)].map((m) => Number(m[0].replace(',', '.')));
  const last = figures.at(-1) ?? 0;
  // A drill's only number is its diameter.
  if (DRILLED.test(words) && figures.length < 2) return 0;
  return last > 0 && last <= MOST_DEPTH ? last : 0;
}

/**
 * What each layer is proposed as: the layer with the body as outline (and its openings, where there are any in it);
 * others by their names and lines. Dashed lines, and layers named so, are cut from the back.
 */
export function firstPlans(layers: readonly PlanLayer[]): ReadonlyMap<string, LayerPlan> {
  const body = bodyLine(layers.flatMap((l) => l.lines).sort((a, b) => a.index - b.index));
  const useOf = ({ name, lines }: PlanLayer): LayerUse => {
    if (lines.every((l) => l.aside)) return 'leave';
    const inside = lines.filter(
      (l) => l !== body && l.closed && !l.aside && !l.twin && body && within(body.box, l.box),
    );
    if (body && lines.includes(body)) return inside.length ? 'body' : 'outline';
    if (GUARD.test(name.replace(/[_-]+/g, ' '))) return 'guard';
    if (inside.length === 0 || SIDEWAYS.test(name)) return 'leave';
    return inside.every((l) => l.isCircle) ? 'hole' : 'opening';
  };
  return new Map(
    layers.map((layer): [string, LayerPlan] => {
      const words = layer.name.replace(/[_-]+/g, ' ');
      const cut = layer.lines.filter((l) => l.closed && l !== body);
      return [
        layer.name,
        {
          use: useOf(layer),
          face: BACK.test(words) || (cut.length > 0 && cut.every((l) => l.dashed)) ? 'back' : 'front',
          depth: depthInName(layer.name),
          through: THROUGH.test(words),
          asSaid: cut.some((l) => l.cut !== null),
          sizes: new Map(),
        },
      ];
    }),
  );
}

/** What a line can become: an open one is no opening, a line to draw by can always be left out. */
export const usesFor = ({ closed, circle }: Pick<PlanLine, 'closed' | 'circle'>): readonly PlanUse[] =>
  closed
    ? ['outline', 'opening', 'hole', ...(circle ? CIRCLE_PARTS : []), 'guard', 'guide', 'leave']
    : ['guide', 'leave'];

/** Whether a line crosses itself. */
export const crossesItself = ({ crosses }: Pick<PlanLine, 'crosses'>): boolean => crosses?.other === null;

/** Returns the use of a line: the use of its layer, or for a round hole the use of its size. `body`: the line chosen as the outline. */
export function useByLayer(line: PlanLine, plan: LayerPlan, body: PlanLine | null): PlanUse {
  const use = useOfLayer(line, plan, body);
  return use === 'hole' || use === 'opening' ? (holeSizePlan(plan, line).use ?? use) : use;
}

function useOfLayer(line: PlanLine, plan: LayerPlan, body: PlanLine | null): PlanUse {
  const { use } = plan;
  if (use === 'leave' || use === 'guide') return use;
  // What stays within an opening, or is bored in the edge, is no opening of a face.
  if (!line.closed || line.aside === 'frame' || line.cut?.aside) return 'leave';
  if (use === 'outline' || use === 'body') {
    // A body's edge cannot cross itself: such a line is the outline only where the user chooses it.
    if (line === body) return crossesItself(line) ? 'leave' : 'outline';
    if (use === 'outline' || line.twin || line.aside || !body || !within(body.box, line.box)) return 'leave';
    return line.isCircle ? 'hole' : 'opening';
  }
  return line.twin ? 'leave' : use;
}

/** The line that is the outline: the largest closed one of the first layer that says it holds it. */
export function outlineOf<L extends PlanLine>(
  layers: readonly PlanLayer<L>[],
  plans: ReadonlyMap<string, LayerPlan>,
): L | null {
  const holder = layers.find(({ name }) => ['outline', 'body'].includes(plans.get(name)?.use ?? 'leave'));
  return holder ? bodyLine(holder.lines) : null;
}
