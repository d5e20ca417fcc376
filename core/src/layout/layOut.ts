import type { Design, Slab } from '../design/schema.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import type { Boxed } from '../geometry/polygons.ts';
import { areaHolds, polygonHolds } from '../geometry/polygons.ts';
import { remember } from '../geometry/remember.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import type { Cut } from './cut.ts';
import { areaOf, isOf, sameOwner } from './cut.ts';
import { clearCovers } from './clearCovers.ts';
import { openingCuts } from './openingCuts.ts';
import { cavityUnder, mountOf } from './mounting.ts';
import type { Mount } from './mounting.ts';
import type { PartInPlace } from './partInPlace.ts';
import { partName } from '../parts/partNames.ts';
import { partInPlace } from './partInPlace.ts';
import { neckCuts } from './pocket.ts';
import { runCut } from './runs.ts';

/** Everything that is laid out in the body: what is cut, and what fills it. Instrument frame, mm. */
export interface Layout {
  readonly thickness: number;
  /** Of a glued-on front, mm; null for a body of one piece. */
  readonly front: number | null;
  readonly body: Boxed;
  readonly cuts: readonly Cut[];
  readonly parts: readonly PartInPlace[];
}

const CAVITIES: ReadonlySet<Cut['role']> = new Set(['cavity', 'chamber']);

/**
 * The cavity that a control's hole comes out in: cut from the other face, round the hole's middle; the one whose
 * floor lies nearest to the hole's own face. Null where there is none.
 */
export function cavityBehind(cuts: readonly Cut[], hole: Cut): Cut | null {
  const at = hole.round?.at ?? hole.area.polygon[0]!;
  let best: Cut | null = null;
  for (const cut of cuts) {
    // A chamber closed under the front is come into from the front too.
    if (
      (cut.face === hole.face && !cut.closed) ||
      !CAVITIES.has(cut.role) ||
      sameOwner(cut.owner, hole.owner)
    )
      continue;
    if (!areaHolds(cut.area, at) || cut.islands.some((i) => polygonHolds(i, at))) continue;
    const nearer = !best || (hole.face === 'front' ? cut.top > best.top : cut.bottom < best.bottom);
    if (nearer) best = cut;
  }
  return best;
}

/** The cavity that a control hangs in: under its plate where it is mounted in one, else the one that its hole comes out in. */
export function cavityOfControl({ part, mounted }: PartInPlace, cuts: readonly Cut[]): Cut | null {
  if (mounted) return cavityUnder(cuts, part);
  const hole = cuts.find((c) => isOf(c, 'part', part.id) && c.role === 'hole');
  return hole ? cavityBehind(cuts, hole) : null;
}

const ENDED = new WeakMap<Cut, { readonly cavity: Cut; readonly ended: Cut }>();

function endedIn(cut: Cut, cavity: Cut): Cut {
  const known = ENDED.get(cut);
  if (known?.cavity === cavity) return known.ended;
  const ended =
    cut.face === 'front'
      ? { ...cut, bottom: cavity.top, through: false }
      : { ...cut, top: cavity.bottom, through: false };
  ENDED.set(cut, { cavity, ended });
  return ended;
}

/** A control's hole ends where it comes into the cavity behind it. */
function endHoles(cuts: readonly Cut[]): readonly Cut[] {
  const others = cuts.filter((c) => CAVITIES.has(c.role));
  return cuts.map((cut) => {
    if (cut.role !== 'hole' || !cut.through) return cut;
    const cavity = cavityBehind(others, cut);
    return cavity && !cavity.through ? endedIn(cut, cavity) : cut;
  });
}

const followsBody = (openings: Design['openings']): boolean =>
  openings.some((o) => o.steps.some(({ shape }) => shape.kind === 'inset' && shape.of === 'body'));

/** All cuts and parts of a design. */
export type LayOut = (
  design: Pick<Design, 'parts' | 'openings' | 'runs' | 'neck' | 'strings'> & {
    readonly body: Slab;
    /** The plates that parts are fixed to (see `createMounts`). */
    readonly mounts: readonly Mount[];
  },
  path: ClosedPath,
  stringPlan: StringPlan,
) => Layout;

/**
 * A way to lay out designs that remembers: what has not changed since its last call is the same object again, the list
 * of cuts too, while the body's edge alone moves and no opening follows it.
 */
export function createLayOut(): LayOut {
  const bodyArea = remember((path: ClosedPath) => areaOf(path));
  const cutsOfNeck = remember(
    (neck: Design['neck'], strings: Design['strings'], body: Slab, stringPlan: StringPlan) =>
      neckCuts({ neck, strings, body }, stringPlan),
  );

  const partsOf = remember(
    (parts: Design['parts'], thickness: number, mounts: readonly Mount[]): readonly PartInPlace[] =>
      parts.map((p) => partInPlace(p, thickness, partName(parts, p.id), mountOf(p, mounts))),
  );
  const cutsOf = remember(
    (
      ofNeck: readonly Cut[],
      openings: Design['openings'],
      runs: Design['runs'],
      parts: readonly PartInPlace[],
      body: Slab,
      path: ClosedPath | null,
    ) =>
      clearCovers(
        endHoles([
          ...ofNeck,
          ...openingCuts({ openings, body }, path ?? []),
          ...runs.map(runCut),
          ...parts.flatMap((p) => p.cuts),
        ]),
        openings,
      ),
  );

  return (design, path, stringPlan) => {
    const { thickness } = design.body;
    const parts = partsOf(design.parts, thickness, design.mounts);
    const ofNeck = cutsOfNeck(design.neck, design.strings, design.body, stringPlan);
    const followed = followsBody(design.openings) ? path : null;
    return {
      thickness,
      front: design.body.front ?? null,
      body: bodyArea(path),
      cuts: cutsOf(ofNeck, design.openings, design.runs, parts, design.body, followed),
      parts,
    };
  };
}
