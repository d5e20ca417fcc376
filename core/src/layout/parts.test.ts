import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import * as edits from '../design/allEdits.ts';
import type { Design } from '../design/schema.ts';
import { signedArea } from '../geometry/closedPath.ts';
import { boardHalfWidth } from '../strings/taper.ts';
import { saddlePlace } from '../strings/elevation.ts';
import { createDeriver } from '../derived/derive.ts';
import { controlFits } from './controls.ts';
import { edgePlace } from './edgePlace.ts';
import { fannedTurn, fretNumberAt, nodesNear, poleError, polesOf, spreadAt, stringYAt } from './poles.ts';
import { neckSide } from '../strings/neckSide.ts';
import { neckScrewPlaces, pocketPath } from './pocket.ts';
import { drillNeed } from './runs.ts';
import { bridgePlaceFor, bridgeReach } from './saddles.ts';
import { roomsOf, runCover, wayIn, wiringOf } from './wiring.ts';

const derive = createDeriver();
const [windrow, skerry, fathom] = (['windrow', 'skerry', 'fathom'] as const).map(demo) as [
  Design,
  Design,
  Design,
];
const laidOf = (design: Design, name: string) =>
  derive(design).layout.parts.find((p) => p.part.spec.name === name)!;

describe('poles and strings', () => {
  it('the spread at a place is linear between bridge and nut', () => {
    const { stringPlan } = derive(windrow);
    const [bass] = stringPlan.lines;
    expect(stringYAt(bass!, bass!.saddle.x)).toBeCloseTo(bass!.saddle.y, 9);
    expect(stringYAt(bass!, bass!.nut.x)).toBeCloseTo(bass!.nut.y, 9);
    const at = (x: number): number => spreadAt(stringPlan, x);
    // The outer saddles stand a little apart along; between them it is linear to a hundredth.
    expect(at(100)).toBeCloseTo((at(0) + at(200)) / 2, 6);
    expect(at(0)).toBeCloseTo(52.5, 1);
  });
  it('poles lie evenly over the spread, each beside its own string', () => {
    const { stringPlan } = derive(windrow);
    const poles = polesOf(laidOf(windrow, 'Bridge twin-coil'), stringPlan)!;
    expect(poles).toHaveLength(6);
    expect(poles[0]!.at.y - poles[5]!.at.y).toBeCloseTo(51, 9);
    expect(poles[0]!.at.y - poles[1]!.at.y).toBeCloseTo(10.2, 9);
    const error = poleError(laidOf(windrow, 'Bridge twin-coil'), stringPlan)!;
    expect(error.by).toBeCloseTo(Math.max(...poles.map((p) => Math.abs(p.off))), 12);
    expect(polesOf(laidOf(windrow, 'Volume'), stringPlan)).toBeNull();
  });
  it('a turned pickup’s poles come nearer together across', () => {
    const { id } = windrow.parts.find((p) => p.spec.name === 'Bridge twin-coil')!;
    const turned = edits.changePart(windrow, id, { turn: 20 });
    const poles = polesOf(laidOf(turned, 'Bridge twin-coil'), derive(turned).stringPlan)!;
    expect(poles[0]!.at.y - poles[5]!.at.y).toBeCloseTo(51 * Math.cos(Math.PI / 9), 9);
  });
  it('a blade errs only where a string lies past its end', () => {
    const { stringPlan } = derive(fathom);
    expect(poleError(laidOf(fathom, 'Bridge blade'), stringPlan)!.by).toBe(0);
    const { id } = fathom.parts.find((p) => p.spec.name === 'Bridge blade')!;
    const short = edits.measurePart(fathom, id, 'spread', 50);
    expect(poleError(laidOf(short, 'Bridge blade'), derive(short).stringPlan)!.by).toBeGreaterThan(3);
  });
  it('the fan’s turn is none with one scale, and the bridge line’s own at the bridge', () => {
    expect(fannedTurn(derive(windrow).stringPlan, 100)).toBeCloseTo(0, 9);
    const { stringPlan } = derive(fathom);
    const at = fannedTurn(stringPlan, 0);
    expect(at).toBeGreaterThan(5);
    // Towards the square fret the fan closes.
    expect(fannedTurn(stringPlan, 250)).toBeLessThan(at);
  });
  it('a place over the strings is a fret of a longer board, and near a node or not', () => {
    expect(fretNumberAt(628, 314)).toBeCloseTo(12, 9);
    expect(fretNumberAt(628, 157)).toBeCloseTo(24, 9);
    expect(fretNumberAt(628, -3)).toBeNull();
    expect(nodesNear(628, 157)[0]).toEqual({ share: '1/4', off: 0 });
    expect(nodesNear(628, 160)[0]!.off).toBeCloseTo(3, 9);
  });
});

describe('bridges', () => {
  it('tell each string’s need from their foremost place, and where all are in the middle', () => {
    const { stringPlan, layout } = derive(windrow);
    const [reach] = bridgeReach(windrow, stringPlan, layout);
    expect(reach!.needs).toHaveLength(6);
    reach!.needs.forEach((n, i) =>
      expect(n.alongNeeded).toBeCloseTo(
        reach!.part.part.at.x - stringPlan.lines[i]!.saddle.x - reach!.place.x,
        9,
      ),
    );
    const at = bridgePlaceFor(reach!);
    const moved = edits.changePart(windrow, reach!.part.part.id, { at: { x: at, y: 0 } });
    const after = bridgeReach(moved, stringPlan, derive(moved).layout)[0]!;
    const along = after.needs.map((n) => n.alongNeeded);
    expect((Math.min(...along) + Math.max(...along)) / 2).toBeCloseTo(after.travel / 2, 9);
  });
  it('of single saddles each has its own string', () => {
    const { stringPlan, layout } = derive(fathom);
    const all = bridgeReach(fathom, stringPlan, layout);
    expect(all.map((r) => r.needs.map((n) => n.string))).toEqual([[0], [1], [2], [3], [4], [5], [6]]);
  });
  it('outer strings run lower over a radiused board', () => {
    const { stringPlan, layout } = derive(windrow);
    const [{ needs }] = bridgeReach(windrow, stringPlan, layout) as [ReturnType<typeof bridgeReach>[number]];
    const z = saddlePlace(neckSide(windrow)).z;
    expect(needs[0]!.high).toBeCloseTo(z - (305 - Math.sqrt(305 ** 2 - 26.25 ** 2)), 6);
    expect(needs[0]!.high).toBeLessThan(needs[2]!.high);
  });
});

describe('the pocket', () => {
  const { stringPlan } = derive(windrow);
  it('is as wide as the taper and its fit at both ends, and closed', () => {
    const path = pocketPath(windrow.strings, { ...windrow.neck, radius: 0 }, stringPlan);
    const ys = (x: number) =>
      path
        .map((c) => c.p0)
        .filter((p) => Math.abs(p.x - x) < 1e-6)
        .map((p) => p.y);
    const rear = stringPlan.jointX - windrow.neck.pocketLength;
    const half = boardHalfWidth(windrow.strings, rear, 'bass') + windrow.neck.fit;
    expect(Math.max(...ys(rear))).toBeCloseTo(half, 9);
    expect(Math.min(...ys(rear))).toBeCloseTo(-half, 9);
    expect(signedArea(path)).toBeGreaterThan(0);
    const rounded = pocketPath(windrow.strings, windrow.neck, stringPlan);
    const lost = (2 - Math.PI / 2) * windrow.neck.radius ** 2;
    expect(signedArea(path) - signedArea(rounded)).toBeCloseTo(lost, 0);
  });
  it('with a round end is shorter by what the round takes', () => {
    const round = pocketPath(windrow.strings, { ...windrow.neck, end: 'round' }, stringPlan);
    expect(signedArea(round)).toBeLessThan(signedArea(pocketPath(windrow.strings, windrow.neck, stringPlan)));
  });
  it('of a tenon is as wide as its cheeks and the fit, never wider than the neck; only where it is glued', () => {
    const { stringPlan } = derive(skerry);
    const across = (neck: Design['neck']): number => {
      const ys = pocketPath(skerry.strings, neck, stringPlan).flatMap((c) => [c.p0.y, c.p3.y]);
      return Math.max(...ys) - Math.min(...ys);
    };
    const glued = { ...skerry.neck, joint: 'glued' as const };
    expect(across({ ...glued, tenon: 30 })).toBeCloseTo(30 + 2 * glued.fit, 9);
    expect(across({ ...glued, tenon: 200 })).toBeCloseTo(across({ ...glued, tenon: null }), 9);
    expect(across({ ...glued, joint: 'screwed', tenon: 30 })).toBeCloseTo(across(glued), 9);
  });
  it('screws stand in two rows about their middle, an odd one on the line', () => {
    const four = neckScrewPlaces(windrow.neck, stringPlan);
    expect(four.map((p) => Math.round(p.y))).toEqual([18, -18, 18, -18]);
    expect((four[0]!.x + four[2]!.x) / 2).toBeCloseTo(stringPlan.jointX - 33, 9);
    const three = neckScrewPlaces(
      { ...windrow.neck, screws: { ...windrow.neck.screws, count: 3 } },
      stringPlan,
    );
    expect(three[2]!.y).toBe(0);
  });
});

describe('controls in their cavity', () => {
  it('tell wood, thread left over and the room under the lugs', () => {
    const fit = controlFits(derive(windrow).layout).find((f) => f.part.part.spec.name === 'Tone')!;
    // 44 mm less a cavity of 36; 12 of thread less 3 of washer and nut; a body of 15 over a ledge of 2.2.
    expect(fit.wood).toBeCloseTo(8, 9);
    expect(fit.spare).toBeCloseTo(12 - 3 - 8, 9);
    expect(fit.underCover).toBeCloseTo(36 - 15 - 2.2, 9);
    expect(fit.bodyOut).toBe(0);
  });
  it('an island under a body is in its way', () => {
    const tone = windrow.parts.find((p) => p.spec.name === 'Tone')!;
    const cavity = windrow.openings[0]!;
    const a = (-cavity.turn * Math.PI) / 180;
    const [dx, dy] = [tone.at.x + 9 - cavity.at.x, tone.at.y - cavity.at.y];
    const at = { x: Math.cos(a) * dx - Math.sin(a) * dy, y: Math.sin(a) * dx + Math.cos(a) * dy };
    const standing = edits.changeStep(windrow, cavity.id, 0, {
      islands: [{ shape: { kind: 'circle', diameter: 4 }, at }],
    });
    const fit = controlFits(derive(standing).layout).find((f) => f.part.part.spec.name === 'Tone')!;
    expect(fit.bodyOut).toBeGreaterThan(0);
  });
});

describe('places in the edge', () => {
  it('point square inward, and midway in a corner', () => {
    const { path, layout } = derive(windrow);
    const tail = edgePlace(path, { x: -200, y: 0 })!;
    expect(Math.abs(tail.inward)).toBeLessThan(10);
    const tip = edgePlace(path, { x: 352, y: 112 })!;
    const ahead = {
      x: tip.at.x + 4 * Math.cos((tip.inward * Math.PI) / 180),
      y: tip.at.y + 4 * Math.sin((tip.inward * Math.PI) / 180),
    };
    expect(layout.body.polygon.length).toBeGreaterThan(100);
    expect(edgePlace(path, ahead)!.at).not.toEqual(tip.at);
  });
});

describe('drilled runs', () => {
  const run = (name: string, design: Design = windrow) => design.runs.find((r) => r.name === name)!;
  it('tell their length, slope and bearing', () => {
    const need = drillNeed({ from: { x: 0, y: 0, z: -10 }, to: { x: 30, y: 40, z: -22 } });
    expect(need.length).toBeCloseTo(Math.hypot(50, 12), 12);
    expect(need.slope).toBeCloseTo(Math.atan2(12, 50), 12);
    expect(need.bearing).toBeCloseTo(Math.atan2(40, 30), 12);
  });
  it('lead where their ends are', () => {
    const { layout } = derive(windrow);
    const rooms = roomsOf(layout.cuts, windrow.runs);
    const of = (id: string) => rooms.get(layout.cuts.find((c) => c.owner.id === id)!);
    const neck = windrow.parts.find((p) => p.spec.name === 'Neck twin-coil')!.id;
    expect(of(neck)).toBe(of(windrow.openings[0]!.id));
    expect(wiringOf(layout, windrow.runs).every((w) => w.reaches)).toBe(true);
    const undrilled = derive({ ...windrow, runs: [] }).layout;
    expect(wiringOf(undrilled, []).filter((w) => !w.reaches).length).toBeGreaterThan(2);
  });
  it('have so much wood round them: 11.5 mm deep, 3 mm of bit', () => {
    const { layout } = derive(windrow);
    expect(runCover(run('Neck to bridge pickup'), layout)).toMatchObject({ near: 'the front face' });
    expect(runCover(run('Neck to bridge pickup'), layout).least).toBeCloseTo(11.5 - 3, 9);
  });
  it('are reached through the neck’s pocket before the neck is on', () => {
    const { layout } = derive(windrow);
    const way = wayIn(run('Neck to bridge pickup'), layout);
    expect(way.clear).toBe(true);
    expect(way.past).toContain('neck');
    const through = derive(skerry).layout;
    expect(wayIn(run('Bridge pickup to controls', skerry), through).clear).toBe(true);
  });
});
