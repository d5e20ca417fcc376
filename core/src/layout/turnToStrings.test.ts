import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import * as edits from '../design/allEdits.ts';
import { findAll } from '../findings/run.ts';
import { polesOf } from './poles.ts';
import { mended, wordsOfMend } from './mending.ts';
import { fromParallel, ringOf, turnToStrings, turnUnderStrings } from './turnToStrings.ts';

const derive = createDeriver();
const windrow = demo('windrow');
const pickup = windrow.parts.find((p) => p.spec.name === 'Bridge twin-coil')!;
const partOf = (d: typeof windrow, id: string) => d.parts.find((p) => p.id === id)!;

describe('a pickup turned to its strings', () => {
  it('of a spread wider than the strings’ is turned until they match: cos of the turn is their ratio', () => {
    const plan = derive(windrow).stringPlan;
    const laid = derive(windrow).layout.parts.find((p) => p.part.id === pickup.id)!;
    const strings = polesOf(laid, plan)!.map((p) => p.stringY);
    const spread = Math.abs(strings[0]! - strings.at(-1)!);
    const wide = edits.measurePart(windrow, pickup.id, 'spread', Number((spread * 1.06).toFixed(2)));
    const found = turnUnderStrings(partOf(wide, pickup.id), plan)!;
    // Strings that spread toward the bridge shift it a little from the closed form of parallel ones.
    expect(Math.abs(Math.abs(found.turn) - (Math.acos(1 / 1.06) * 180) / Math.PI)).toBeLessThan(1);
    expect(found.miss).toBeLessThan(0.25);
    const next = turnToStrings(wide, pickup.id, plan);
    const after = derive(next);
    const offs = polesOf(
      after.layout.parts.find((p) => p.part.id === pickup.id)!,
      after.stringPlan,
    )!;
    const rms = Math.sqrt(offs.reduce((s, p) => s + p.off ** 2, 0) / offs.length);
    expect(rms).toBeCloseTo(found.miss, 2);
  });
  it('takes its ring with it, square, and its group about its middle', () => {
    const plan = derive(windrow).stringPlan;
    const ring = ringOf(pickup, windrow.parts)!;
    const wide = edits.measurePart(windrow, pickup.id, 'spread', 54);
    const crooked = edits.changePart(wide, ring.id, { turn: ring.turn + 3 });
    const next = turnToStrings(crooked, pickup.id, plan);
    expect(fromParallel(partOf(next, ring.id).turn, partOf(next, pickup.id).turn)).toBeCloseTo(0, 6);
    expect(partOf(next, pickup.id).at).toEqual(pickup.at);
    const volume = windrow.parts.find((p) => p.spec.name === 'Volume')!;
    const grouped = edits.groupParts(wide, [pickup.id, volume.id], true);
    const together = turnToStrings(grouped, pickup.id, plan);
    const far = (d: typeof windrow) =>
      Math.hypot(partOf(d, volume.id).at.x - pickup.at.x, partOf(d, volume.id).at.y - pickup.at.y);
    expect(far(together)).toBeCloseTo(far(grouped), 1);
    expect(partOf(together, volume.id).at).not.toEqual(volume.at);
  });
  it('leaves a part without poles as it is', () => {
    const volume = windrow.parts.find((p) => p.spec.name === 'Volume')!;
    expect(turnToStrings(windrow, volume.id, derive(windrow).stringPlan)).toBe(windrow);
  });
});

describe('a ring that is not square to its pickup', () => {
  const ring = ringOf(pickup, windrow.parts)!;
  it('is found by how much, and mended', () => {
    const crooked = edits.changePart(windrow, ring.id, { turn: ring.turn + 2.5 });
    const [finding] = findAll(crooked, derive(crooked)).filter((f) => f.rule === 'ring-not-square');
    expect(finding?.measured).toBeCloseTo(2.5, 6);
    expect(wordsOfMend(finding!.mend!, crooked, 'mm')).toMatch(/^Turn .* 2\.5° clockwise\.$/);
    const next = mended(crooked, finding!.mend!, derive(crooked));
    expect(findAll(next, derive(next)).filter((f) => f.rule === 'ring-not-square')).toEqual([]);
  });
  it('not by a half turn, nor by a hair', () => {
    for (const by of [180, -180, 0.3]) {
      const d = edits.changePart(windrow, ring.id, { turn: ring.turn + by });
      expect(findAll(d, derive(d)).filter((f) => f.rule === 'ring-not-square')).toEqual([]);
    }
  });
});
