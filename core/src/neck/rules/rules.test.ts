import { describe, expect, it } from 'vitest';
import { demo, hits, limited } from '../../../tests/findings.ts';
import * as edits from '../../design/allEdits.ts';
import type { Design } from '../../design/schema.ts';
import { createDeriver } from '../../derived/derive.ts';
import type { HeadstockStart } from '../startHeadstock.ts';
import { startHeadstock } from '../startHeadstock.ts';
import { blankTooLow, blankTooShort, shortGrain } from './blank.ts';
import { breakTooLarge, breakTooSmall } from './breakAngle.ts';
import { NECK_RULES } from './index.ts';
import { heelTooThin, wideForPocket } from './join.ts';
import { markerOverFret } from './markers.ts';
import { noWay, sideways, stringAtPost, tunersMissing } from './stringWay.ts';
import { bushTooShort, housingOver, housingsMeet, tunerAtEdge } from './tunerRoom.ts';
import { heelDips, offNut, rodAtFace, rodFloor } from './wood.ts';

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
    expect(subjects(found)).toEqual(['1', '2', '3', '4', '5']);
    expect(found[0]!.measured).toBeCloseTo((Math.atan(3 / tuner(flat, 't6').at.x) * 180) / Math.PI, 6);
    const held = edits.editHeadstock(flat, {
      trees: [{ id: 'r1', at: { x: 40, y: 0 }, first: 1, last: 5, height: 7 }],
    });
    expect(hits(breakTooSmall, held)).toEqual([]);
    expect(hits(breakTooLarge, edits.editHeadstock(flat, { tilt: 16 })).length).toBeGreaterThan(0);
    expect(subjects(hits(breakTooSmall, limited(begun(), 'leastBreak', 8)))).toEqual(['6']);
  });

  it('turn aside, and run into another post', () => {
    const design = begun();
    const aside = edits.changeTuner(design, 't6', { at: { x: 60, y: -24 } });
    expect(subjects(hits(sideways, aside))).toContain('1');
    const path = derive(design).neckPlan.headstock.tuners[1]!;
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
    expect(subjects(hits(tunersMissing, edits.changeTuner(begun(), 't3', { string: 5 })))).toEqual([
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

  it('between the rod’s slot and the headstock’s face is little, or the slot opens on purpose', () => {
    const from = (v: number) => edits.editShaft(windrow, { rod: { ...windrow.shaft.rod!, from: v } });
    expect(hits(rodAtFace, windrow)).toEqual([]);
    expect(hits(rodAtFace, from(-3))).toMatchObject([{ measured: windrow.shaft.nut.thickness - 3 }]);
    expect(hits(rodAtFace, from(-20))).toEqual([]);
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

describe('the neck and what it is cut from', () => {
  it('needs a blank that is long and high enough', () => {
    const { blank } = derive(windrow).neckPlan;
    expect(hits(blankTooShort, windrow)).toEqual([]);
    const short = hits(blankTooShort, limited(windrow, 'neckBlankLong', blank.length - 10));
    expect(short).toMatchObject([{ measured: blank.length }]);
    expect(hits(blankTooLow, limited(windrow, 'neckBlankHigh', blank.height - 1))).toHaveLength(1);
    const scarfed = edits.editHeadstock(windrow, { built: 'scarf' });
    expect(hits(blankTooLow, limited(scarfed, 'neckBlankHigh', blank.height - 1))).toEqual([]);
  });
  it('has short grain where a steep headstock begins; a volute and a scarf mend it', () => {
    const steep = edits.editHeadstock(windrow, { tilt: 17, blend: 20 });
    expect(hits(shortGrain, windrow)).toEqual([]);
    const [hit] = hits(shortGrain, steep);
    expect(hit!.measured).toBeLessThan(50);
    expect(hits(shortGrain, edits.editHeadstock(steep, { built: 'scarf' }))).toEqual([]);
    const swelled = edits.editHeadstock(steep, { volute: { length: 60, height: 4 } });
    expect(hits(shortGrain, swelled)[0]?.measured ?? Infinity).toBeGreaterThan(hit!.measured!);
    const open = edits.editShaft(steep, { rod: { ...windrow.shaft.rod!, from: -30 } });
    expect(hits(shortGrain, open)[0]!.measured).toBeLessThan(hit!.measured!);
  });
  it('has a heel for its screws, and a pocket that it goes into', () => {
    const thin = edits.setNeck(windrow, { joint: 'screwed', heel: 16 });
    expect(hits(heelTooThin, thin)).toMatchObject([{ measured: expect.closeTo(16 - windrow.neck.board, 6) }]);
    expect(hits(heelTooThin, edits.setNeck(thin, { joint: 'glued' }))).toEqual([]);
    expect(hits(wideForPocket, edits.setNeck(windrow, { fit: -0.2 }))).toMatchObject([{ measured: 0.4 }]);
    expect(hits(wideForPocket, windrow)).toEqual([]);
  });
  it('has markers that lie between their frets', () => {
    const { markers } = windrow.shaft;
    const large = edits.editShaft(windrow, { markers: { ...markers, frets: [3, 21, 36], size: 14 } });
    expect(hits(markerOverFret, windrow)).toEqual([]);
    expect(subjects(hits(markerOverFret, large))).toEqual(['21']);
  });
});

it('a narrower nut takes the headstock’s own places with it', () => {
  const narrow = edits.editStrings(windrow, { nutWidth: 40 });
  expect(hits(offNut, narrow)).toEqual([]);
});
