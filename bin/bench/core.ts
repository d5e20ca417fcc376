import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Design } from '@pelkin/core';
import {
  checkDesign,
  closedPathMark,
  createDeriver,
  createFinder,
  FAMILIES,
  FAMILY_STARTS,
  addOnEdge,
  curvatureComb,
  designRefusals,
  edits,
  findAll,
  findLumps,
  layOutSheets,
  pathData,
  reshapeDesign,
  solveOutline,
  startOutline,
} from '@pelkin/core';
import { drawingDxf } from '@pelkin/core/files/dxf';
import { fairStretch } from '@pelkin/core/outline';
import { sheetsPdf } from '@pelkin/core/files/pdf';
import type { Measured } from './measure.ts';
import { summed, times } from './measure.ts';

const require = createRequire(new URL('../../web/package.json', import.meta.url));

function demo(): Design {
  const checked = checkDesign(
    JSON.parse(readFileSync(new URL('../../core/tests/designs/version-5.json', import.meta.url), 'utf8')),
  );
  if (!checked.ok) throw new Error('the measured design cannot be read');
  return checked.design;
}

/** Everything that a moved node makes again, as the page does it: the rest is remembered. */
function recompute(derive: ReturnType<typeof createDeriver>, design: Design): number {
  designRefusals(design);
  const { path, drawing, plan } = derive(design);
  const comb = curvatureComb(path, 6, 1500, 42);
  return (
    pathData(closedPathMark('outline', 'outline', path)).length +
    drawing.layers.length +
    plan.tiles.length +
    comb.length
  );
}

/** The demo design with forty parts and fifteen openings of its own beside what parts need cut. */
function fullyLaidOut(design: Design): Design {
  let full = design;
  const pots = design.parts.filter((p) => p.spec.kind === 'pot');
  for (let i = 0; full.parts.length < 40; i += 1) {
    const { spec } = pots[i % pots.length]!;
    full = edits.addPart(full, spec, 'front', {
      x: -140 + 22 * (i % 9),
      y: 70 + 22 * Math.floor(i / 9),
    }).design;
  }
  for (let i = 0; full.openings.length < 15; i += 1)
    full = edits.addOpening(full, {
      name: `Rout ${i}`,
      face: i % 2 ? 'front' : 'back',
      at: { x: -130 + 28 * (i % 7), y: -60 + 24 * Math.floor(i / 7) },
      turn: 7 * i,
      steps: [edits.plainStep('rout', { kind: 'rect', long: 20, wide: 14, radius: 3 }, 12)],
    }).design;
  return full;
}

const HEAPED = { parts: 200, openings: 100 };
/** The demo design with 200 parts of all its kinds and 100 openings, this far apart from one another, mm: the less, the more they overlap. */
function heaped(design: Design, apart: number, shift: number): Design {
  const place = (i: number) => ({
    x: -100 + shift + apart * (i % 14),
    y: -20 + apart * Math.floor(i / 14),
  });
  const specs = [...new Map(design.parts.map((p) => [p.spec.kind, p.spec])).values()];
  let full = design;
  for (let i = 0; i < HEAPED.parts; i += 1)
    full = edits.addPart(full, specs[i % specs.length]!, 'front', place(i)).design;
  for (let i = 0; i < HEAPED.openings; i += 1)
    full = edits.addOpening(full, {
      name: `Rout ${i}`,
      face: i % 2 ? 'front' : 'back',
      at: place(i),
      turn: 7 * i,
      steps: [edits.plainStep('rout', { kind: 'rect', long: 40, wide: 20, radius: 3 }, 12)],
    }).design;
  return full;
}

/** The demo design grown until just twelve sheets carry a line. */
function twelveSheets(design: Design): Design {
  const derive = createDeriver();
  for (let k = 1; k < 3; k += 0.02) {
    const nodes = design.outline.nodes.map((n) => ({ ...n, x: n.x * k, y: n.y * k }));
    const grown = { ...design, outline: { nodes, mirror: [] } };
    if (derive(grown).plan.printed.length === 12) return grown;
  }
  throw new Error('no size gives twelve sheets');
}

export async function measureCore(): Promise<Measured[]> {
  const windrow = demo();
  const { design } = edits.addNode(windrow, 11, { x: -160, y: -35 });
  if (design.outline.nodes.length !== 24) throw new Error('the measured outline must have 24 nodes');
  const derive = createDeriver();
  const moved = await times(400, (i) =>
    recompute(derive, edits.moveNode(design, 'n8', { x: 108 + (i % 97) / 10, y: 107 })),
  );
  const large = twelveSheets(windrow);
  const { plan } = createDeriver()(large);
  const font = new Uint8Array(
    readFileSync(require.resolve('@fontsource/commissioner/files/commissioner-latin-400-normal.woff')),
  );
  const paper = await times(15, () => {
    const sheets = layOutSheets(plan, large.print.margins, {
      name: 'Windrow',
      revision: 'revision 1',
      date: '2026-11-23',
    });
    return sheetsPdf(sheets, { title: 'Windrow', font, madeAt: new Date(0) });
  });
  const begun = await times(40, (i) => {
    const family = FAMILIES[i % FAMILIES.length]!;
    const started = startOutline(
      family,
      { ...FAMILY_STARTS[family], length: FAMILY_STARTS[family].length! + (i % 7) },
      { x: 254, half: 29 },
    );
    if (!started.ok) throw new Error(started.contradictions[0]!.message);
    return started.outline.nodes.length;
  });
  const reshaped = await times(30, (i) => {
    const to = reshapeDesign(windrow, 'lowerBout', 312 + (i % 9));
    if (!to.ok) throw new Error(to.message);
    return to.design.outline.nodes.length;
  });
  const full = edits.editPrint(windrow, {
    show: {
      outline: true,
      openings: true,
      back: true,
      holes: true,
      parts: true,
      centre: true,
      neck: true,
      strings: true,
      saddle: true,
      dimensions: true,
      guards: true,
      guides: true,
      seams: true,
      carves: true,
      depths: true,
    },
    cutOffset: 3,
  });
  const { template } = createDeriver()(full);
  const dxf = await times(30, () => drawingDxf(template, 'Windrow', 'arcs').text.length);
  const solved = await times(200, (i) =>
    solveOutline(edits.moveNode(design, 'n8', { x: 108 + (i % 97) / 10, y: 107 }).outline.nodes),
  );
  const checked = await times(40, (i) => {
    const next = edits.moveNode(design, 'n8', { x: 108 + (i % 9) / 10, y: 107 });
    return findAll(next, derive(next)).length;
  });
  // One bump of nodes close together, one of them lifted off the edge.
  let lumpy = windrow;
  for (const share of [0.66, 0.5, 0.4]) lumpy = addOnEdge(lumpy, 9, share).design;
  const lifted = edits.moveNodes(lumpy, [lumpy.outline.nodes[11]!.id], { x: 0, y: 0.7 });
  const faired = await times(40, () => {
    const { before, after } = fairStretch(lifted.outline, null, 1.5);
    if (before.length !== 1 || after.length !== 0) throw new Error('the measured lump is not faired');
    return before.length;
  });
  const paths = Array.from({ length: 20 }, (_, i) =>
    solveOutline(edits.moveNode(design, 'n8', { x: 108 + i / 10, y: 107 }).outline.nodes),
  );
  const judged = await times(100, (i) => {
    const path = paths[i % paths.length]!;
    return findLumps(path, 0.03).length + curvatureComb(path, 6, 1500, 42).length;
  });
  const crowded = fullyLaidOut(design);
  const laidOut = createDeriver();
  // As a page does it: what a rule found stands while what it reads is the same.
  const look = createFinder();
  let nudged = crowded;
  const moving = await times(120, (i) => {
    nudged = edits.moveParts(nudged, ['p4'], { x: i % 2 ? 0.3 : -0.3, y: 0 });
    const derivedNow = laidOut(nudged);
    return derivedNow.plan.tiles.length + look(nudged, derivedNow).findings.length;
  });
  const heaps: Measured[] = [];
  for (const apart of [0, 2, 10, 20]) {
    const heapedDerive = createDeriver();
    // A fresh layout for each run, so that no result is remembered from another.
    const layouts = Array.from({ length: 10 }, (_, i) => heaped(windrow, apart, i / 10));
    const fresh = layouts.values();
    const found = await times(
      5,
      () => {
        const layout = fresh.next().value!;
        return findAll(layout, heapedDerive(layout)).length;
      },
      5,
    );
    heaps.push(
      summed(
        `findings of ${HEAPED.parts} parts and ${HEAPED.openings} openings ${apart} mm apart`,
        'ms',
        found,
        1_000,
      ),
    );
  }
  return [
    ...heaps,
    summed('a part moved among 40, 15 openings: derived and all findings', 'ms', moving, 10),
    summed('recompute after a moved node, 24 nodes', 'ms', moved, 8),
    summed('fair outline of 24 nodes solved', 'ms', solved, 3),
    summed('start from measures, all families in turn', 'ms', begun, 50),
    summed('reshape by a typed measure', 'ms', reshaped, null),
    summed('fair a whole outline with a lump', 'ms', faired, 50),
    summed('comb and lumps of 24 nodes', 'ms', judged, 3),
    summed('all findings', 'ms', checked, null),
    summed('DXF of a full design, arcs', 'ms', dxf, 100),
    summed('PDF of 12 sheets', 'ms', paper, 700),
  ];
}
