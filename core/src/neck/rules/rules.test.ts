import { describe, expect, it } from 'vitest';
import { demo, hits, limited } from '../../../tests/findings.ts';
import * as edits from '../../design/allEdits.ts';
import type { Design } from '../../design/schema.ts';
import { createDeriver } from '../../derived/derive.ts';
import type { HeadstockStart } from '../startHeadstock.ts';
import { startHeadstock } from '../startHeadstock.ts';
import { breakTooLarge, breakTooSmall } from './breakAngle.ts';
import { NECK_RULES } from './index.ts';
import { noWay, sideways, stringAtPost, tunersMissing } from './stringWay.ts';
import { bushTooShort, housingOver, housingsMeet, tunerAtEdge } from './tunerRoom.ts';
import { heelDips, offNut, rodFloor } from './wood.ts';

const derive = createDeriver();
const windrow = demo('windrow');
const begun = (kind: HeadstockStart = 'in-line', design: Design = windrow): Design =>
  startHeadstock(design, derive(design).stringPlan, kind);
const subjects = (found: readonly { readonly subject: string }[]) => found.map((h) => h.subject);
const tuner = (design: Design, id: string) => design.headstock.tuners.find((t) => t.id === id)!;

describe('a headstock begun from a shape', () => {
  it.each(['in-line', 'reversed', 'both-sides', 'headless'] as const)('%s has no findings', (kind) => {
    for (const rule of NECK_RULES) expect([rule.id, hits(rule, begun(kind))]).toEqual([rule.id, []]);
  });
});

describe('strings on the headstock', () => {
  it('lie too lightly in the nut on a flat headstock, the far ones most; a tree mends it', () => {
    const flat = edits.editHeadstock(begun(), { tilt: 0, below: 12 });
    const found = hits(breakTooSmall, flat);
    expect(subjects(found)).toEqual(['5', '4', '3', '2', '1']);
    expect(found.at(-1)!.measured).toBeCloseTo((Math.atan(3 / tuner(flat, 't6').at.x) * 180) / Math.PI, 6);
    const held = edits.editHeadstock(flat, {
      trees: [{ id: 'r1', at: { x: 40, y: 0 }, first: 2, last: 6, height: 7 }],
    });
    expect(hits(breakTooSmall, held)).toEqual([]);
    expect(hits(breakTooLarge, edits.editHeadstock(flat, { tilt: 16 })).length).toBeGreaterThan(0);
    expect(subjects(hits(breakTooSmall, limited(begun(), 'leastBreak', 8)))).toEqual(['6']);
  });

  it('turn aside, and run into another post', () => {
    const design = begun();
    const aside = edits.changeTuner(design, 't6', { at: { x: 60, y: -24 } });
    expect(subjects(hits(sideways, aside))).toContain('1');
    const path = derive(design).neckPlan.headstock.tuners[4]!;
    const onString = { x: 80, y: path.path!.touches.y };
    const touching = edits.changeTuner(design, 't2', { at: onString });
    const found = hits(stringAtPost, touching);
    expect(subjects(found)).toContain('2');
    expect(found.find((h) => h.subject === '2')!.where).toMatchObject({ x: 628 + 80 });
  });

  it('have no way to a tuner on the nut; each needs one', () => {
    const design = edits.changeTuner(begun(), 't1', { at: { x: -2, y: 20 } });
    expect(subjects(hits(noWay, design))).toEqual(['6']);
    expect(subjects(hits(tunersMissing, edits.removeTuners(begun(), ['t3'])))).toEqual(['4']);
    expect(hits(tunersMissing, windrow)).toEqual([]);
    expect(subjects(hits(tunersMissing, edits.changeTuner(begun(), 't3', { string: 2 })))).toEqual([
      '4',
      '5',
    ]);
  });
});

describe('tuners', () => {
  it('near the edge, past it, and touching are found, each pair once', () => {
    const design = begun();
    const { at } = tuner(design, 't1');
    const out = edits.changeTuner(design, 't1', { at: { x: at.x, y: at.y + 5 } });
    expect(hits(tunerAtEdge, out)).toMatchObject([{ subject: '6' }]);
    expect(hits(tunerAtEdge, out)[0]!.measured).toBeLessThan(3);
    expect(subjects(hits(housingOver, out))).toEqual(['6']);
    const near = edits.changeTuner(design, 't2', { at: { x: at.x + 15, y: at.y } });
    expect(hits(housingsMeet, near)).toMatchObject([{ subject: '5 and 6', measured: 0 }]);
  });

  it('are too short in a thick headstock', () => {
    const thick = edits.editHeadstock(begun(), { thickness: 18 });
    expect(hits(bushTooShort, thick)).toMatchObject([{ subject: '6 tuners', measured: 2 }]);
  });
});

describe('the neck’s wood', () => {
  it('under a deep rod slot is found where it is least', () => {
    const deep = edits.editShaft(windrow, { rod: { ...windrow.shaft.rod!, depth: 11.5 } });
    const [hit] = hits(rodFloor, deep);
    expect(hit!.measured).toBeLessThan(4);
    expect(hit!.where!.x).toBeCloseTo(628, 0);
    expect(hits(rodFloor, edits.editShaft(deep, { rod: null }))).toEqual([]);
  });

  it('dips at a steep heel', () => {
    expect(hits(heelDips, edits.editShaft(windrow, { meeting: 60, run: 30 }))).toHaveLength(1);
    expect(hits(heelDips, windrow)).toEqual([]);
  });

  it('steps at the nut where the headstock was drawn past the neck', () => {
    const wide = edits.editHeadstock(windrow, {
      outline: {
        ...windrow.headstock.outline,
        mirror: [],
        nodes: windrow.headstock.outline.nodes.map((n) =>
          n.x === 0 && n.y > 0 ? { ...n, y: n.y + 1.2 } : n,
        ),
      },
    });
    expect(hits(offNut, wide)).toMatchObject([{ subject: 'bass' }]);
    expect(hits(offNut, wide)[0]!.measured).toBeCloseTo(1.2, 1);
  });
});

it('a narrower nut takes the headstock’s own places with it', () => {
  const narrow = edits.editStrings(windrow, { nutWidth: 40 });
  expect(hits(offNut, narrow)).toEqual([]);
});
