import { inHand } from '../design/edits.ts';
import { mirrored } from '../design/nodeEdits.ts';
import type { Design, OutlineNode } from '../design/schema.ts';
import { lengthWithUnit } from '../units/length.ts';
import { pathCrossings } from '../geometry/crossings.ts';
import { reshape, reshapeNearest } from './reshape.ts';
import type { HornKey } from './reshapeHorn.ts';
import { isHornKey, reshapeHorn } from './reshapeHorn.ts';
import type { ShapeKey, ShapeMeasures } from './shapeMeasures.ts';
import { SHAPE_KEYS, shapeMeasures, shapeWords } from './shapeMeasures.ts';
import { solveOutline } from './solve.ts';

/** A measure that moved although it was not typed, mm. */
export interface AlsoMoved {
  readonly key: ShapeKey;
  readonly by: number;
}
export type ReshapedDesign =
  | { readonly ok: true; readonly design: Design; readonly also: readonly AlsoMoved[] }
  | { readonly ok: false; readonly message: string };

/** What is held while a horn changes: nothing but the rest of the body's own line, or all other measures. */
export type Hold = 'other side' | 'all measures';

/** What both sides have in common when they are linked. */
const TWIN_KEY: Readonly<Partial<Record<ShapeKey, ShapeKey>>> = {
  hornReachBass: 'hornReachTreble',
  hornReachTreble: 'hornReachBass',
  cutawayBass: 'cutawayTreble',
  cutawayTreble: 'cutawayBass',
};

/** A measure that changed by less than this, mm, is drawn as it was. */
const DRAWN = 0.05;
/** Another measure may be off by this, mm, before it is said not to have been kept. */
const KEPT = 0.5;
/** Where a shape ties measures together, another may go along by this, mm; more is another body. */
const MOST_MOVED = 15;

/** Measures that changed by more than is drawn, those typed aside. */
function alsoMoved(before: ShapeMeasures, design: Design, typed: readonly ShapeKey[]): readonly AlsoMoved[] {
  const after = shapeMeasures(solveOutline(design.outline.nodes));
  return SHAPE_KEYS.flatMap((key) => {
    const [a, b] = [before[key], after[key]];
    return typed.includes(key) || a === undefined || b === undefined || Math.abs(b - a) < DRAWN
      ? []
      : [{ key, by: b - a }];
  });
}

/** The design with its nodes where others of the same ids stand; twins are each other's image to the last digit. */
function withNodes(design: Design, moved: readonly OutlineNode[]): Design {
  const { nodes, mirror } = design.outline;
  const byId = new Map(moved.map((n) => [n.id, n]));
  for (const [a, b] of mirror) {
    const lead = byId.get(a);
    if (lead && a !== b) byId.set(b, mirrored(lead, b));
    else if (lead) byId.set(a, { ...lead, y: 0 });
  }
  const outline = { ...design.outline, nodes: nodes.map((n) => byId.get(n.id)!) };
  return inHand({ ...design, outline }, 'outline');
}

/** A horn changed by itself: the other side stays, or, where the sides are linked, changes as its image. */
function hornAlone(design: Design, key: HornKey, mm: number, linked: boolean): Design | null {
  const { nodes } = design.outline;
  const one = reshapeHorn(nodes, key, mm);
  const twin = linked ? TWIN_KEY[key] : undefined;
  const both = one && twin && isHornKey(twin) ? reshapeHorn(one, twin, mm) : one;
  return both && withNodes(design, both);
}

/**
 * The design with one measure of its outline changed: reshaped smoothly, every other measure kept; a horn's reach and
 * cutaway alone by default (`hold`), and what else moved is reported. Where
 * sides are linked, both change; a measure that would set them apart is refused. Refused too, with the
 * measures that stand in its way, is what no smooth change of this outline gives.
 */
export function reshapeDesign(
  design: Design,
  key: ShapeKey,
  mm: number,
  hold: Hold = 'other side',
): ReshapedDesign {
  const { nodes, mirror } = design.outline;
  const linked = mirror.some(([a, b]) => a !== b);
  if (linked && key === 'waistOffset')
    return {
      ok: false,
      message: 'the sides are linked as mirror images, so they have no offset: cut the links first',
    };
  const now = shapeMeasures(solveOutline(nodes));
  if (now[key] === undefined)
    return {
      ok: false,
      message: `this outline has no ${shapeWords(key, now).name} to change: draw one first`,
    };
  if (isHornKey(key) && hold === 'other side') {
    const alone = hornAlone(design, key, mm, linked);
    // What the link moved on the other side is listed too.
    if (alone) return { ok: true, design: alone, also: alsoMoved(now, alone, [key]) };
  }
  return reshapeMeasures(design, { [key]: mm });
}

/**
 * The design with some measures of its outline changed at once, every other one kept; the sides stay linked where they
 * are. Refused, with the measures that stand in its way, where no smooth change of this outline gives them.
 */
export function reshapeMeasures(design: Design, targets: ShapeMeasures): ReshapedDesign {
  const { nodes, mirror } = design.outline;
  const linked = mirror.some(([a, b]) => a !== b);
  const now = shapeMeasures(solveOutline(nodes));
  const typed = Object.keys(targets) as readonly ShapeKey[];
  const twins = Object.fromEntries(
    typed.flatMap((key) => {
      const twin = linked ? TWIN_KEY[key] : undefined;
      return twin && now[twin] !== undefined ? [[twin, targets[key]!]] : [];
    }),
  ) as ShapeMeasures;
  const wanted = { ...now, ...twins, ...targets };
  const asked = [...typed, ...(Object.keys(twins) as ShapeKey[])];
  const exact = reshape(nodes, wanted);
  const isKept = exact.misses.every((m) => Math.abs(m.by) <= KEPT);
  // A shape that was drawn may tie measures together: what is typed is met, and what moved with it is listed.
  const { nodes: moved, misses } = isKept ? exact : reshapeNearest(nodes, wanted, asked);
  const crosses = !isKept && pathCrossings(solveOutline(moved), 0.1).crossings.length > 0;
  const off = misses.filter((m) => !(Math.abs(m.by) <= (asked.includes(m.key) ? KEPT : MOST_MOVED)));
  if (off.length || crosses) {
    const others = off.filter((m) => !typed.includes(m.key)).map((m) => shapeWords(m.key, now).name);
    const wanted = typed
      .map((key) => `a ${shapeWords(key, now).name} of ${lengthWithUnit(targets[key]!, design.units)}`)
      .join(' with ');
    return {
      ok: false,
      message:
        `${wanted} cannot be had by a smooth change` +
        (others.length ? ` that keeps the ${others.join(', the ')}` : '') +
        ': go there in smaller steps, or change what stands in its way first',
    };
  }
  const made = withNodes(design, moved);
  return {
    ok: true,
    design: made,
    also: alsoMoved(now, made, typed),
  };
}
