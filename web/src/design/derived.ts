import type { ClosedPath, Design, Drawing, OutlineMeasures, SheetPlan, StringLayout } from '@pelkin/core';
import {
  drawDesign,
  drawTemplate,
  layoutStrings,
  measureOutline,
  planSheets,
  solveOutline,
} from '@pelkin/core';
import { remember } from './remember.ts';
import { useDesign, useDesignStore } from './store.ts';

export interface Derived {
  readonly path: ClosedPath;
  readonly measures: OutlineMeasures;
  readonly layout: StringLayout;
  readonly drawing: Drawing;
  readonly template: Drawing;
  readonly plan: SheetPlan;
}

const outlineOf = remember((nodes: Design['outline']['nodes']) => {
  const path = solveOutline(nodes);
  return { path, measures: measureOutline(path) };
});
const layoutOf = remember((strings: Design['strings']) => layoutStrings(strings));
const drawingOf = remember(
  (
    outline: ReturnType<typeof outlineOf>,
    layout: StringLayout,
    strings: Design['strings'],
    units: Design['units'],
    design: Design,
  ) => {
    void strings;
    void units;
    return drawDesign(design, { ...outline, layout });
  },
);

/** Everything that follows from a design and is cheap enough to follow a drag; memoised by the parts it reads. */
export const derive = remember((design: Design): Derived => {
  const outline = outlineOf(design.outline.nodes);
  const layout = layoutOf(design.strings);
  const parts = { ...outline, layout };
  const template = drawTemplate(design, parts);
  return {
    ...parts,
    drawing: drawingOf(outline, layout, design.strings, design.units, design),
    template,
    plan: planSheets(template, design.print),
  };
});

/** All that follows from the open design. */
export const useDerived = (): Derived => derive(useDesign());

/**
 * One thing picked from the open design and what follows from it; the component is drawn anew only when
 * that thing changes. What is picked must be a plain value, or keep its identity.
 */
export const usePicked = <T>(pick: (design: Design, derived: Derived) => T): T =>
  useDesignStore((s) => {
    if (!s.design) throw new Error('no design is open');
    return pick(s.design, derive(s.design));
  });
