import { readFileSync } from 'node:fs';
import type { Contour, Design, Removal, Solid } from '@pelkin/core';
import {
  checkDesign,
  createDeriver,
  createSampler,
  crossSection,
  edits,
  massOf,
  newContour,
  thicknessMap,
} from '@pelkin/core';
import { meshOf } from '@pelkin/core/solid/mesh';
import type { Measured } from './measure.ts';
import { summed, times } from './measure.ts';

const STEP = 0.5;

function windrow(): Design {
  const checked = checkDesign(
    JSON.parse(readFileSync(new URL('../../demo/windrow.json', import.meta.url), 'utf8')),
  );
  if (!checked.ok) throw new Error('the measured design cannot be read');
  return checked.design;
}

/** The demo body with four contours, both edges, and ten of its openings. */
function measured(): { readonly design: Design; readonly of: (design: Design) => Solid } {
  const derive = createDeriver();
  let design = windrow();
  const kinds: readonly Contour['kind'][] = ['thigh', 'bevel', 'scoop', 'belly'];
  for (const kind of kinds) {
    if (design.body.contours.length === 4) break;
    const { path, measures, stringPlan } = derive(design);
    design = edits.addContour(design, newContour(kind, design, path, measures, stringPlan.jointX)).design;
  }
  const isOpening = (r: Removal): boolean => r.kind === 'opening';
  return {
    design,
    of: (d) => {
      const { solid } = derive(d).carved;
      const few = (list: readonly Removal[]): readonly Removal[] => [
        ...list.filter(isOpening).slice(0, 5),
        ...list.filter((r) => !isOpening(r)),
      ];
      return { ...solid, front: few(solid.front), back: few(solid.back) };
    },
  };
}

/** The loops alone that the fields are made of, on a grid as large, with nothing round them. */
function bareLoops(columns: number, rows: number): () => number {
  const share = new Float32Array(columns * rows);
  const depth = new Float32Array(columns * rows);
  for (let i = 0; i < share.length; i += 1)
    share[i] = i % columns > columns / 5 && i % columns < (4 * columns) / 5 ? 1 : 0;
  const far = columns * STEP;
  return () => {
    // One contour over the face, by its distance from a straight line.
    for (let r = 0; r < rows; r += 1)
      for (let c = 0; c < columns; c += 1) {
        const i = r * columns + c;
        const u = 0.8 * c * STEP + 0.6 * r * STEP - far / 2;
        depth[i] = u <= 0 || share[i] === 0 ? 0 : u < 18 ? (0.2 * u * u) / 36 : 0.2 * (u - 9);
      }
    // Its mass.
    let [volume, x, y] = [0, 0, 0];
    for (let r = 0; r < rows; r += 1)
      for (let c = 0; c < columns; c += 1) {
        const i = r * columns + c;
        const v = share[i]! * (44 - depth[i]!);
        volume += v;
        x += c * v;
        y += r * v;
      }
    return volume + x + y;
  };
}

/** Runs of something, each with the bare loops just before and after it: how often as long it takes, whatever the machine's speed at that moment. */
async function besideLoops(
  runs: number,
  loops: () => number,
  run: (i: number) => unknown,
): Promise<{ readonly ms: readonly number[]; readonly ratios: readonly number[] }> {
  const timed = async (f: () => unknown): Promise<number> => {
    const begun = performance.now();
    await f();
    return performance.now() - begun;
  };
  const [ms, ratios]: [number[], number[]] = [[], []];
  for (let i = -2; i < runs; i += 1) {
    const before = await timed(loops);
    const took = await timed(() => run(Math.max(0, i)));
    const after = await timed(loops);
    if (i < 0) continue;
    ms.push(took);
    ratios.push((2 * took) / (before + after));
  }
  return { ms, ratios };
}

/** What the loops took where the budgets were set, ms: a budget over it is a ratio. */
const LOOPS_MS = 5;

/** The body as a solid: its fields and mass, its mesh, what is seen of it while a hand moves. */
export async function measureSolids(): Promise<Measured[]> {
  const { design, of } = measured();
  const node = design.outline.nodes[3]!;
  const moved = Array.from({ length: 7 }, (_, i) =>
    of(edits.moveNode(design, node.id, { x: node.x + i / 10, y: node.y })),
  );
  const sampler = createSampler();
  const grid = sampler.fields(moved[0]!, STEP);
  const loops = bareLoops(grid.columns, grid.rows);
  const fields = await besideLoops(
    25,
    loops,
    (i) => massOf(sampler.fields(moved[i % moved.length]!, STEP)).volume,
  );
  const bare = await times(25, loops);
  const meshes = await besideLoops(12, loops, (i) => meshOf(moved[i % moved.length]!));
  const neckDerive = createDeriver();
  const necks = Array.from(
    { length: 7 },
    (_, i) => neckDerive(edits.editShaft(design, { atFret12: design.shaft.atFret12 + i / 20 })).neckSolid,
  );
  const [shaftSampler, headSampler] = [createSampler(), createSampler()];
  const neckFields = await besideLoops(15, loops, (i) => {
    const { shaft, head } = necks[i % necks.length]!;
    return massOf(shaftSampler.fields(shaft, STEP)).volume + massOf(headSampler.fields(head, STEP)).volume;
  });
  // While a handle is dragged: the coarse map and the section of each state, as the page makes them.
  const contour = design.body.contours[0]!;
  const derive = createDeriver();
  const coarse = createSampler();
  const { box } = derive(design).measures;
  const cut = { from: { x: 20, y: box.maxY + 14 }, to: { x: 20, y: box.minY - 14 } };
  const followed = await times(60, (i) => {
    const now = edits.changeContour(design, contour.id, {
      line: contour.line.map((p, k) => (k === 1 ? { x: p.x + (i % 30) / 5, y: p.y } : p)),
    });
    const { carved, layout } = derive(now);
    return (
      thicknessMap(coarse.fields(carved.solid, 2)).wood.length +
      crossSection(carved, layout, cut.from, cut.to).pieces.length
    );
  });
  return [
    summed('fields and mass at 0.5 mm after a moved node', 'ms', fields.ms, 60),
    summed('the same over the bare loops beside it', 'x', fields.ratios, 60 / LOOPS_MS),
    summed('the bare loops of one contour and of mass, as large', 'ms', bare, null),
    summed('mesh: 10 openings, edges, four contours', 'ms', meshes.ms, 400),
    summed('the same over the bare loops beside it', 'x', meshes.ratios, 400 / LOOPS_MS),
    summed('neck: fields and mass at 0.5 mm', 'ms', neckFields.ms, 400),
    summed('the same over the bare loops beside it', 'x', neckFields.ratios, 400 / LOOPS_MS),
    summed('map and section of a moved handle', 'ms', followed, 16.7),
    summed('map and section of a moved handle, 95th percentile', 'ms', followed, 33.3, 0.95),
  ];
}
