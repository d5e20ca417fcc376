import { describe, expect, it } from 'vitest';
import { demo, limited } from '../../../tests/findings.ts';
import * as edits from '../../design/allEdits.ts';
import type { Design, PlacedPart } from '../../design/schema.ts';
import { freshId } from '../../design/underlayEdits.ts';
import { SHELF, specOf } from '../../parts/shelf.ts';
import { createDeriver } from '../../derived/derive.ts';
import { findAll } from '../../findings/run.ts';
import { wordsOfFinding } from '../../findings/words.ts';

const derive = createDeriver();
const windrow = demo('windrow');
const found = (design: Design, rule: string) =>
  findAll(design, derive(design)).filter((f) => f.rule === rule);
const named = (name: string, design: Design = windrow): PlacedPart =>
  design.parts.find((p) => p.spec.name === name)!;
const moved = (name: string, x: number, y: number): Design =>
  edits.changePart(windrow, named(name).id, { at: { x, y } });
const measured = (name: string, key: string, value: number): Design =>
  edits.measurePart(windrow, named(name).id, key, value);
const cavity = windrow.openings[0]!;
const block = (
  at: { x: number; y: number },
  long: number,
  wide: number,
  depth: number,
  face: 'front' | 'back',
) =>
  edits.addOpening(windrow, {
    name: 'Block',
    face,
    at,
    turn: 0,
    steps: [edits.plainStep('block', { kind: 'rect', long, wide, radius: 2 }, depth)],
  }).design;
/** The control cavity without its cover. */
const bareCavity = edits.changeOpening(windrow, cavity.id, { cover: null });
const shelf = (key: string) => specOf(SHELF.find((p) => p.key === key)!);

describe('the demo designs', () => {
  it.each(['windrow', 'skerry', 'fathom'] as const)('%s is laid out with no problems found', (name) => {
    const design = demo(name);
    expect(findAll(design, derive(design)).filter((f) => f.stage === 'layout')).toEqual([]);
    expect(design.parts.length).toBeGreaterThan(7);
  });
});

describe('walls', () => {
  it('thinner than the limit are found with their thickness, and not when they are as thick', () => {
    // Beside the neck pickup's legs, which reach furthest: 69.5 / 2 + 7 + 0.4 = 42.15.
    const beside = (gap: number) => block({ x: 133, y: 42.15 + gap + 10 }, 30, 20, 10, 'front');
    expect(found(beside(12.5), 'wall-thin')).toEqual([]);
    const [thin] = found(beside(5), 'wall-thin');
    expect(thin!.measured).toBeCloseTo(5, 2);
    expect(thin!.where!.y).toBeCloseTo(44.65, 1);
  });
  it('between two chambers are ribs, with a limit of their own, in any grain', () => {
    const chamber = (design: Design, x: number) =>
      edits.addOpening(design, {
        name: 'Chamber',
        face: 'back',
        at: { x, y: 90 },
        turn: 0,
        steps: [edits.plainStep('chamber', { kind: 'rect', long: 40, wide: 30, radius: 6 }, 20, 'chamber')],
      }).design;
    const two = (rib: number) => chamber(chamber(windrow, -80), -80 + 40 + rib);
    expect(found(two(9), 'rib-thin')).toEqual([]);
    const [rib] = found(two(5), 'rib-thin');
    expect(rib!.measured).toBeCloseTo(5, 2);
    expect(rib!.limit).toBe(8);
    for (const rule of ['wall-thin', 'wall-thin-end-grain'])
      expect(found(two(5), rule).filter((f) => f.where!.y > 70)).toEqual([]);
    expect(found(limited(two(5), 'rib', 4), 'rib-thin')).toEqual([]);
  });
  it('of end grain ask for more', () => {
    // Tailward of the neck pickup's rout (x 113.35): a wall across the grain.
    const at = (gap: number) => block({ x: 133 - 19.65 - gap - 10, y: 0 }, 20, 20, 8, 'front');
    expect(found(at(13), 'wall-thin-end-grain')[0]!.measured).toBeCloseTo(13, 2);
    expect(found(at(15.5), 'wall-thin-end-grain')).toEqual([]);
    // With the grain across the body it is a wall like any other.
    const turned = edits.setGrain(at(13), 90);
    expect(found(turned, 'wall-thin-end-grain').filter((f) => f.about.includes('Block'))).toEqual([]);
  });
  it('are none where openings share no depth, or run into one another', () => {
    const under = block({ x: 133, y: 0 }, 20, 20, 12, 'back');
    expect(found(under, 'wall-thin')).toEqual([]);
    const into = block({ x: 133, y: 45 }, 30, 40, 10, 'front');
    expect(
      found(into, 'wall-thin').filter((f) => f.about.includes('Block') && f.about.includes('Neck')),
    ).toEqual([]);
  });
  it('beside a cover’s ledge ask for less', () => {
    const [c, v] = [Math.PI / 9, 32 + 4 + 8];
    const beside = (out: number) =>
      edits.addOpening(windrow, {
        name: 'Block',
        face: 'back',
        at: { x: cavity.at.x - Math.sin(c) * (v + out), y: cavity.at.y + Math.cos(c) * (v + out) },
        turn: 20,
        steps: [edits.plainStep('block', { kind: 'rect', long: 20, wide: 16, radius: 2 }, 6)],
      }).design;
    expect(found(beside(0), 'wall-thin-cover')[0]!.measured).toBeCloseTo(4, 2);
    expect(found(beside(2.5), 'wall-thin-cover')).toEqual([]);
  });
  it('an opening that runs out of the body is told by how far', () => {
    const [out] = found(block({ x: -150, y: 0 }, 60, 20, 10, 'front'), 'breaks-edge');
    // The tail is at −171: the block ends at −180, at its corners a little further out of the round.
    expect(out!.measured).toBeGreaterThan(9);
    expect(out!.measured).toBeLessThan(11);
    expect(found(windrow, 'breaks-edge')).toEqual([]);
  });
});

describe('floors', () => {
  it('after what is cut from the other side', () => {
    // The neck pickup's legs are 24 deep: of 44 mm a back opening of 17 leaves 3.
    const [thin] = found(block({ x: 133, y: 0 }, 30, 30, 17, 'back'), 'floor-thin');
    expect(thin!.measured).toBeCloseTo(3, 9);
    expect(found(block({ x: 133, y: 0 }, 30, 30, 15.9, 'back'), 'floor-thin')).toEqual([]);
  });
  it('to the other face', () => {
    const [thin] = found(block({ x: -110, y: 60 }, 30, 30, 42, 'front'), 'floor-thin');
    expect(thin!.measured).toBeCloseTo(2, 9);
    expect(found(limited(block({ x: -110, y: 60 }, 30, 30, 42, 'front'), 'floor', 1), 'floor-thin')).toEqual(
      [],
    );
  });
  it('an opening of no depth, and a cavity without a ledge', () => {
    const unsaid = edits.changeStep(windrow, cavity.id, 0, { depth: 0 });
    expect(found(unsaid, 'depth-unsaid')).toHaveLength(1);
    expect(found(bareCavity, 'ledge-forgotten')).toHaveLength(1);
    const covered = edits.addPart(bareCavity, shelf('plate'), 'back', cavity.at);
    expect(found(covered.design, 'ledge-forgotten')).toEqual([]);
    // A plate beside it covers nothing, however near its middle comes.
    const small = { ...shelf('plate'), measures: { ...shelf('plate').measures, long: 20, wide: 12 } };
    const beside = edits.addPart(bareCavity, small, 'back', { x: cavity.at.x, y: cavity.at.y + 39 });
    expect(found(beside.design, 'ledge-forgotten')).toHaveLength(1);
  });
  it('only where a control stands over it by its shape, not within the box round it', () => {
    // A slanted slot: its box holds places that it does not.
    const { steps } = cavity;
    const slot = { kind: 'slot' as const, long: 120, wide: 24 };
    const slanted = edits.changeOpening(bareCavity, cavity.id, {
      turn: 45,
      steps: [{ ...steps[0]!, shape: slot }],
    });
    const tone = slanted.parts.filter((p) => p.spec.kind === 'pot');
    const only = edits.removeParts(
      slanted,
      slanted.parts.filter((p) => p.id !== tone[0]!.id).map((p) => p.id),
    );
    const at = (x: number, y: number) =>
      edits.changePart(only, tone[0]!.id, { at: { x: cavity.at.x + x, y: cavity.at.y + y } });
    expect(found(at(30, 30), 'ledge-forgotten')).toHaveLength(1);
    expect(found(at(30, -30), 'ledge-forgotten')).toEqual([]);
  });
});

describe('controls', () => {
  it('over no cavity', () => {
    expect(found(moved('Tone', -100, 60), 'control-no-cavity').map((f) => f.about)).toEqual(['Tone']);
    expect(found(windrow, 'control-no-cavity')).toEqual([]);
  });
  it('whose bush is too short: 8 mm of wood, 3 of washer and nut', () => {
    const [short] = found(measured('Tone', 'bushLong', 10), 'bush-short');
    expect(short!.measured).toBeCloseTo(10 - 3 - 8, 9);
    expect(found(measured('Tone', 'bushLong', 11.6), 'bush-short')).toEqual([]);
  });
  it('whose body runs into the wall, by how far', () => {
    // The cavity is turned by 20° about its middle: 25 mm across from its middle line is its wall.
    const [c, s] = [Math.cos(Math.PI / 9), Math.sin(Math.PI / 9)];
    const at = (u: number, v: number) => ({ x: cavity.at.x + c * u - s * v, y: cavity.at.y + s * u + c * v });
    const near = at(-20, 18);
    const [hit] = found(moved('Tone', near.x, near.y), 'body-hits-wall');
    expect(hit!.measured).toBeCloseTo(18 + 24.2 / 2 - 25, 1);
    const free = at(-20, 12);
    expect(found(moved('Tone', free.x, free.y), 'body-hits-wall')).toEqual([]);
  });
  it('whose lugs touch the cover: the ledge is 2.2 deep', () => {
    const [hit] = found(measured('Tone', 'bodyDeep', 33), 'body-hits-cover');
    expect(hit!.measured).toBeCloseTo(36 - 33 - 2.2, 9);
    expect(found(measured('Tone', 'bodyDeep', 31.7), 'body-hits-cover')).toEqual([]);
  });
});

describe('over the face', () => {
  it('knobs close to one another', () => {
    const { x, y } = named('Volume').at;
    const [close] = found(moved('Tone', x - 24, y), 'knob-to-knob');
    expect(close!.measured).toBeCloseTo(24 - 19, 9);
    expect(found(windrow, 'knob-to-knob')).toEqual([]);
  });
  it('a knob near a string, and over the edge', () => {
    const outer = derive(windrow).stringPlan.lines.at(-1)!;
    // Straight beside the bridge line: the string leaves it at its saddle.
    const beside = moved('Volume', 20, outer.saddle.y - 20);
    expect(found(beside, 'knob-to-string')[0]!.measured).toBeCloseTo(10.5, 0);
    expect(found(windrow, 'knob-to-string')).toEqual([]);
    const edge = found(moved('Tone', -60, -158), 'knob-over-edge')[0]!;
    expect(edge.measured).toBeLessThan(0);
  });
  it('a lever in the strum path', () => {
    const near = edits.changePart(windrow, named('Pickup switch').id, { at: { x: 40, y: -46 } });
    expect(found(near, 'lever-in-strum-path').map((f) => f.about)).toEqual(['Pickup switch']);
    expect(found(windrow, 'lever-in-strum-path')).toEqual([]);
  });
  it('a control out of reach', () => {
    const far = moved('Tone', -130, -90);
    const [hit] = found(far, 'reach-far');
    expect(hit!.measured).toBeCloseTo(Math.hypot(windrow.hand.picking + 130, 90) - windrow.hand.reach, 6);
  });
  it('parts in the same room', () => {
    expect(found(moved('Bridge ring', 20, 0), 'parts-meet').map((f) => f.about)).toContain(
      'Fixed bridge and Bridge ring',
    );
    expect(found(windrow, 'parts-meet')).toEqual([]);
  });
  it('a battery under another part', () => {
    const fathom = demo('fathom');
    const battery = fathom.parts.find((p) => p.spec.kind === 'battery')!;
    expect(found(fathom, 'battery-covered')).toEqual([]);
    const under = edits.addPart(fathom, shelf('plate'), 'back', battery.at).design;
    expect(found(under, 'battery-covered').map((f) => f.about)).toEqual(['Battery box']);
  });
  it('a pickup that touches the strings', () => {
    const [hit] = found(measured('Neck twin-coil', 'above', 14), 'under-strings');
    expect(hit!.measured).toBeLessThan(0);
    expect(found(windrow, 'under-strings')).toEqual([]);
  });
});

describe('screws', () => {
  it('that come out in an opening, or at the other face', () => {
    const into = edits.addPart(windrow, shelf('screw'), 'back', { x: 133, y: 0 }).design;
    expect(
      found(edits.measurePart(into, into.parts.at(-1)!.id, 'screwLength', 25), 'screw-near')[0]!.measured,
    ).toBe(0);
    const long = edits.measurePart(into, into.parts.at(-1)!.id, 'screwLength', 43);
    expect(found(long, 'screw-through')[0]!.measured).toBeCloseTo(1, 9);
    expect(found(windrow, 'screw-near')).toEqual([]);
    expect(found(windrow, 'screw-through')).toEqual([]);
  });
  it('whose pilot is no pilot', () => {
    expect(found(measured('Fixed bridge', 'screwRoot', 3.5), 'pilot-wide')).toHaveLength(5);
    expect(found(windrow, 'pilot-wide')).toEqual([]);
  });
  it('in the edge that come out of the wood', () => {
    const { id } = named('Horn button');
    expect(found(edits.changePart(windrow, id, { turn: 20 }), 'edge-hole-out')).toHaveLength(1);
    expect(found(windrow, 'edge-hole-out')).toEqual([]);
  });
});

describe('bridge and poles', () => {
  it('out of saddle travel, by string', () => {
    const off = edits.moveParts(windrow, [named('Fixed bridge').id], { x: -10, y: 0 });
    const hits = found(off, 'saddle-travel');
    expect(hits).toHaveLength(6);
    const { stringPlan } = derive(windrow);
    const bridge = named('Fixed bridge', off);
    // String 1 needs its saddle at its own compensation; the bridge begins at its own place.
    const first = hits.find((h) => h.about.startsWith('string 1 '))!;
    expect(first.measured).toBeCloseTo(bridge.at.x - stringPlan.lines.at(-1)!.saddle.x, 6);
    expect(found(windrow, 'saddle-travel')).toEqual([]);
  });
  it('out of height: the pocket 6 mm shallower', () => {
    const high = edits.setNeck(windrow, { depth: 10 });
    const [hit] = found(high, 'saddle-height');
    expect(hit!.measured).toBeCloseTo(15 - (25.4 - 10 + 1.1 + 2 * 1.8 - 0.45) + 0, 0);
    expect(found(edits.setNeck(high, { joint: 'undecided' }), 'saddle-height')).toEqual([]);
  });
  it('off the centre line, and of another spread', () => {
    expect(found(moved('Fixed bridge', 5, 2), 'bridge-off-centre')[0]!.measured).toBeCloseTo(2, 9);
    expect(found(measured('Fixed bridge', 'spread', 50), 'bridge-spread')[0]!.measured).toBeCloseTo(2.5, 9);
  });
  it('poles beside the strings', () => {
    const [hit] = found(measured('Neck twin-coil', 'spread', 42), 'poles-off');
    expect(hit!.measured).toBeGreaterThan(2);
    expect(found(windrow, 'poles-off')).toEqual([]);
  });
});

describe('the neck join', () => {
  it('screws that bite too little, or come up under the board', () => {
    const short = found(edits.setNeckScrews(windrow, { length: 32 }), 'neck-screw-bite');
    expect(short).toHaveLength(4);
    expect(short[0]!.measured).toBeCloseTo(32 - 2 - (44 - 16), 9);
    const long = found(edits.setNeckScrews(windrow, { length: 50 }), 'neck-screw-board');
    expect(long[0]!.measured).toBeCloseTo(25.4 - 6 - (50 - 2 - 28), 9);
    expect(found(windrow, 'neck-screw-bite')).toEqual([]);
  });
  it('a pocket that is wide, or has no wall', () => {
    expect(found(edits.setNeck(windrow, { fit: 0.4 }), 'pocket-wide')[0]!.measured).toBe(0.4);
    const wide = { ...windrow, strings: { ...windrow.strings, bridgeMargin: 20, nutWidth: 60 } };
    expect(found(wide, 'pocket-walls').map((f) => f.subject)).toEqual(['bass', 'treble']);
    expect(found(windrow, 'pocket-walls')).toEqual([]);
  });
  it('frets that the hand does not reach', () => {
    const stiff = { ...windrow, hand: { ...windrow.hand, finger: 0, room: 80 } };
    expect(found(limited(stiff, 'fretsOut', 0), 'fret-access')[0]!.measured).toBeGreaterThan(0);
    expect(found(windrow, 'fret-access')).toEqual([]);
  });
});

describe('wires', () => {
  it('a pickup whose run is taken away has no way, nor has what comes by it', () => {
    const cut = edits.removeRun(
      windrow,
      windrow.runs.find((r) => r.name === 'Bridge pickup to controls')!.id,
    );
    expect(found(cut, 'wire-no-way').map((f) => f.about)).toEqual(['Neck twin-coil', 'Bridge twin-coil']);
    const ground = edits.removeRun(windrow, windrow.runs.find((r) => r.name === 'Ground')!.id);
    expect(found(ground, 'wire-no-way').map((f) => f.about)).toEqual(['Fixed bridge (its ground wire)']);
  });
  it('a run too near to the face, by how much', () => {
    const run = windrow.runs.find((r) => r.name === 'Neck to bridge pickup')!;
    const high = edits.changeRun(windrow, run.id, { from: { ...run.from, z: -5 }, to: { ...run.to, z: -5 } });
    expect(found(high, 'run-thin')[0]!.measured).toBeCloseTo(5 - 3, 1);
    expect(found(windrow, 'run-thin')).toEqual([]);
  });
  it('a run that no straight bit gets to', () => {
    const run = windrow.runs.find((r) => r.name === 'Bridge pickup to controls')!;
    const level = edits.changeRun(windrow, run.id, {
      from: { ...run.from, z: -14 },
      to: { ...run.to, z: -14 },
    });
    expect(found(level, 'run-no-way-in')).toHaveLength(1);
    expect(found(windrow, 'run-no-way-in')).toEqual([]);
  });
});

describe('words', () => {
  it('of every layout finding say what, with its numbers, in every unit', () => {
    const faulty = [
      edits.setNeck(moved('Tone', -130, -150), { depth: 8, fit: 0.5 }),
      edits.setNeckScrews(measured('Tone', 'bushLong', 5), { length: 60 }),
      edits.removeStep(windrow, cavity.id, 0),
      moved('Fixed bridge', 30, 6),
    ];
    for (const design of faulty)
      for (const finding of findAll(design, derive(design)))
        for (const unit of ['mm', 'in', 'in-fraction'] as const) {
          const { title, says, remedy } = wordsOfFinding(finding, unit);
          for (const text of [title, says, remedy]) expect(text).not.toMatch(/undefined|NaN|null|\[object/);
        }
  });
});

describe('jacks', () => {
  const jack = windrow.parts.find((p) => p.spec.kind.startsWith('jack'))!;
  const way = (jack.turn * Math.PI) / 180;
  const along = (d: number, aside = 0) => ({
    x: jack.at.x + d * Math.cos(way) - aside * Math.sin(way),
    y: jack.at.y + d * Math.sin(way) + aside * Math.cos(way),
  });
  it('take their plug in the demo', () => {
    expect(jack.face).toBe('edge');
    expect(found(windrow, 'plug-blocked')).toEqual([]);
  });
  it('do not where a screw stands in the bore, and do where it stands beside', () => {
    const screw = (aside: number) =>
      edits.measurePart(
        edits.addPart(windrow, { ...shelf('screw'), name: 'Long screw' }, 'front', along(20, aside)).design,
        freshId(windrow.parts, 'p'),
        'screwLength',
        30,
      );
    const [hit] = found(screw(0), 'plug-blocked');
    expect(hit!.about).toMatch(/screw/);
    expect(hit!.where!.x).toBeCloseTo(along(20).x, 1);
    expect(found(screw(40), 'plug-blocked')).toEqual([]);
  });
  it('do not where a strap button stands under the plug’s sleeve, and do where it is further along the edge', () => {
    const button = (aside: number) =>
      edits.addPart(
        windrow,
        { ...shelf('strap-button'), name: 'Button' },
        'edge',
        along(0, aside),
        jack.turn,
        {
          z: jack.z,
          tilt: 0,
        },
      ).design;
    expect(found(button(12), 'plug-blocked').map((f) => f.about)).toEqual(['Button']);
    expect(found(button(60), 'plug-blocked')).toEqual([]);
  });
});

describe('knobs of their own', () => {
  const bare = edits.measurePart(windrow, named('Volume').id, 'knob', 0);
  const onShaft = (design: Design) =>
    edits.addPart(design, shelf('knob'), 'front', named('Volume').at).design;
  it('stand on a shaft that has none, or take the place of its own; beside it they meet it', () => {
    expect(found(onShaft(bare), 'parts-meet')).toEqual([]);
    expect(found(onShaft(windrow), 'parts-meet')).toEqual([]);
    expect(found(onShaft(windrow), 'knob-to-knob')).toEqual([]);
    const { at } = named('Volume');
    const beside = edits.addPart(windrow, shelf('knob'), 'front', { x: at.x + 6, y: at.y }).design;
    expect(found(beside, 'parts-meet')).toHaveLength(1);
  });
  it('are measured from one another like any', () => {
    const { at } = named('Tone');
    const close = edits.addPart(bare, shelf('knob'), 'front', { x: at.x + 22, y: at.y }).design;
    const [near] = found(close, 'knob-to-knob').filter((f) => f.about.includes('Knob, 19 mm'));
    expect(near!.measured).toBeCloseTo(22 - 19, 6);
  });
});

describe('the floor of a tipped neck’s pocket', () => {
  const tipped = (joint: 'glued' | 'screwed', angle: number): Design => ({
    ...windrow,
    neck: { ...windrow.neck, joint, angle },
  });
  it('is found level under a glued or screwed neck, with the gap at its end', () => {
    for (const joint of ['glued', 'screwed'] as const) {
      const [hit] = found(tipped(joint, 3), 'pocket-level');
      expect(hit!.measured).toBeCloseTo(windrow.neck.pocketLength * Math.tan((3 * Math.PI) / 180), 9);
      expect(hit!.where!.x).toBeCloseTo(derive(windrow).stringPlan.jointX - windrow.neck.pocketLength, 6);
      expect(found(tipped(joint, 0), 'pocket-level')).toEqual([]);
    }
    expect(found(tipped('glued', -2), 'pocket-level')[0]!.where!.x).toBeCloseTo(
      derive(windrow).stringPlan.jointX,
      6,
    );
  });
});
