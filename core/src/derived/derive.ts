import type { Facts } from '../design/rule.ts';
import type { Design, Slab } from '../design/schema.ts';
import type { SectionKey } from '../design/sections/all.ts';
import type { Drawing, SeenFrom } from '../drawing/drawing.ts';
import type { AtHornPlace, LoadAtAngle } from '../balance/curves.ts';
import { once, remember } from '../geometry/remember.ts';
import { drawCuts, drawDeepCuts, drawParts } from '../layout/drawing.ts';
import { controlFits } from '../layout/controls.ts';
import { floorsOf } from '../layout/floors.ts';
import type { Layout } from '../layout/layOut.ts';
import { createLayOut } from '../layout/layOut.ts';
import type { Mount } from '../layout/mounting.ts';
import { createMounts } from '../layout/mounting.ts';
import { platesOf } from '../layout/plates.ts';
import { wallsOf } from '../layout/walls.ts';
import { wiringOf } from '../layout/wiring.ts';
import type { NeckFittings } from '../neck/fittings.ts';
import type { NeckPieces } from '../neck/neckMesh.ts';
import type { NeckPlan, NeckSource } from '../neck/planNeck.ts';
import type { NeckSolid } from '../neck/neckSolid.ts';
import { drawNeckTemplate } from '../neck/template.ts';
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

import { createBalanceDeriver } from './balanceDeriver.ts';
import { createNeckDeriver } from './neckDeriver.ts';

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
  const neck = createNeckDeriver();
  const slabOf = remember((thickness: number, grain: number, front: number | null): Slab => ({
    thickness,
    grain,
    front,
  }));
  const layOut = createLayOut();
  const mountsIn = createMounts();
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
      mounts: readonly Mount[],
    ) => layOut({ parts, openings, runs, neck, strings, body, mounts }, path, stringPlan),
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
  const balance = createBalanceDeriver(coarse);
  // A neck’s paper is the same while the body is drawn.
  const neckTemplateOf = remember(
    (
      source: NeckSource,
      handedness: Design['handedness'],
      units: Design['units'],
      neckPlan: NeckPlan,
      neckSolid: NeckSolid,
      stringPlan: StringPlan,
    ) => drawNeckTemplate({ ...source, units }, handedness, { neckPlan, neckSolid, stringPlan }),
  );
  const neckSheetsOf = remember(planFromTop);
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
        mountsIn(design),
      ),
    );
    // Another body leaves the neck as it is, but for one that runs through it.
    const tail = (): number | null => (design.neck.joint === 'through' ? outline().measures.box.minX : null);
    const neckPlan = once(() => neck.plan(design, stringPlan(), tail()));
    const markers = once(() => neck.markers(design.shaft, design.strings, stringPlan()));
    const neckDrawing = (from: SeenFrom) =>
      once((): Drawing => ({
        layers: [
          ...neck.headstockLayers(neckPlan().headstock, design.strings, design.headstock.trees, from),
          markers(),
        ],
      }));
    const neckSource = once(() => neck.source(design));
    const neckWood = once(() => neck.solid(neckSource(), neckPlan()));
    const neckTemplate = once(() =>
      neckTemplateOf(neckSource(), design.handedness, design.units, neckPlan(), neckWood(), stringPlan()),
    );
    const neckPieces = once(() => neck.pieces(neckWood(), neckPlan()));
    const carved = once(() => bodyOf(design.body, layout(), outline().path, design.openings));
    const plates = once(() => platesIn(design.guards, design.openings, outline().path, layout()));
    const fittings = once(() => neck.fittings(neckSource(), neckPlan(), stringPlan(), markers()));
    const wired = once(() => wiredIn(layout(), design.runs));
    const balanced = balance(design, {
      ...{ carved, neckWood, neckPlan, stringPlan, layout, plates, wired, fittings, neckSource },
      path: () => outline().path,
    });
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
      neckSheets: { get: once(() => neckSheetsOf(neckTemplate(), design.print)) },
      neckFittings: { get: fittings },
      seenNeck: { get: () => long('seenNeck', [neckPieces(), neck.frame(neckSource(), neckPlan())]) },
      walls: { get: () => wallsIn(layout(), design.body.grain), enumerable: true },
      floors: { get: () => floorsIn(layout()), enumerable: true },
      fits: { get: () => fitsIn(layout()), enumerable: true },
      wired: { get: wired, enumerable: true },
      weighed: { get: balanced.weighed, enumerable: true },
      hanging: { get: balanced.hanging, enumerable: true },
      caseFit: { get: balanced.caseFit, enumerable: true },
      loadCurve: {
        get: () => {
          const from = balanced.curvesFrom();
          return from && long('loadCurve', [from.on, from.hand]);
        },
      },
      hornCurve: {
        get: () => {
          const from = balanced.curvesFrom();
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
