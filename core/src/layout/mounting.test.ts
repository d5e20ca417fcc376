import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import * as edits from '../design/allEdits.ts';
import type { Design } from '../design/schema.ts';
import { findAll } from '../findings/run.ts';
import { distanceToEdge, polygonHolds } from '../geometry/polygons.ts';
import { SHELF, specOf } from '../parts/shelf.ts';
import { plateDrawing } from '../templates/plateSheets.ts';
import { controlFits, hangingArea } from './controls.ts';
import { isOf } from './cut.ts';
import { isMountable, mountableOver } from './mounting.ts';
import { bevelWidth, plateProfiles } from './plates.ts';
import { cavityRoundControls } from './roundControls.ts';

const derive = createDeriver();
const windrow = demo('windrow');
const shelf = (key: string) => specOf(SHELF.find((p) => p.key === key)!);
const rulesOf = (design: Design): readonly string[] =>
  findAll(design, derive(design))
    .filter((f) => f.stage === 'layout')
    .map((f) => f.rule);

/** Two pots and a toggle under a pickguard, nothing routed yet. */
const bare: Design = { ...windrow, parts: [], openings: [], runs: [], guards: [] };
const places = [
  ['pot-24', -40, -70],
  ['pot-24', -80, -66],
  ['toggle', 0, -66],
] as const;
const withControls = places.reduce<Design>(
  (d, [key, x, y]) => edits.addPart(d, shelf(key), 'front', { x, y }).design,
  bare,
);
const corners = [
  [40, 30],
  [-120, 30],
  [-120, -110],
  [40, -110],
] as const;
const guarded = edits.addGuard(withControls, { ...edits.plainGuard('Pickguard', corners), follow: 8 }).design;
const ids = guarded.parts.map((p) => p.id);
const mounted = edits.mountParts(guarded, ids, 'g1');
const routed = edits.addOpening(mounted, cavityRoundControls(derive(mounted).layout)!).design;
const plateIn = (design: Design, id = 'g1') => derive(design).plates.find((p) => p.id === id)!;

describe('controls fixed to a pickguard', () => {
  it('leave the wood undrilled: the pickguard has their holes, as wide as their bushings and their room', () => {
    const { layout } = derive(mounted);
    expect(layout.cuts.filter((c) => c.owner.kind === 'part')).toEqual([]);
    const holes = plateIn(mounted).holes;
    expect(holes.map((h) => [h.at.x, h.at.y])).toEqual(places.map(([, x, y]) => [x, y]));
    expect(holes.map((h) => h.diameter)).toEqual(
      mounted.parts.map((p) => p.spec.measures['bush']! + p.spec.measures['room']!),
    );
    // A screw of the pickguard keeps clear of them.
    for (const s of plateIn(mounted).screws)
      for (const h of holes)
        expect(Math.hypot(s.at.x - h.at.x, s.at.y - h.at.y)).toBeGreaterThan(h.diameter / 2 + 3);
  });
  it('need a cavity from the front, which is begun round them; no hole goes through the body then', () => {
    expect(rulesOf(mounted).filter((r) => r === 'control-no-cavity')).toHaveLength(3);
    const { layout } = derive(routed);
    expect(routed.openings[0]!.face).toBe('front');
    for (const fit of controlFits(layout)) {
      expect(fit.cavity?.owner.id).toBe(routed.openings[0]!.id);
      expect(fit.bodyOut).toBe(0);
      expect(fit.wood).toBe(2.3);
      // The deepest body has 3 mm under its lugs, to the half millimetre.
      expect(fit.underCover).toBeGreaterThanOrEqual(3);
      for (const p of hangingArea(fit.part).polygon)
        expect(polygonHolds(fit.cavity!.area.polygon, p)).toBe(true);
    }
    expect(layout.cuts.some((c) => c.owner.kind === 'part')).toBe(false);
    expect(rulesOf(routed)).not.toContain('control-no-cavity');
    expect(rulesOf(routed)).not.toContain('body-hits-wall');
    expect(rulesOf(routed)).not.toContain('body-hits-cover');
  });
  it('that are deeper than their cavity are found, with what is missing', () => {
    const { id, steps } = routed.openings[0]!;
    const shallow = edits.changeOpening(routed, id, { steps: [{ ...steps[0]!, depth: 20 }] });
    const hit = findAll(shallow, derive(shallow)).find((f) => f.rule === 'body-hits-cover')!;
    const deepest = Math.max(...routed.parts.map((p) => p.spec.measures['bodyDeep']!));
    expect(hit.measured).toBeCloseTo(20 - deepest, 9);
  });
  it('whose cavity is wider than the pickguard are found, with how far it is open', () => {
    expect(rulesOf(routed)).not.toContain('cavity-beside-plate');
    const { id, at } = routed.openings[0]!;
    const before = Math.max(
      ...derive(routed)
        .layout.cuts.find((c) => c.owner.id === id)!
        .area.polygon.map((p) => p.x),
    );
    const aside = edits.changeOpening(routed, id, { at: { x: at.x + (45 - before), y: at.y } });
    const hit = findAll(aside, derive(aside)).find((f) => f.rule === 'cavity-beside-plate')!;
    // The pickguard ends at x = 40.
    expect(hit.measured).toBeCloseTo(-5, 1);
  });
  it('are raised by its thickness; a pickup keeps the height over the face that it is set to', () => {
    const knob = (d: Design) => derive(d).layout.parts[0]!.solids[0]!;
    expect(knob(mounted).high - knob(guarded).high).toBeCloseTo(2.3, 9);
    const pickup = edits.addPart(guarded, shelf('pickup-slim'), 'front', { x: -20, y: 0 });
    const high = (d: Design) => derive(d).layout.parts.at(-1)!.solids[0]!.high;
    expect(high(edits.mountParts(pickup.design, [pickup.id], 'g1'))).toBe(high(pickup.design));
  });
  it('come back into the wood as they were, by hand or when the pickguard is removed', () => {
    const before = JSON.stringify(derive(guarded).layout.cuts);
    expect(JSON.stringify(derive(edits.mountParts(mounted, ids, null)).layout.cuts)).toBe(before);
    const removed = edits.removeGuard(mounted, 'g1');
    expect(removed.parts.every((p) => p.mount === null)).toBe(true);
    expect(JSON.stringify(derive(removed).layout.cuts)).toBe(before);
    // A plate that is not there, or on the other face, holds nothing.
    expect(JSON.stringify(derive(edits.mountParts(guarded, ids, 'g9')).layout.cuts)).toBe(before);
  });
  it('are the same layout while the pickguard is only reshaped', () => {
    const reshaped = edits.changeGuard(routed, 'g1', { follow: 14, bevel: 30 });
    expect(derive(reshaped).layout).toBe(derive(routed).layout);
    const thicker = edits.changeGuard(routed, 'g1', { thickness: 3 });
    expect(controlFits(derive(thicker).layout)[0]!.wood).toBe(3);
  });
  it('are wired as those in the wood: they lead into the cavity that they share', () => {
    expect(derive(routed).wired.map((w) => w.reaches)).toEqual([true, true, true]);
  });
});

describe('a pickup fixed to a pickguard', () => {
  const eared = edits.measurePart(
    edits.addPart(guarded, shelf('pickup-slim'), 'front', { x: -20, y: 0 }).design,
    'p4',
    'screwSpan',
    78,
  );
  const fixed = edits.mountParts(eared, ['p4'], 'g1');
  it('has its cut-out and screw holes there, and only its rout in the wood', () => {
    const own = derive(fixed).layout.cuts.filter((c) => isOf(c, 'part', 'p4'));
    expect(own.every((c) => c.role === 'cavity')).toBe(true);
    expect(derive(eared).layout.cuts.some((c) => isOf(c, 'part', 'p4') && c.role === 'screw')).toBe(true);
    const plate = plateIn(fixed);
    expect(plate.holes.map((h) => [h.at.x, h.at.y, h.diameter])).toEqual([
      [-20, 39, 2.8],
      [-20, -39, 2.8],
    ]);
    const cutout = plate.cutouts.find((c) => c.name === derive(fixed).layout.parts[3]!.name)!;
    expect(polygonHolds(cutout.polygon, { x: -20, y: 0 })).toBe(true);
    // 70 mm across and 0.4 mm of room at each end.
    expect(Math.max(...cutout.polygon.map((p) => p.y))).toBeCloseTo(35.4, 2);
  });
  it('whose screws are not known is found; a hole at the edge too, with what is left of the sheet', () => {
    const unknown = edits.measurePart(fixed, 'p4', 'screwSpan', 0);
    expect(rulesOf(unknown)).toContain('mounted-unscrewed');
    expect(rulesOf(fixed)).not.toContain('mounted-unscrewed');
    const high = edits.changePart(fixed, 'p4', { at: { x: -20, y: -9.2 } });
    const hit = findAll(high, derive(high)).find((f) => f.rule === 'plate-hole')!;
    // The pickguard ends at y = 30 and its hole, 2.8 mm across, is at 29.8.
    expect(hit.measured).toBeCloseTo(0.2 - 1.4, 6);
    expect(hit.about).toContain('screw 1');
  });
  it('at the edge leaves one sheet with the opening taken out of its edge', () => {
    const out = edits.changePart(fixed, 'p4', { at: { x: 38, y: 0 } });
    const { edges, inside } = plateProfiles(plateIn(out));
    expect(edges).toHaveLength(1);
    expect(inside.every((c) => !polygonHolds(c, { x: 38, y: 0 }))).toBe(true);
    expect(polygonHolds(edges[0]!, { x: 38, y: 0 })).toBe(false);
    // Nothing of the opening past the sheet is drawn.
    expect(Math.max(...edges[0]!.map((p) => p.x))).toBeCloseTo(40, 6);
    const across = edits.changePart(fixed, 'p4', { at: { x: -20, y: -5 }, turn: 90 });
    expect(rulesOf(across)).not.toContain('plate-in-pieces');
    const narrow = edits.changeGuard(fixed, 'g1', {
      nodes: [40, -120].flatMap((x, i) =>
        (i === 0 ? [30, -30] : [-30, 30]).map((y, k) => ({ id: `m${i}${k}`, x, y, kind: 'corner' as const })),
      ),
    });
    expect(rulesOf(narrow)).toContain('plate-in-pieces');
  });
});

describe('a control plate', () => {
  const plated = edits.addPart(withControls, shelf('control-plate'), 'front', { x: -40, y: -70 }).design;
  const plate = plated.parts.at(-1)!.id;
  const sheet = {
    id: plate,
    face: 'front' as const,
    edge: derive(plated).layout.parts.at(-1)!.solids[0]!.area.polygon,
  };
  const over = mountableOver(sheet, plated.parts);
  const fixed = edits.mountParts(plated, over, plate);
  it('takes what is over it, is drilled for it and screwed into the wood itself', () => {
    expect(over).toEqual(['p1', 'p2', 'p3']);
    const drilled = plateIn(fixed, plate);
    expect(drilled.holes).toHaveLength(3);
    expect(drilled.screws).toHaveLength(4);
    expect(drilled.thickness).toBe(1.2);
    const own = derive(fixed).layout.cuts.filter((c) => c.owner.kind === 'part');
    expect(own.map((c) => c.role)).toEqual(Array(4).fill('screw'));
    expect(rulesOf(fixed)).not.toContain('parts-meet');
    // Without anything fixed to it, it is bought as it is.
    expect(derive(plated).plates.some((p) => p.id === plate)).toBe(false);
  });
  it('carries what is fixed to it, and a copy of both belongs together', () => {
    const moved = edits.moveParts(fixed, [plate], { x: 5, y: 3 });
    expect(moved.parts.map((p) => p.at.x)).toEqual(fixed.parts.map((p) => p.at.x + 5));
    const copied = edits.copyParts(
      fixed,
      fixed.parts.map((p) => p.id),
      { x: 0, y: 90 },
    );
    const copy = copied.design.parts.filter((p) => copied.ids.includes(p.id));
    expect(copy.slice(0, 3).map((p) => p.mount)).toEqual(Array(3).fill(copy[3]!.id));
    expect(edits.removeParts(fixed, [plate]).parts.every((p) => p.mount === null)).toBe(true);
  });
  it('holds no strap button, screw or bridge', () => {
    for (const key of ['screw', 'strap-button', 'bridge-plate', 'ferrule'])
      expect(isMountable({ spec: shelf(key), face: 'front' })).toBe(false);
  });
});

it('the sheet of a pickguard states its bevel’s angle and width, and has a circle for every hole', () => {
  const plate = plateIn(mounted);
  expect(bevelWidth({ thickness: 2.3, bevel: 30 })).toBeCloseTo(1.328, 3);
  const { layers } = plateDrawing(plate, 'right');
  const texts = layers.flatMap((l) => l.marks).flatMap((m) => (m.kind === 'text' ? [m.text] : []));
  expect(texts[0]).toContain('edge bevelled 45°, 2.3 wide');
  const rounds = layers
    .flatMap((l) => l.marks)
    .flatMap((m) => (m.kind === 'path' && m.circle ? [m.circle.diameter] : []));
  for (const h of plate.holes) expect(rounds).toContain(h.diameter);
  expect(plate.holes.every((h) => distanceToEdge(plate.edge, h.at) > 5)).toBe(true);
});
