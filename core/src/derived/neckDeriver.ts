import type { Design } from '../design/schema.ts';
import type { Layer, Mark } from '../drawing/drawing.ts';
import { markPieces } from '../drawing/drawing.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import { cubicAt } from '../geometry/cubic.ts';
import type { Polygon } from '../geometry/polygons.ts';
import { remember } from '../geometry/remember.ts';
import { drawHeadstock, drawMarkers } from '../neck/drawing.ts';
import type { NeckFittings } from '../neck/fittings.ts';
import { fittingsOf, stringsInSpace } from '../neck/fittings.ts';
import { shaftFrame } from '../neck/frames.ts';
import type { HeadstockPlan, PlannedFrom } from '../neck/headstockPlan.ts';
import { planHeadstock } from '../neck/headstockPlan.ts';
import type { NeckPieces } from '../neck/neckMesh.ts';
import type { NeckSolid } from '../neck/neckSolid.ts';
import { NECK_CHORD, neckSolid } from '../neck/neckSolid.ts';
import type { NeckPlan, NeckSource } from '../neck/planNeck.ts';
import { planNeck } from '../neck/planNeck.ts';
import type { StringPlan } from '../strings/stringPlan.ts';

/** Steps of a curve that is only looked at. */
const SEEN_STEPS = 6;
/** A closed line that is drawn, as the corners of what it looks like. */
const polygonOf = (mark: Mark): Polygon =>
  mark.kind === 'path'
    ? markPieces(mark).flatMap((piece) =>
        'p0' in piece
          ? Array.from({ length: SEEN_STEPS }, (_, i) => cubicAt(piece, i / SEEN_STEPS))
          : [piece[0]],
      )
    : [];

/** What follows for the neck, remembered by identity: the plan, its solid, what stands on it, its layers of the drawing. */
export function createNeckDeriver() {
  // The same while the body is carved: what is laid out in it does not depend on that.
  // It looks along every housing: the same while the shaft is carved.
  const headstockBy = remember(
    (
      outline: PlannedFrom['outline'],
      tuners: PlannedFrom['tuners'],
      trees: PlannedFrom['trees'],
      tilt: number,
      below: number,
      thickness: number,
      strings: Design['strings'],
      stringPlan: StringPlan,
    ) => planHeadstock({ outline, tuners, trees, tilt, below, thickness }, strings, stringPlan),
  );
  const headstockOf = (
    { outline, tuners, trees, tilt, below, thickness }: PlannedFrom,
    strings: Design['strings'],
    stringPlan: StringPlan,
  ): HeadstockPlan => headstockBy(outline, tuners, trees, tilt, below, thickness, strings, stringPlan);
  const neckOf = remember(
    (
      neck: Design['neck'],
      shaft: Design['shaft'],
      headstock: Design['headstock'],
      strings: Design['strings'],
      stringPlan: StringPlan,
      tail: number | null,
    ) =>
      planNeck(
        { neck, shaft, headstock, strings },
        stringPlan,
        tail,
        headstockOf(headstock, strings, stringPlan),
      ),
  );
  const neckSourceOf = remember(
    (
      neck: Design['neck'],
      shaft: Design['shaft'],
      headstock: Design['headstock'],
      strings: Design['strings'],
    ): NeckSource => ({ neck, shaft, headstock, strings }),
  );
  const piecesOf = remember(
    ({ sweep, shaft, frame, joint, slot, holes }: NeckSolid, plan: NeckPlan): NeckPieces => ({
      ...{ sweep, shaft, frame, joint, slot, holes },
      outline: flattenPath(plan.headstock.path, NECK_CHORD),
    }),
  );
  const fittingsIn = remember(
    (source: NeckSource, plan: NeckPlan, stringPlan: StringPlan, markers: Layer): NeckFittings => ({
      fittings: fittingsOf(source, plan, stringPlan, markers.marks.map(polygonOf)),
      strings: stringsInSpace(source, plan, stringPlan),
    }),
  );
  return {
    /** `tail`: where a neck that runs through the body ends, null for one that is joined to it. */
    plan: (
      { neck, shaft, headstock, strings }: Design,
      stringPlan: StringPlan,
      tail: number | null,
    ): NeckPlan => neckOf(neck, shaft, headstock, strings, stringPlan, tail),
    source: ({ neck, shaft, headstock, strings }: Design): NeckSource =>
      neckSourceOf(neck, shaft, headstock, strings),
    solid: remember(neckSolid),
    pieces: piecesOf,
    frame: remember(shaftFrame),
    fittings: fittingsIn,
    headstockLayers: remember(drawHeadstock),
    markers: remember(drawMarkers),
  };
}
