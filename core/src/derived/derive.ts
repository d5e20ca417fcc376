import type { Facts } from '../design/rule.ts';
import type { Design, Slab } from '../design/schema.ts';
import type { SectionKey } from '../design/sections/all.ts';
import type { Drawing } from '../drawing/drawing.ts';
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
import { planSheets } from '../templates/plan.ts';
import type { BodySolid } from '../shape/bodySolid.ts';
import { createBody } from '../shape/bodySolid.ts';
import { gluedFields, gluedMap, gluedSamplers, gluedSolids } from '../shape/glued.ts';
import { COARSE_STEP } from '../shape/shaped.ts';
import type { ThicknessMap } from '../shape/thicknessMap.ts';
import { thicknessMap } from '../shape/thicknessMap.ts';
import { createSampler } from '../solid/field.ts';
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
  /** The same without what is laid out: at hand sooner. */
  readonly bare: Drawing;
  /** The body's thickness, coarsely: quick enough to follow a hand. */
  readonly coarseMap: ThicknessMap;
  /** The body as it is looked at from all sides. */
  readonly seenSolid: Later<Shaded>;
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
  // The same while the body is carved: what is laid out in it does not depend on that.
  const neckOf = remember(
    (
      neck: Design['neck'],
      shaft: Design['shaft'],
      headstock: Design['headstock'],
      strings: Design['strings'],
      stringPlan: StringPlan,
      measures: ReturnType<typeof measureOutline>,
    ) => planNeck({ neck, shaft, headstock, strings }, stringPlan, measures),
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
  const sampler = createSampler();
  const samplers = gluedSamplers();
  // The same while the body is: what is asked of a worker is known by it.
  const gluedIn = remember(({ glued }: BodySolid) =>
    glued ? { whole: gluedSolids(glued.whole), floors: gluedSolids(glued.floors) } : null,
  );
  const coarseOf = remember((body: BodySolid) => {
    const outside = sampler.fields(body.solid, COARSE_STEP);
    const glued = gluedIn(body);
    return glued ? gluedMap(outside, gluedFields(glued.whole, COARSE_STEP, samplers)) : thicknessMap(outside);
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
      neckOf(design.neck, design.shaft, design.headstock, design.strings, stringPlan(), outline().measures),
    );
    const neckDrawing = once((): Drawing => ({
      layers: [
        ...headstockLayers(neckPlan(), design.strings),
        markerLayer(design.shaft, design.strings, stringPlan()),
      ],
    }));
    const carved = once(() => bodyOf(design.body, layout(), outline().path, design.openings));
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
        return platesIn(design.guards, design.openings, outline().path, layout());
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
      neckDrawing: { get: neckDrawing },
      walls: { get: () => wallsIn(layout(), design.body.grain), enumerable: true },
      floors: { get: () => floorsIn(layout()), enumerable: true },
      fits: { get: () => fitsIn(layout()), enumerable: true },
      wired: { get: () => wiredIn(layout(), design.runs), enumerable: true },
      coarseMap: { get: () => coarseOf(carved()) },
      // What takes long is requested by its own name alone: not by a copy of all, or a look through it.
      shaped: { get: () => long('shaped', [carved().solid, carved().floors, gluedIn(carved())]) },
      seenSolid: { get: () => long('seenSolid', [carved().solid, gluedIn(carved())?.whole ?? null]) },
      fewerSheets: { get: () => long('fewerSheets', [template(), design.print]) },
      reach: { get: () => reachIn(outline().path, stringPlan(), design.hand), enumerable: true },
    });
  });
}
