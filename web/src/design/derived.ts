import type { ClosedPath, Design, Drawing, OutlineMeasures, SheetPlan, StringLayout } from '@pelkin/core';
import {
  drawDesign,
  drawTemplate,
  layoutStrings,
  measureOutline,
  planSheets,
  solveOutline,
} from '@pelkin/core';
import { useMemo } from 'react';
import { useDesign } from './store.ts';

export interface Derived {
  readonly path: ClosedPath;
  readonly measures: OutlineMeasures;
  readonly layout: StringLayout;
  readonly drawing: Drawing;
  readonly template: Drawing;
  readonly plan: SheetPlan;
}

/** The results of the last few calls, by the identity of their arguments: a design and its states just before. */
function remember<A extends readonly unknown[], R>(f: (...args: A) => R, keep = 4): (...args: A) => R {
  const known: { args: A; result: R }[] = [];
  return (...args) => {
    const hit = known.find((k) => k.args.every((a, i) => a === args[i]));
    if (hit) return hit.result;
    const result = f(...args);
    known.unshift({ args, result });
    known.length = Math.min(known.length, keep);
    return result;
  };
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

export function useDerived(): Derived {
  const design = useDesign();
  return useMemo(() => derive(design), [design]);
}
