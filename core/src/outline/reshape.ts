import type { OutlineNode } from '../design/schema.ts';
import { respanned } from '../design/spans.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { reversePath, signedArea } from '../geometry/closedPath.ts';
import type { Point } from '../geometry/point.ts';
import { cross, distance, hypot, length } from '../geometry/point.ts';
import { outlineTurns } from './measures.ts';
import type { ShapeKey, ShapeMeasures } from './shapeMeasures.ts';
import { SHAPE_KEYS, shapeMeasures } from './shapeMeasures.ts';
import { solveOutline, solveTrial } from './solve.ts';

/** A reshaped outline, and what it still misses of the measures requested, mm (wanted less measured). */
export interface Reshaped {
  readonly nodes: readonly OutlineNode[];
  readonly misses: readonly { readonly key: ShapeKey; readonly by: number }[];
}

/** Measures are met to this, mm; a twentieth of what is promised. */
const MET = 0.02;
/** Newton steps at most, and how far one may go, mm. */
const STEPS = 24;
const LONGEST_STEP = 40;
/** How often the displacements are laid again where the steps get stuck. */
const RENEWALS = 3;
/** The step by which the Jacobian is measured, mm: large beside rounding, small beside any feature. */
const PROBE = 0.05;

/** A bump of height 1 at 0 that falls smoothly to 0 at ±1, with its first derivative. */
const bump = (u: number): number => (Math.abs(u) >= 1 ? 0 : (1 - u * u) ** 2);
const smooth = (u: number): number => {
  const v = Math.min(1, Math.max(0, u));
  return v * v * (3 - 2 * v);
};

/** A smooth displacement of the plane, for one mm of a measure. */
type Field = (p: Point) => Point;

/** Bump along x, reaching from the middle to `from` on the tail's side and to `to` on the nut's. */
const along = (x: number, middle: number, from: number, to: number): number =>
  bump(x < middle ? (middle - x) / Math.max(1, middle - from) : (x - middle) / Math.max(1, to - middle));

/**
 * The field of each measure: it moves what the measure is taken of, and dies out towards the places of
 * its neighbours, so that each measure has hardly more than its own field acting on it.
 */
function fieldsOf(
  path: ClosedPath,
  keys: readonly ShapeKey[],
  shoulderAt: number | null,
): ReadonlyMap<ShapeKey, Field> {
  const ccw = signedArea(path) >= 0 ? path : reversePath(path);
  const { box, bass, treble, neck, wings } = outlineTurns(ccw);
  const middle = (a: Point | null, b: Point | null, otherwise: number): number =>
    a && b ? (a.x + b.x) / 2 : otherwise;
  const tail = box.minX;
  const nutEnd = box.maxX;
  const share = (k: number): number => tail + (nutEnd - tail) * k;
  const heel = neck?.heelX ?? share(0.8);
  const lower = middle(bass.lowerBout, treble.lowerBout, share(0.25));
  const upper =
    shoulderAt === null ? middle(bass.upperBout, treble.upperBout, share(0.7)) : tail + shoulderAt;
  const waist = middle(bass.waist, treble.waist, (lower + upper) / 2);
  const half = (a: Point | null, b: Point | null): number =>
    Math.max(20, a && b ? (a.y - b.y) / 2 : (box.maxY - box.minY) / 2);
  const widths = {
    lowerBout: {
      at: lower,
      from: tail - (lower - tail) * 0.6,
      to: waist,
      half: half(bass.lowerBout, treble.lowerBout),
    },
    waist: { at: waist, from: lower, to: upper, half: half(bass.waist, treble.waist) },
    upperBout: {
      at: upper,
      from: waist,
      to: nutEnd + (nutEnd - upper) * 0.5,
      half: half(bass.upperBout, treble.upperBout),
    },
  };
  const fields = new Map<ShapeKey, Field>();
  for (const key of keys) {
    if (key === 'lowerBout' || key === 'waist' || key === 'upperBout') {
      const w = widths[key];
      fields.set(key, (p) => ({
        x: 0,
        y: Math.sign(p.y) * 0.5 * along(p.x, w.at, w.from, w.to) * Math.min(1, Math.abs(p.y) / w.half),
      }));
    } else if (key === 'lowerBoutAt' || key === 'waistAt' || key === 'upperBoutAt') {
      const w = widths[key.slice(0, -2) as keyof typeof widths];
      fields.set(key, (p) => ({
        x: along(p.x, w.at, w.from, w.to) * Math.min(1, Math.abs(p.y) / w.half),
        y: 0,
      }));
    } else if (key === 'waistOffset') {
      const w = widths.waist;
      fields.set(key, (p) => ({
        x: Math.sign(p.y) * 0.5 * along(p.x, w.at, w.from, w.to) * Math.min(1, Math.abs(p.y) / w.half),
        y: 0,
      }));
    } else if (key === 'length')
      fields.set(key, (p) => ({ x: -smooth((waist - p.x) / (waist - tail)), y: 0 }));
    else if (key === 'wings')
      // The shoulders go outward, the tips stay: the straight sides between them turn.
      fields.set(key, (p) => ({
        x: 0,
        y:
          Math.sign(p.y) *
          0.5 *
          smooth((p.x - lower) / Math.max(1, heel - lower)) *
          Math.min(1, Math.abs(p.y) / 30),
      }));
    else if (key === 'tailOverhang') {
      // The notch is deepened where it is, so that length and the tail's ends stay.
      const wide = widths.lowerBout.half * 0.6;
      // Between wings it ends nutward of their widest place: all of it moves, and what is before it less and less.
      const [from, to] = wings === null || !neck ? [lower, tail] : [heel, neck.tailX];
      fields.set(key, (p) => ({ x: bump(p.y / wide) * smooth((from - p.x) / (from - to)), y: 0 }));
    } else {
      const side = key.endsWith('Bass') ? 'bass' : 'treble';
      const horn = neck?.[side];
      if (!horn) continue;
      const sign = side === 'bass' ? 1 : -1;
      const isTip = key.startsWith('horn');
      const at = isTip ? horn.tip : (horn.cutaway?.at ?? { x: heel, y: sign * 40 });
      const apart = distance(horn.tip, horn.cutaway?.at ?? { x: heel, y: 0 });
      const reach = Math.max(30, apart * (isTip ? 1.05 : 0.85));
      fields.set(key, (p) =>
        sign * p.y > 0 ? { x: (isTip ? 1 : -1) * bump(distance(p, at) / reach), y: 0 } : { x: 0, y: 0 },
      );
    }
  }
  return fields;
}

/** The nodes that hold the neck: the ends of the segment that crosses the centre line nutward stay where they are. */
export function heldNodes(nodes: readonly OutlineNode[]): ReadonlySet<string> {
  let best: readonly OutlineNode[] = [];
  let most = -Infinity;
  nodes.forEach((a, i) => {
    const b = nodes[(i + 1) % nodes.length]!;
    if (a.y > 0 === b.y > 0 || (a.x + b.x) / 2 <= most) return;
    most = (a.x + b.x) / 2;
    best = [a, b];
  });
  return new Set(best.map((n) => n.id));
}

/** Handles this much out of a straight chord, rad, are no longer a straight edge. */
const STRAIGHT = 1e-6;
const straight = (a: OutlineNode, b: OutlineNode): boolean => {
  if (a.kind === 'fair' || b.kind === 'fair') return false;
  const chord = { x: b.x - a.x, y: b.y - a.y };
  const on = (h: Point | undefined): boolean =>
    !h || Math.abs(cross(h, chord)) <= STRAIGHT * length(h) * length(chord);
  return on(a.after) && on(b.before);
};

/** Moved nodes with their handles laid along every side that was straight before. */
function keepStraight(nodes: readonly OutlineNode[], moved: readonly OutlineNode[]): readonly OutlineNode[] {
  return moved.map((n, i) => {
    const [before, next] = [(i + nodes.length - 1) % nodes.length, (i + 1) % nodes.length];
    let out = n;
    const was = nodes[i]!;
    // The handle's share of the side stays: at a third of it the piece is a plain straight line.
    const laid = (side: 'before' | 'after', j: number): Point => {
      const [to, from] = [moved[j]!, nodes[j]!];
      const k = length(was[side]!) / (hypot(from.x - was.x, from.y - was.y) || 1);
      return { x: (to.x - n.x) * k, y: (to.y - n.y) * k };
    };
    if (n.after && straight(was, nodes[next]!))
      out = { ...out, after: { ...n.after, ...laid('after', next) } };
    if (n.before && straight(nodes[before]!, was))
      out = { ...out, before: { ...n.before, ...laid('before', before) } };
    // A smooth node's other handle keeps its line.
    if (n.kind === 'smooth' && out.before && out.after) {
      const lead = straight(nodes[before]!, nodes[i]!) ? 'before' : 'after';
      const [keep, turn] = lead === 'before' ? [out.before, out.after] : [out.after, out.before];
      const k = -length(turn) / length(keep);
      const line = { ...turn, x: keep.x * k, y: keep.y * k };
      out = lead === 'before' ? { ...out, after: line } : { ...out, before: line };
    }
    return out;
  });
}

/** Moves nodes and their handles by a field; edges that are straight stay straight. */
export function warp(
  nodes: readonly OutlineNode[],
  held: ReadonlySet<string>,
  field: Field,
): readonly OutlineNode[] {
  const moved = nodes.map((n): OutlineNode => {
    if (held.has(n.id)) return n;
    const by = field(n);
    const handle = <H extends Point>(h: H): H => {
      const tip = field({ x: n.x + h.x, y: n.y + h.y });
      return { ...h, x: h.x + tip.x - by.x, y: h.y + tip.y - by.y };
    };
    return {
      ...n,
      x: n.x + by.x,
      y: n.y + by.y,
      ...(n.before ? { before: handle(n.before) } : {}),
      ...(n.after ? { after: handle(n.after) } : {}),
    };
  });
  return respanned(nodes, keepStraight(nodes, moved));
}

/** A pivot under this belongs to a system that does not tell its unknowns. */
const SINGULAR = 1e-9;

/** Solves a small dense system by elimination with pivoting; null when it is singular. */
function solveDense(matrix: readonly (readonly number[])[], right: readonly number[]): number[] | null {
  const n = right.length;
  const a = matrix.map((row, i) => [...row, right[i]!]);
  for (let c = 0; c < n; c += 1) {
    let pivot = c;
    for (let r = c + 1; r < n; r += 1) if (Math.abs(a[r]![c]!) > Math.abs(a[pivot]![c]!)) pivot = r;
    if (Math.abs(a[pivot]![c]!) < SINGULAR) return null;
    [a[c], a[pivot]] = [a[pivot]!, a[c]!];
    for (let r = 0; r < n; r += 1) {
      if (r === c) continue;
      const k = a[r]![c]! / a[c]![c]!;
      if (k !== 0) for (let j = c; j <= n; j += 1) a[r]![j]! -= k * a[c]![j]!;
    }
  }
  return a.map((row, i) => row[n]! / row[i]!);
}

const rounded = (value: number): number => Math.round(value * 1e4) / 1e4;

/**
 * Reshapes an outline smoothly until it has the measures requested: each measure has a smooth displacement
 * of its own, and Newton's method (Jacobian by differences, then Broyden's updates) finds how much of each.
 * The neck's seat stays. Measures not requested may move: ask for all that are to be kept.
 * `shoulderAt` as in {@link shapeMeasures}.
 */
export function reshape(
  nodes: readonly OutlineNode[],
  wanted: ShapeMeasures,
  shoulderAt: number | null = null,
): Reshaped {
  const held = heldNodes(nodes);
  const measure = (list: readonly OutlineNode[]): ShapeMeasures =>
    shapeMeasures(solveTrial(list), shoulderAt);
  let now = nodes;
  let has = measure(now);
  const keys = SHAPE_KEYS.filter(
    (k) => wanted[k] !== undefined && has[k] !== undefined && !(k === 'upperBoutAt' && shoulderAt !== null),
  );
  const lacking = SHAPE_KEYS.filter((k) => wanted[k] !== undefined && has[k] === undefined);
  let fields = fieldsOf(solveTrial(now), keys, shoulderAt);
  let renewals = 0;
  const used = keys.filter((k) => fields.has(k));
  const missing = (m: ShapeMeasures): number[] => used.map((k) => wanted[k]! - (m[k] ?? NaN));
  const apply = (list: readonly OutlineNode[], amounts: readonly number[]): readonly OutlineNode[] =>
    warp(list, held, (p) => {
      let x = 0;
      let y = 0;
      amounts.forEach((amount, i) => {
        if (amount === 0) return;
        const d = fields.get(used[i]!)!(p);
        x += amount * d.x;
        y += amount * d.y;
      });
      return { x, y };
    });
  const size = (gaps: readonly number[]): number => Math.hypot(...gaps);
  const worst = (gaps: readonly number[]): number => Math.max(0, ...gaps.map(Math.abs));
  let gaps = missing(has);
  let jacobian: number[][] | null = null;
  for (let step = 0; step < STEPS && worst(gaps) > MET; step += 1) {
    const isFresh = jacobian === null;
    if (jacobian === null) {
      const columns = used.map((_, i) => {
        const probed = measure(
          apply(
            now,
            used.map((__, j) => (j === i ? PROBE : 0)),
          ),
        );
        return used.map((k) => ((probed[k] ?? has[k]!) - has[k]!) / PROBE);
      });
      jacobian = used.map((_, row) => columns.map((c) => c[row]!));
    }
    const amounts = solveDense(jacobian, gaps);
    if (!amounts) break;
    const longest = worst(amounts);
    const ease = longest > LONGEST_STEP ? LONGEST_STEP / longest : 1;
    let tried = amounts.map((a) => a * ease);
    let next = apply(now, tried);
    let found = measure(next);
    // A step that loses a measure, or ends further off, is halved.
    for (let half = 0; half < 4 && !(size(missing(found)) < size(gaps)); half += 1) {
      tried = tried.map((a) => a / 2);
      next = apply(now, tried);
      found = measure(next);
    }
    const left = missing(found);
    if (!(size(left) < size(gaps))) {
      if (isFresh) {
        // The shape has moved from where the fields were laid: lay them again before giving up.
        if (renewals >= RENEWALS) break;
        renewals += 1;
        fields = fieldsOf(solveTrial(now), used, shoulderAt);
      }
      jacobian = null;
      continue;
    }
    // Broyden: the Jacobian corrected by what the step really did.
    const did = left.map((l, i) => gaps[i]! - l);
    const norm = tried.reduce((sum, a) => sum + a * a, 0);
    jacobian = jacobian.map((row, r) => {
      const off = did[r]! - row.reduce((sum, v, c) => sum + v * tried[c]!, 0);
      return row.map((v, c) => v + (off * tried[c]!) / norm);
    });
    now = next;
    has = found;
    gaps = left;
  }
  const tidy = keepStraight(
    now,
    now.map((n) => ({ ...n, x: rounded(n.x), y: rounded(n.y) })),
  );
  const final = shapeMeasures(solveOutline(tidy), shoulderAt);
  return {
    nodes: tidy,
    misses: [
      ...used
        .map((key) => ({ key, by: wanted[key]! - (final[key] ?? NaN) }))
        .filter((m) => !(Math.abs(m.by) <= MET)),
      ...lacking.map((key) => ({ key, by: wanted[key]! })),
    ],
  };
}

/** What is typed counts so much more than what is to be kept, where not all can be had. */
const TYPED_WEIGHT = 200;
/** The damping that steps begin with, as a share of the system’s own size; and at most so many of them. */
const DAMPING = 1e-3;
const NEAREST_STEPS = 14;
/** Steps end where the typed measures are met and one gains less than this share of what is left. */
const LITTLE_GAIN = 0.02;

/**
 * The nearest to the measures requested where not all can be had together: `typed` ones are met, the others kept as well as they can be (Levenberg’s damped least
 * squares over the same smooth displacements; a system that does not tell its unknowns is solved all the same). `misses` names what moved.
 */
export function reshapeNearest(
  nodes: readonly OutlineNode[],
  wanted: ShapeMeasures,
  typed: readonly ShapeKey[],
): Reshaped {
  const held = heldNodes(nodes);
  const measure = (list: readonly OutlineNode[]): ShapeMeasures => shapeMeasures(solveTrial(list));
  let [now, has] = [nodes, measure(nodes)];
  const keys = SHAPE_KEYS.filter((k) => wanted[k] !== undefined && has[k] !== undefined);
  const fields = fieldsOf(solveTrial(now), keys, null);
  const used = keys.filter((k) => fields.has(k));
  const weight = (k: ShapeKey): number => (typed.includes(k) ? TYPED_WEIGHT : 1);
  const gapsOf = (m: ShapeMeasures): number[] => used.map((k) => (wanted[k]! - (m[k] ?? NaN)) * weight(k));
  const size = (m: ShapeMeasures): number => Math.hypot(...gapsOf(m));
  const apply = (list: readonly OutlineNode[], amounts: readonly number[]): readonly OutlineNode[] =>
    warp(list, held, (p) =>
      amounts.reduce(
        (sum, amount, i) => {
          const d = fields.get(used[i]!)!(p);
          return { x: sum.x + amount * d.x, y: sum.y + amount * d.y };
        },
        { x: 0, y: 0 },
      ),
    );
  let damping = DAMPING;
  for (let step = 0; step < NEAREST_STEPS; step += 1) {
    const gaps = gapsOf(has);
    const columns = used.map((_, i) => {
      const probed = measure(
        apply(
          now,
          used.map((__, j) => (j === i ? PROBE : 0)),
        ),
      );
      return used.map((k) => (((probed[k] ?? has[k]!) - has[k]!) / PROBE) * weight(k));
    });
    const product = (a: readonly number[], b: readonly number[]): number =>
      a.reduce((sum, v, i) => sum + v * b[i]!, 0);
    const normal = columns.map((a) => columns.map((b) => product(a, b)));
    const right = columns.map((a) => product(a, gaps));
    const trace = normal.reduce((sum, row, i) => sum + row[i]!, 0) / used.length;
    const left = size(has);
    let better = false;
    for (let tries = 0; tries < 6 && !better; tries += 1) {
      const damped = normal.map((row, i) => row.map((v, j) => (i === j ? v + damping * trace : v)));
      const amounts = solveDense(damped, right);
      const next =
        amounts &&
        apply(
          now,
          amounts.map((a) => Math.max(-LONGEST_STEP, Math.min(LONGEST_STEP, a))),
        );
      const found = next && measure(next);
      if (next && found && size(found) < size(has) - 1e-9) {
        [now, has, better] = [next, found, true];
        damping = Math.max(1e-9, damping / 5);
      } else damping *= 6;
    }
    const isMet = typed.every((k) => Math.abs(wanted[k]! - (has[k] ?? NaN)) <= MET / 2);
    if (!better || (isMet && size(has) > left * (1 - LITTLE_GAIN))) break;
  }
  const tidy = keepStraight(
    now,
    now.map((n) => ({ ...n, x: rounded(n.x), y: rounded(n.y) })),
  );
  const final = shapeMeasures(solveOutline(tidy));
  return {
    nodes: tidy,
    misses: used
      .map((key) => ({ key, by: wanted[key]! - (final[key] ?? NaN) }))
      .filter((m) => !(Math.abs(m.by) <= MET)),
  };
}
