import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../../../tests/findings.ts';
import * as edits from '../../design/allEdits.ts';
import { designRefusals } from '../../design/check.ts';
import type { Design } from '../../design/schema.ts';
import { createDeriver } from '../../derived/derive.ts';
import { measureOf } from '../../parts/kinds.ts';
import { findAll } from '../../findings/run.ts';
import { mended, wordsOfMend } from '../mending.ts';
import { bringAlong, carried, carryAlong, leftBehind } from './carry.ts';
import { numberKey, numberName, readNumber } from './numbers.ts';
import { longestScrew, nearestScrew } from './screwSizes.ts';

const derive = createDeriver();
const DEMOS = (['windrow', 'skerry', 'fathom'] as const).map(demo);
const [windrow, skerry, fathom] = DEMOS as [Design, Design, Design];

const thicker = (d: Design, mm: number): Design => edits.setThickness(d, d.body.thickness + mm);
const named = (d: Design, numbers: ReturnType<typeof leftBehind>): Readonly<Record<string, number>> =>
  Object.fromEntries(numbers.map(({ number, to }) => [numberName(d, number), to]));
const follow = (next: Design, before: Design): Design => carryAlong(next, before, derive);
const followed = (next: Design, before: Design) =>
  named(before, carried(follow(next, before), before, derive));
const left = (next: Design, before: Design) =>
  named(before, leftBehind(follow(next, before), before, derive));

describe('what follows thickness, scale, fingerboard and joint', () => {
  it('is what was made by rule: cavity floors, jack and strap buttons', () => {
    const next = thicker(windrow, -6);
    expect(followed(next, windrow)).toEqual({
      'Depth of Control cavity': 30,
      'Jack in the edge': -19,
      'Tail button in the edge': -19,
      'Horn button in the edge': -19,
    });
    expect(left(next, windrow)).toEqual({
      'Neck screws': 35,
      'Bridge pickup to controls, second end': -18,
      'Ground, first end': -30,
    });
  });
  it('is the pocket by the bridge, and the neck’s screws by the heel, where they were made so', () => {
    const solved = edits.setNeck(windrow, {
      depth: readPocketRule(windrow),
      screws: { ...windrow.neck.screws, length: longestFor(windrow) },
    });
    const next = edits.setNeck(solved, { heel: solved.neck.heel + 4, board: solved.neck.board + 4 });
    const now = followed(next, solved);
    expect(now['Depth of the neck pocket']).toBeCloseTo(solved.neck.depth + 4, 2);
    const thin = thicker(solved, -9);
    // As long as fits: found again for what is left of the body.
    const { neck } = follow(thin, solved);
    expect(neck.screws.length).toBe(longestFor(thin));
    expect(neck.screws.length).toBeLessThan(solved.neck.screws.length);
  });
  it('is every single saddle of a fan that gets another scale, with the strings', () => {
    const next = edits.editStrings(fathom, { scaleLength: fathom.strings.scaleLength + 20 });
    expect(Object.keys(followed(next, fathom)).filter((k) => k.includes('Single saddle'))).toHaveLength(6);
    expect(left(next, fathom)).toMatchObject({
      'Place of Bridge blade': 44.65,
    });
  });
  it('takes the ferrules of a bridge along', () => {
    const bridge = windrow.parts.find((p) => p.spec.kind.startsWith('bridge'))!;
    const ferrule = { kind: 'ferrule', name: 'Ferrule', measures: {}, assumed: [], outline: null };
    const { design, id } = edits.addPart(windrow, ferrule, 'back', { x: bridge.at.x - 10, y: 20 });
    const next = follow(edits.setNeck(design, { angle: design.neck.angle + 2 }), design);
    const by = next.parts.find((p) => p.id === bridge.id)!.at.x - bridge.at.x;
    expect(Math.abs(by)).toBeGreaterThan(0.05);
    expect(next.parts.find((p) => p.id === id)!.at.x).toBeCloseTo(bridge.at.x - 10 + by, 2);
  });
  it('moves a ferrule with its own saddle alone, where each string has one', () => {
    const ferrule = { kind: 'ferrule', name: 'Ferrule', measures: {}, assumed: [], outline: null };
    const saddle = fathom.parts.find((p) => p.spec.kind === 'bridge-single')!;
    const at = { x: saddle.at.x - 20, y: saddle.at.y };
    const { design, id } = edits.addPart(fathom, ferrule, 'back', at);
    const next = follow(edits.editStrings(design, { scaleLength: design.strings.scaleLength + 20 }), design);
    const moved = (part: string): number =>
      next.parts.find((p) => p.id === part)!.at.x - design.parts.find((p) => p.id === part)!.at.x;
    expect(Math.abs(moved(saddle.id))).toBeGreaterThan(1);
    expect(moved(id)).toBeCloseTo(moved(saddle.id), 2);
  });
  it('is a screw that nobody measured, shortened where its tip would come out; a measured one is listed', () => {
    const bridge = skerry.parts.find((p) => p.spec.kind.startsWith('bridge'))!;
    const usual = measureOf({ ...bridge.spec, measures: {} }, 'screwLength');
    const assumed = edits.changePart(skerry, bridge.id, {
      spec: {
        ...bridge.spec,
        measures: { ...bridge.spec.measures, screwLength: usual },
        assumed: [...bridge.spec.assumed, 'screwLength'],
      },
    });
    const next = edits.setThickness(assumed, usual + 1);
    expect(followed(next, assumed)).toMatchObject({ 'Screws of Bass bridge': longestScrew(usual - 1) });
    const measured = edits.changePart(skerry, bridge.id, {
      spec: { ...bridge.spec, assumed: bridge.spec.assumed.filter((k) => k !== 'screwLength') },
    });
    expect(left(edits.setThickness(measured, 26), measured)).toMatchObject({ 'Screws of Bass bridge': 20 });
  });
  it('leaves what the change itself set, and follows nothing else', () => {
    const cavity = windrow.openings.find((o) => o.name === 'Control cavity')!;
    const both = edits.changeStep(thicker(windrow, -6), cavity.id, 0, { depth: 20 });
    expect(follow(both, windrow).openings.find((o) => o.id === cavity.id)!.steps[0]!.depth).toBe(20);
    const other = edits.setName(windrow, 'Other');
    expect(follow(other, windrow)).toBe(other);
  });
  it('brings all that was left behind, after which nothing is', () => {
    for (const d of DEMOS) {
      const next = follow(thicker(d, -5), d);
      const brought = bringAlong(next, leftBehind(next, d, derive));
      expect(leftBehind(brought, d, derive)).toEqual([]);
      expect(designRefusals(brought)).toEqual([]);
    }
  });
});

const change = fc.record({
  demo: fc.integer({ min: 0, max: 2 }),
  thickness: fc.integer({ min: -12, max: 12 }),
  scale: fc.integer({ min: -30, max: 30 }),
  board: fc.integer({ min: -2, max: 2 }),
  angle: fc.integer({ min: 0, max: 3 }),
  joint: fc.integer({ min: -2, max: 1 }),
});
const changed = (
  d: Design,
  c: { thickness: number; scale: number; board: number; angle: number; joint: number },
): Design =>
  edits.setNeck(
    edits.editStrings(thicker(d, c.thickness), {
      scaleLength: d.strings.scaleLength + c.scale,
      jointFret: d.strings.jointFret + c.joint,
    }),
    { board: d.neck.board + c.board, angle: d.neck.angle + c.angle },
  );

describe('properties of carrying along', () => {
  it('doing it twice gives the same', () => {
    fc.assert(
      fc.property(change, (c) => {
        const before = DEMOS[c.demo]!;
        const once = follow(changed(before, c), before);
        expect(follow(once, before)).toBe(once);
        const left = leftBehind(once, before, derive);
        const all = bringAlong(once, left);
        expect(bringAlong(all, left)).toEqual(all);
        expect(designRefusals(all)).toEqual([]);
      }),
      { numRuns: 40 },
    );
  });
  it('a change and its opposite give the same design', () => {
    fc.assert(
      fc.property(change, (c) => {
        const before = DEMOS[c.demo]!;
        const there = follow(changed(before, c), before);
        const { thickness } = before.body;
        const back = edits.setNeck(
          edits.editStrings(edits.setThickness(there, thickness), {
            scaleLength: before.strings.scaleLength,
            jointFret: before.strings.jointFret,
          }),
          { board: before.neck.board, angle: before.neck.angle },
        );
        const home = follow(back, there);
        for (const { number } of carried(there, before, derive))
          expect(readNumber(home, number), numberKey(number)).toBeCloseTo(readNumber(before, number)!, 1);
      }),
      { numRuns: 30 },
    );
  });
});

describe('usual screws', () => {
  it('are found by the most that fits, and by the nearest', () => {
    expect(longestScrew(24.9)).toBe(20);
    expect(longestScrew(25)).toBe(25);
    expect(longestScrew(5)).toBeNull();
    expect(nearestScrew(37.5)).toBe(35);
    expect(nearestScrew(37.6)).toBe(40);
  });
});

describe('numbers that mend a finding', () => {
  const ways: readonly (readonly [string, Design])[] = DEMOS.flatMap((d) => [
    [`${d.name}, 26 thick`, edits.setThickness(d, 26)] as const,
    [`${d.name}, 38 thick`, edits.setThickness(d, 38)] as const,
    [`${d.name}, long screws`, edits.setNeckScrews(d, { length: 60 })] as const,
    [`${d.name}, short screws`, edits.setNeckScrews(d, { length: 25 })] as const,
    [`${d.name}, wide pocket`, edits.setNeck(d, { fit: 0.6 })] as const,
    [`${d.name}, high board`, edits.setNeck(d, { depth: d.neck.depth - 5 })] as const,
    [`${d.name}, shallow cavity`, shallow(d)] as const,
    [`${d.name}, wide bit`, edits.changeStep(d, d.openings[0]!.id, 0, { bit: 70 })] as const,
    [`${d.name}, no cover`, edits.changeOpening(d, d.openings[0]!.id, { cover: null })] as const,
    [`${d.name}, bridge aside`, bridgeMoved(d)] as const,
    [`${d.name}, other spread`, edits.editStrings(d, { bridgeSpread: d.strings.bridgeSpread - 4 })] as const,
  ]);
  const rulesMended = new Set<string>();
  it.each(ways)('take it away: %s', (_, d) => {
    for (const f of findAll(d, derive(d))) {
      const { mend } = f;
      if (mend?.kind !== 'number' && mend?.kind !== 'cover') continue;
      rulesMended.add(f.rule);
      const next = mended(d, mend, derive(d));
      expect(designRefusals(next), f.rule).toEqual([]);
      expect(wordsOfMend(mend, d, 'mm')).toMatch(/mm|cover/);
      const still = findAll(next, derive(next)).filter((g) => g.rule === f.rule && g.subject === f.subject);
      expect(still, `${f.rule} ${f.about}: ${wordsOfMend(mend, d, 'mm')}`).toEqual([]);
    }
  });
  it('were tried for every rule that offers one', () => {
    expect([...rulesMended].sort()).toEqual([
      'bit-too-fat',
      'bridge-spread',
      'bush-short',
      'floor-thin',
      'ledge-forgotten',
      'neck-screw-bite',
      'neck-screw-board',
      'pocket-wide',
      'saddle-height',
      'saddle-travel',
      'screw-through',
    ]);
  });
  it('says which length a shorter screw has', () => {
    const d = edits.setNeckScrews(windrow, { length: 60 });
    const f = findAll(d, derive(d)).find((g) => g.rule === 'neck-screw-board')!;
    expect(wordsOfMend(f.mend!, d, 'mm')).toBe('Neck screws 60 → 45 mm.');
  });
});

const shallow = (d: Design): Design => {
  const cavity = d.openings.find((o) => o.name === 'Control cavity')!;
  return edits.changeStep(d, cavity.id, 0, { depth: cavity.steps[0]!.depth - 5 });
};
function bridgeMoved(d: Design): Design {
  const bridge = d.parts.find((p) => p.spec.kind.startsWith('bridge'))!;
  return edits.changePart(d, bridge.id, { at: { ...bridge.at, x: bridge.at.x + 12 } });
}
function readPocketRule(d: Design): number {
  const next = { ...d, neck: { ...d.neck, depth: 1 } };
  const f = findAll(next, derive(next)).find((g) => g.rule === 'saddle-height')!;
  return f.mend?.kind === 'number' ? f.mend.to : NaN;
}
function longestFor(d: Design): number {
  const next = edits.setNeckScrews(d, { length: 100 });
  const f = findAll(next, derive(next)).find((g) => g.rule === 'neck-screw-board')!;
  return f.mend?.kind === 'number' ? f.mend.to : NaN;
}
