import type { Facts } from '../design/rule.ts';
import type { Design, Slab } from '../design/schema.ts';
import type { SectionKey } from '../design/sections/all.ts';
import type { Drawing, Layer, Mark, SeenFrom } from '../drawing/drawing.ts';
import { markPieces } from '../drawing/drawing.ts';
import { buttonsOf } from '../balance/buttons.ts';
import { fitInCase } from '../balance/outside.ts';
import type { AtHornPlace, LoadAtAngle } from '../balance/curves.ts';
import type { HangingState } from '../balance/hangingState.ts';
import { hangingState, onStrapOf } from '../balance/hangingState.ts';
import { hornPlaces } from '../balance/hornPlaces.ts';
import type { WeightSource } from '../balance/items.ts';
import { weighAll } from '../balance/items.ts';
import type { Weight } from '../balance/masses.ts';
import { measureOf } from '../parts/kinds.ts';
import { createWoodMasses } from '../balance/woodMasses.ts';
import { once, remember } from '../geometry/remember.ts';
import { drawCuts, drawDeepCuts, drawParts } from '../layout/drawing.ts';
import { controlFits } from '../layout/controls.ts';
import { floorsOf } from '../layout/floors.ts';
import type { Layout } from '../layout/layOut.ts';
import { createLayOut } from '../layout/layOut.ts';
import { platesOf } from '../layout/plates.ts';
import { wallsOf } from '../layout/walls.ts';
import { wiringOf } from '../layout/wiring.ts';
import { drawHeadstock, drawMarkers } from '../neck/drawing.ts';
import type { NeckFittings } from '../neck/fittings.ts';
import { fittingsOf, stringsInSpace } from '../neck/fittings.ts';
import { shaftFrame } from '../neck/frames.ts';
import type { NeckPieces } from '../neck/neckMesh.ts';
import type { NeckSolid } from '../neck/neckSolid.ts';
import { NECK_CHORD, neckSolid } from '../neck/neckSolid.ts';
import { drawNeckTemplate } from '../neck/template.ts';
import type { NeckPlan, NeckSource } from '../neck/planNeck.ts';
import type { HeadstockPlan, PlannedFrom } from '../neck/headstockPlan.ts';
import { planHeadstock } from '../neck/headstockPlan.ts';
import { planNeck } from '../neck/planNeck.ts';
import { drawDimensions } from '../outline/dimensions.ts';
import { drawSawLine } from '../outline/sawLine.ts';
import { handReach } from '../outline/handReach.ts';
import { drawOwnLines } from '../outline/ownLines.ts';
import { measureOutline } from '../outline/measures.ts';
import { solveOutline } from '../outline/solve.ts';
import { drawCentre, drawNeck, drawSaddle, drawStrings } from '../strings/drawing.ts';
import { planStrings } from '../strings/stringPlan.ts';
import type { StringPlan } from '../strings/stringPlan.ts';
import type { ClosedPath } from '../geometry/closedPath.ts';
import { flattenPath } from '../geometry/closedPath.ts';
import { cubicAt } from '../geometry/cubic.ts';
import type { Polygon } from '../geometry/polygons.ts';
import {
  drawBare,
  drawDesign,
  drawMiddleMarks,
  drawOutline,
  drawTemplate,
  partsOnPaper,
} from './designDrawing.ts';
import { drawCarves, drawDepths } from '../shape/drawing.ts';
import type { TemplateParts } from './designDrawing.ts';
import type { SheetPlan } from '../templates/plan.ts';
import { planFromTop, planSheets } from '../templates/plan.ts';
import type { BodySolid } from '../shape/bodySolid.ts';
import { createBody } from '../shape/bodySolid.ts';
import { createCoarse } from '../shape/coarse.ts';
import { gluedMap, gluedSolids } from '../shape/glued.ts';
import type { ThicknessMap } from '../shape/thicknessMap.ts';
import { thicknessMap } from '../shape/thicknessMap.ts';
import type { Shaded } from '../solid/mesh/shading.ts';
import { atOnce } from './long.ts';
import type { Later } from '../design/later.ts';
import type { LongSource } from './long.ts';

/** Everything that follows from a design and is cheap enough to follow a drag: all that rules can read, and drawings. */
export interface Derived extends Omit<Facts, SectionKey> {
  /** As the board shows it: right-handed, neck to the nut, dimensions on. */
  readonly drawing: Drawing;
  /** The same with what is cut from the front dashed, as the board shows it from the back. */
  readonly backDrawing: Drawing;
  /** The neck with its headstock, laid out flat: what the drawing of the body has not. */
  readonly neckDrawing: Drawing;
  readonly neckBackDrawing: Drawing;
  /** The same without what is laid out: at hand sooner. */
  readonly bare: Drawing;
  /** The body's thickness, coarsely: quick enough to follow a hand. */
  readonly coarseMap: ThicknessMap;
  /** The body as it is looked at from all sides. */
  readonly seenSolid: Later<Shaded>;
  /** The neck’s wood as solids, and as what its mesh is made from. */
  readonly neckSolid: NeckSolid;
  readonly neckPieces: NeckPieces;
  /** The neck’s templates on one drawing, and the sheets that it is printed on. */
  readonly neckTemplate: Drawing;
  readonly neckSheets: SheetPlan;
  /** The neck in its place, looked at from all sides; and what stands on it. */
  readonly seenNeck: Later<Shaded>;
  readonly neckFittings: NeckFittings;
  /** Left-hand load against angle, and against the horn button’s place; null without buttons that carry. */
  readonly loadCurve: Later<readonly LoadAtAngle[]> | null;
  readonly hornCurve: Later<readonly AtHornPlace[]> | null;
}

const RAD = Math.PI / 180;

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

/**
 * A way to derive designs that remembers, by identity, what the parts of the last few gave: moving a
 * node does not draw the frets again. One for each page, worker or request; none is shared. What takes long comes from
 * `long`: on the spot, or from a worker.
 */
export function createDeriver(long: LongSource = atOnce()): (design: Design) => Derived {
  const outlineOf = remember((nodes: Design['outline']['nodes']) => {
    const path = solveOutline(nodes);
    return { path, measures: measureOutline(path) };
  });
  const stringPlanOf = remember(planStrings);
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
  const neckSolidOf = remember(neckSolid);
  const piecesOf = remember(
    ({ sweep, shaft, frame, joint, slot, holes }: NeckSolid, plan: NeckPlan): NeckPieces => ({
      ...{ sweep, shaft, frame, joint, slot, holes },
      outline: flattenPath(plan.headstock.path, NECK_CHORD),
    }),
  );
  const shaftFrameOf = remember(shaftFrame);
  const fittingsIn = remember(
    (source: NeckSource, plan: NeckPlan, stringPlan: StringPlan, markers: Layer): NeckFittings => ({
      fittings: fittingsOf(source, plan, stringPlan, markers.marks.map(polygonOf)),
      strings: stringsInSpace(source, plan, stringPlan),
    }),
  );
  const headstockLayers = remember(drawHeadstock);
  const markerLayer = remember(drawMarkers);
  const slabOf = remember((thickness: number, grain: number, front: number | null): Slab => ({
    thickness,
    grain,
    front,
  }));
  const layOut = createLayOut();
  const laidOf = remember(
    (
      parts: Design['parts'],
      openings: Design['openings'],
      runs: Design['runs'],
      neck: Design['neck'],
      strings: Design['strings'],
      body: Slab,
      path: ClosedPath,
      stringPlan: StringPlan,
    ) => layOut({ parts, openings, runs, neck, strings, body }, path, stringPlan),
  );
  const wallsIn = remember((layout: Layout, grain: number) => wallsOf(layout, grain * RAD));
  const floorsIn = remember(floorsOf);
  const fitsIn = remember(controlFits);
  const platesIn = remember(platesOf);
  const wiredIn = remember(wiringOf);
  const reachIn = remember(handReach);
  const bodyOf = createBody();
  // The same while the body is: what is asked of a worker is known by it.
  const gluedIn = remember(({ glued }: BodySolid) =>
    glued ? { whole: gluedSolids(glued.whole), floors: gluedSolids(glued.floors) } : null,
  );
  const coarse = createCoarse();
  const coarseOf = remember((body: BodySolid) => {
    const { outside, pieces } = coarse(body);
    return pieces ? gluedMap(outside, pieces) : thicknessMap(outside);
  });
  const woodMasses = createWoodMasses(coarse);
  const weightSourceOf = remember(
    (
      weight: Design['weight'],
      neck: Design['neck'],
      shaft: Design['shaft'],
      headstock: Design['headstock'],
      strings: Design['strings'],
      thickness: number,
    ): WeightSource => ({ weight, neck, shaft, headstock, strings, thickness }),
  );
  const weighedIn = remember(weighAll);
  const caseIn = remember(fitInCase);
  const hangingOf = remember(hangingState);
  const buttonsIn = remember(buttonsOf);
  // What curves are computed from: the same while it is, since a worker is asked by it.
  const curvesFrom = remember((weight: Weight | null, state: HangingState | null, path: ClosedPath) => {
    if (!weight || !state?.loads) return null;
    const { horn } = state.buttons;
    return {
      on: onStrapOf(state, weight),
      hand: state.hand,
      angle: state.angle,
      button: measureOf(horn.part.spec, 'mass'),
      places: hornPlaces(path, horn).map(({ along, at }) => ({ along, at })),
    };
  });
  const makers = {
    drawNeck: remember(drawNeck),
    drawStrings: remember(drawStrings),
    drawSaddle: remember(drawSaddle),
    drawSawLine: remember(drawSawLine),
    drawCentre: remember(drawCentre),
    drawOutline: remember(drawOutline),
    drawMiddleMarks: remember(drawMiddleMarks),
    drawCuts: remember(drawCuts),
    drawDeepCuts: remember(drawDeepCuts),
    drawParts: remember(drawParts),
    drawDimensions: remember(drawDimensions),
    drawOwnLines: remember(drawOwnLines),
    drawCarves: remember(drawCarves),
    drawDepths: remember(drawDepths),
    partsOnPaper: remember(partsOnPaper),
  };
  return remember((design: Design): Derived => {
    // Each is made when it is first read: a page that shows no sheets does not wait for their plan.
    const outline = once(() => outlineOf(design.outline.nodes));
    const stringPlan = once(() => stringPlanOf(design.strings));
    const layout = once(() =>
      laidOf(
        design.parts,
        design.openings,
        design.runs,
        design.neck,
        design.strings,
        slabOf(design.body.thickness, design.body.grain, design.body.gluedFront?.thickness ?? null),
        outline().path,
        stringPlan(),
      ),
    );
    const neckPlan = once(() =>
      neckOf(
        design.neck,
        design.shaft,
        design.headstock,
        design.strings,
        stringPlan(),
        // Another body leaves the neck as it is, but for one that runs through it.
        design.neck.joint === 'through' ? outline().measures.box.minX : null,
      ),
    );
    const markers = once(() => markerLayer(design.shaft, design.strings, stringPlan()));
    const neckDrawing = (from: SeenFrom) =>
      once((): Drawing => ({
        layers: [
          ...headstockLayers(neckPlan().headstock, design.strings, design.headstock.trees, from),
          markers(),
        ],
      }));
    const neckSource = once(() => neckSourceOf(design.neck, design.shaft, design.headstock, design.strings));
    const neckWood = once(() => neckSolidOf(neckSource(), neckPlan()));
    const neckTemplate = once(() =>
      drawNeckTemplate(design, {
        neckPlan: neckPlan(),
        neckSolid: neckWood(),
        stringPlan: stringPlan(),
      }),
    );
    const neckPieces = once(() => piecesOf(neckWood(), neckPlan()));
    const carved = once(() => bodyOf(design.body, layout(), outline().path, design.openings));
    const plates = once(() => platesIn(design.guards, design.openings, outline().path, layout()));
    const fittings = once(() => fittingsIn(neckSource(), neckPlan(), stringPlan(), markers()));
    const wired = once(() => wiredIn(layout(), design.runs));
    const weighed = once(() =>
      weighedIn(
        weightSourceOf(
          design.weight,
          design.neck,
          design.shaft,
          design.headstock,
          design.strings,
          design.body.thickness,
        ),
        woodMasses.body(carved(), design.neck),
        woodMasses.neck(neckWood()),
        neckPlan(),
        stringPlan(),
        layout(),
        plates(),
        wired(),
        fittings(),
      ),
    );
    const hanging = once(() => hangingOf(weighed(), buttonsIn(design.parts), design.player, design.strings));
    const parts: TemplateParts = {
      get carved() {
        return carved();
      },
      get path() {
        return outline().path;
      },
      get measures() {
        return outline().measures;
      },
      get stringPlan() {
        return stringPlan();
      },
      get layout() {
        return layout();
      },
      get plates() {
        return plates();
      },
    };
    const bare = once(() => drawBare(design, parts, makers));
    const drawing = once(() => drawDesign(design, parts, makers));
    const backDrawing = once(() => drawDesign(design, parts, makers, 'back'));
    const template = once(() => drawTemplate(design, parts, makers));
    const plan = once(() => planSheets(template(), design.print));
    const backTemplate = once(() => drawTemplate(design, parts, makers, 'back'));
    const backPlan = once(() => planSheets(backTemplate(), design.print));
    return Object.defineProperties({} as Derived, {
      ...Object.getOwnPropertyDescriptors(parts),
      bare: { get: bare, enumerable: true },
      drawing: { get: drawing, enumerable: true },
      template: { get: template, enumerable: true },
      plan: { get: plan, enumerable: true },
      // Read by their own names only: most users never turn the body over.
      backDrawing: { get: backDrawing },
      backTemplate: { get: backTemplate },
      backPlan: { get: backPlan },
      // What rules, readings and panels ask for alike is looked for once.
      neckPlan: { get: neckPlan, enumerable: true },
      neckDrawing: { get: neckDrawing('front') },
      neckBackDrawing: { get: neckDrawing('back') },
      neckSolid: { get: neckWood },
      neckPieces: { get: neckPieces },
      neckTemplate: { get: neckTemplate },
      neckSheets: { get: once(() => planFromTop(neckTemplate(), design.print)) },
      neckFittings: { get: fittings },
      seenNeck: { get: () => long('seenNeck', [neckPieces(), shaftFrameOf(neckSource(), neckPlan())]) },
      walls: { get: () => wallsIn(layout(), design.body.grain), enumerable: true },
      floors: { get: () => floorsIn(layout()), enumerable: true },
      fits: { get: () => fitsIn(layout()), enumerable: true },
      wired: { get: wired, enumerable: true },
      weighed: { get: weighed, enumerable: true },
      hanging: { get: hanging, enumerable: true },
      caseFit: {
        get: () =>
          caseIn(
            design.player.case,
            neckSource(),
            design.parts,
            design.body.thickness,
            outline().path,
            layout(),
            neckPlan(),
            fittings(),
          ),
        enumerable: true,
      },
      loadCurve: {
        get: () => {
          const from = curvesFrom(weighed(), hanging(), outline().path);
          return from && long('loadCurve', [from.on, from.hand]);
        },
      },
      hornCurve: {
        get: () => {
          const from = curvesFrom(weighed(), hanging(), outline().path);
          return from && long('hornCurve', [from.on, from.hand, from.angle, from.button, from.places]);
        },
      },
      coarseMap: { get: () => coarseOf(carved()) },
      // What takes long is requested by its own name alone: not by a copy of all, or a look through it.
      shaped: { get: () => long('shaped', [carved().solid, carved().floors, gluedIn(carved())]) },
      seenSolid: { get: () => long('seenSolid', [carved().solid, gluedIn(carved())?.whole ?? null]) },
      fewerSheets: { get: () => long('fewerSheets', [template(), design.print]) },
      reach: { get: () => reachIn(outline().path, stringPlan(), design.hand), enumerable: true },
    });
  });
}
