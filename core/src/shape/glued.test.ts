import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { checkDesign } from '../design/check.ts';
import * as shapeEdits from '../design/shapeEdits.ts';
import * as layoutEdits from '../design/layoutEdits.ts';
import type { Design } from '../design/schema.ts';
import { bodyFile } from '../files/bodyFile.ts';
import { machineLayers } from '../files/machineLayers.ts';
import { WRITERS, writerOf } from '../files/writers.ts';
import { findAll } from '../findings/run.ts';
import { polygonArea } from '../geometry/polygons.ts';
import { freeOpeningPlace } from '../layout/freePlace.ts';
import { meshOf } from '../solid/mesh/mesh.ts';
import { woodAt } from './thicknessMap.ts';
import { crossSection } from './section.ts';

const derive = createDeriver();
const TOP = 10;
const DEEP = 18;

/** Windrow's bare slab with a glued-on front and one chamber in its core. */
const slab = (front: Design['body']['gluedFront'] = { thickness: TOP, wood: 'spruce' }): Design => {
  const base = demo('windrow');
  const square = {
    ...base.body.edges.front,
    profile: { kind: 'square' as const },
    stretches: [],
    binding: [],
  };
  return {
    ...base,
    parts: [],
    runs: [],
    guards: [],
    neck: { ...base.neck, joint: 'undecided' },
    body: {
      ...base.body,
      edges: { front: square, back: square },
      contours: [],
      arch: { front: null, back: null },
      gluedFront: front,
    },
    openings: [
      {
        id: 'c1',
        name: 'Chamber',
        face: 'front',
        at: { x: -60, y: 70 },
        turn: 0,
        steps: [
          layoutEdits.plainStep('chamber', { kind: 'rect', long: 80, wide: 50, radius: 10 }, DEEP, 'chamber'),
        ],
      },
    ],
  };
};
const withSound = (design: Design, at = { x: -60, y: 70 }): Design => ({
  ...design,
  openings: [
    ...design.openings,
    {
      id: 's1',
      name: 'Sound opening',
      face: 'front',
      at,
      turn: 0,
      steps: [layoutEdits.plainStep('sound', { kind: 'circle', diameter: 30 }, 0, 'sound opening')],
      rim: { profile: { kind: 'round', radius: 4 }, bearing: 9.5 },
    },
  ],
});
const shapedOf = (design: Design) => {
  const { shaped } = derive(design);
  if (shaped.state !== 'ready') throw new Error('not measured');
  return shaped.value;
};
/** A rectangle of 80 by 50 with corners of 10. */
const CHAMBER_AREA = 80 * 50 - (4 - Math.PI) * 100;

describe('a body with a glued-on front', () => {
  const design = slab();
  const { carved, layout } = derive(design);
  const thickness = design.body.thickness;
  const area = polygonArea(carved.solid.region.outer);

  it('has its chamber under the glue line, its depth from the core’s own face', () => {
    const [chamber] = layout.cuts;
    expect(chamber).toMatchObject({ closed: true, top: -TOP, bottom: -TOP - DEEP, through: false });
    const names = machineLayers(design, derive(design), 'front').map((l) => l.name);
    expect(names).toContain(`CORE ${DEEP}.0`);
    // Cut from the back, or in one piece of wood, it is what it always was.
    expect(derive(slab(null)).layout.cuts[0]).toMatchObject({ top: 0, bottom: -DEEP });
  });
  it('weighs what both pieces weigh: the slab less what lies closed in it', () => {
    const { mass, pieces } = shapedOf(design);
    expect(mass.volume / (area * thickness - CHAMBER_AREA * DEEP)).toBeCloseTo(1, 4);
    expect(pieces!.front.volume / (area * TOP)).toBeCloseTo(1, 4);
    // Its centre lies where a slab's does, less the chamber's share.
    const gone = CHAMBER_AREA * DEEP;
    const slabs = area * thickness;
    const z = (-(thickness / 2) * slabs + (TOP + DEEP / 2) * gone) / (slabs - gone);
    expect(mass.centre.z).toBeCloseTo(z, 2);
  });
  it('is as thick over a chamber as the thinner of what lies over and under it', () => {
    const { map, least, brokenThrough } = shapedOf(design);
    expect(woodAt(map, -60, 70)).toBeCloseTo(TOP, 3);
    expect(woodAt(map, -60, 0)).toBeCloseTo(thickness, 3);
    expect(least.thickness).toBeCloseTo(TOP, 3);
    expect(brokenThrough).toBe(0);
    const deep = { ...design, body: { ...design.body, thickness: TOP + DEEP + 6 } };
    expect(shapedOf(deep).least.thickness).toBeCloseTo(6, 3);
    expect(woodAt(derive(design).coarseMap, -60, 70)).toBeCloseTo(TOP, 3);
  });
  it('is cut through as two pieces with the chamber between them', () => {
    const cut = crossSection(carved, layout, { x: -60, y: -250 }, { x: -60, y: 250 });
    const [core, front] = (['core', 'front'] as const).map((of) => cut.pieces.filter((p) => p.of === of));
    expect(front!.flatMap((p) => p.bottom.map(([, z]) => z)).every((z) => Math.abs(z + TOP) < 1e-9)).toBe(
      true,
    );
    const tops = core!.flatMap((p) => p.top.map(([, z]) => z));
    expect(Math.min(...tops)).toBeCloseTo(-TOP - DEEP, 6);
    expect(Math.max(...tops)).toBeCloseTo(-TOP, 6);
    expect(cut.woodAt(250 + 70)).toBeCloseTo(TOP, 6);
    expect(cut.woodAt(250)).toBeCloseTo(thickness, 6);
    expect(cut.woodAt(-1)).toBeNull();
  });
  it('is closed as meshes of both, with the rim of a sound opening, and as the list of its cuts', async () => {
    const sounding = withSound(design);
    const { mass, pieces } = shapedOf(sounding);
    const { glued } = derive(sounding).carved;
    const [front, core] = await Promise.all([
      meshOf(glued!.whole.front.solid),
      meshOf(glued!.whole.core.solid),
    ]);
    expect(front.volume / pieces!.front.volume).toBeCloseTo(1, 4);
    expect(core.volume / pieces!.core.volume).toBeCloseTo(1, 4);
    expect((front.volume + core.volume) / mass.volume).toBeCloseTo(1, 4);
    // A rounded rim, by Pappus: r² (1 − π/4) all round, its middle 0.2234 r outside the hole.
    const hole = Math.PI * 15 * 15;
    const rim = 16 * (1 - Math.PI / 4) * 2 * Math.PI * (15 + 0.2233804 * 4);
    expect(Math.abs(area * TOP - hole * TOP - rim - front.volume)).toBeLessThan(8);
    const file = bodyFile(sounding, glued!.whole.front, derive(sounding).path) as {
      region: { holes: unknown[] };
      front: { kind: string; edge?: number }[];
      back: { kind: string; depth_mm: number }[];
    };
    expect(file.region.holes).toHaveLength(1);
    expect(file.front).toMatchObject([
      { kind: 'edge round', edge: 0, radius_mm: 4, bearing_radius_mm: 4.75 },
    ]);
    expect(file.back).toMatchObject([{ kind: 'opening', depth_mm: thickness - TOP }]);
  });
  it('is written piece by piece; a body of one piece is refused with the reason', async () => {
    const write = (of: Design, piece: 'whole' | 'front' | 'core') =>
      writerOf('solid').write({
        design: of,
        derived: derive(of),
        revision: '',
        date: '',
        pdf: () => Promise.reject(new Error('none')),
        mesh: meshOf,
        neckMesh: () => Promise.reject(new Error('none')),
        piece,
      });
    expect((await write(design, 'whole')).told).toContain('as it looks from outside');
    expect((await write(design, 'core')).told).toContain('the core');
    await expect(write(slab(null), 'front')).rejects.toThrow('this body has no glued-on front');
    expect(WRITERS.filter((w) => w.pieces.includes('core')).map((w) => w.key)).toEqual([
      'solid',
      'stl',
      '3mf',
      'obj',
    ]);
  });
  it('says what goes wrong with it', () => {
    const rules = (d: Design) => findAll(d, derive(d)).map((f) => f.rule);
    const quiet = rules(withSound(design));
    for (const rule of ['chamber-opened', 'sound-over-nothing', 'through-front', 'contour-fault'])
      expect(quiet).not.toContain(rule);
    expect(rules(withSound(design, { x: -60, y: -70 }))).toContain('sound-over-nothing');
    const pocket = layoutEdits.plainStep('rout', { kind: 'rect', long: 30, wide: 30, radius: 5 }, TOP + 5);
    const met: Design = {
      ...design,
      openings: [
        ...design.openings,
        { id: 'r1', name: 'Rout', face: 'front', at: { x: -30, y: 70 }, turn: 0, steps: [pocket] },
      ],
    };
    expect(rules(met)).toContain('chamber-opened');
    expect(shapedOf(met).brokenThrough).toBeGreaterThan(100);
    const arched = shapeEdits.setArch(design, 'front', [
      { inward: 0, depth: TOP + 2 },
      { inward: 30, depth: 0 },
    ]);
    const through = findAll(arched, derive(arched)).find((f) => f.rule === 'through-front');
    expect(through!.measured).toBeGreaterThan(1.5);
    const wide = withSound(design);
    const stuck: Design = {
      ...wide,
      openings: wide.openings.map((o) => (o.rim ? { ...o, rim: { ...o.rim, bearing: 36 } } : o)),
    };
    expect(rules(stuck)).toContain('contour-fault');
    // An arch over the chamber: what is left over it is a carve's cover.
    const near = shapeEdits.setArch(design, 'front', [
      { inward: 0, depth: 9 },
      { inward: 120, depth: 8 },
    ]);
    expect(rules(near)).toContain('carve-into-opening');
  });
  it('is refused where it leaves no core, and let go again', () => {
    const thick = checkDesign(slab({ thickness: thickness - 2, wood: '' }));
    expect(thick).toMatchObject({ ok: false, refusals: [{ where: 'body.gluedFront.thickness' }] });
    const none = shapeEdits.setGluedFront(design, null);
    expect(derive(none).carved.glued).toBeNull();
    expect(shapedOf(none).pieces).toBeNull();
  });
  it('in one piece has no sound openings: what is called so is a cavity, with a floor like any other', () => {
    const [, cut] = derive(withSound(slab(null))).layout.cuts;
    expect(cut!.role).toBe('cavity');
    const [, sound] = derive(withSound(design)).layout.cuts;
    expect(sound).toMatchObject({ role: 'sound opening', top: 0, bottom: -TOP, unsaid: false });
  });
  it('is not told of a carve that stays within its front', () => {
    const shallow = shapeEdits.setArch(design, 'front', [
      { inward: 0, depth: TOP - 1 },
      { inward: 20, depth: 0 },
    ]);
    expect(findAll(shallow, derive(shallow)).map((f) => f.rule)).not.toContain('through-front');
  });
  it('has a sound opening begun over its chamber', () => {
    const { path, measures, stringPlan } = derive(design);
    const begun = {
      name: 'Sound opening',
      face: 'front' as const,
      at: { x: 0, y: 0 },
      turn: 0,
      steps: [layoutEdits.plainStep('sound', { kind: 'slot', long: 40, wide: 12 }, 0, 'sound opening')],
    };
    const at = freeOpeningPlace(begun, { layout, path, measures, stringPlan, parts: [] });
    expect(Math.abs(at.x + 60)).toBeLessThan(30);
    expect(Math.abs(at.y - 70)).toBeLessThan(15);
  });
});
