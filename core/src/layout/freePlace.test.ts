import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import * as edits from '../design/allEdits.ts';
import { newDesign } from '../design/defaults.ts';
import type { Design, PartSpec } from '../design/schema.ts';
import { createDeriver } from '../derived/derive.ts';
import { findAll } from '../findings/run.ts';
import { distance } from '../geometry/point.ts';
import { distanceToEdge, polygonHolds } from '../geometry/polygons.ts';
import { kindOf } from '../parts/kinds.ts';
import { SHELF, specOf } from '../parts/shelf.ts';
import type { Ground } from './freePlace.ts';
import { freeOpeningPlace, freePlace, measuredLike } from './freePlace.ts';

const derive = createDeriver();
const shelf = (key: string): PartSpec => specOf(SHELF.find((p) => p.key === key)!);
const groundIn = (d: Design): Ground => {
  const { layout, path, measures, stringPlan } = derive(d);
  return { layout, path, measures, stringPlan, parts: d.parts };
};
const put = (d: Design, spec: PartSpec): Design => {
  const face = kindOf(spec)!.faces[0]!;
  return edits.addPart(d, spec, face, freePlace(spec, face, groundIn(d))).design;
};
const bare: Design = { ...demo('windrow'), parts: [], openings: [], runs: [] };
const box = (d: Design) => {
  const begun = {
    name: 'Control cavity',
    face: 'back' as const,
    at: { x: -75, y: -80 },
    turn: 0,
    steps: [edits.plainStep('cavity', { kind: 'rect', long: 110, wide: 52, radius: 10 }, 36)],
  };
  return edits.addOpening(d, { ...begun, at: { ...freeOpeningPlace(begun, groundIn(d)) } });
};
const found = (d: Design, rule: string) => findAll(d, derive(d)).filter((f) => f.rule === rule);

describe('new things', () => {
  it('of one kind never land on one another', () => {
    for (const key of ['pot-24', 'strap-button', 'jack-barrel', 'screw', 'knob']) {
      const spec = shelf(SHELF.find((p) => p.key.startsWith(key))!.key);
      const three = [1, 2, 3].reduce((d) => put(d, spec), bare);
      const [a, b, c] = three.parts.map((p) => p.at);
      for (const [p, q] of [
        [a, b],
        [b, c],
        [a, c],
      ])
        expect(distance(p!, q!), key).toBeGreaterThan(5);
    }
  });
  it('of any kind lie inside the body', () => {
    for (const part of SHELF) {
      const spec = specOf(part);
      const d = put(put(box(bare).design, spec), spec);
      const { layout } = derive(d);
      for (const { at, face } of d.parts)
        if (face !== 'edge') expect(polygonHolds(layout.body.polygon, at), part.key).toBe(true);
    }
  });
  it('a cavity lies inside the edge, also on a new body of any count of strings', () => {
    for (const d of [bare, newDesign('Four', 4, 864), newDesign('Nine', 9, 686)]) {
      const { design, id } = box(d);
      const cut = derive(design).layout.cuts.find((c) => c.owner.id === id)!;
      const { polygon } = derive(design).layout.body;
      for (const p of cut.area.polygon) {
        expect(polygonHolds(polygon, p)).toBe(true);
        expect(distanceToEdge(polygon, p)).toBeGreaterThan(7);
      }
      expect(found(design, 'breaks-edge')).toEqual([]);
      // Another beside it.
      const two = box(design).design.openings.map((o) => o.at);
      expect(distance(two[0]!, two[1]!)).toBeGreaterThan(52);
    }
  });
  it('controls go into their cavity, and hang free there', () => {
    const d = ['pot-24', 'pot-24', 'pot-24'].reduce((now, key) => put(now, shelf(key)), box(bare).design);
    for (const rule of ['control-no-cavity', 'body-hits-wall', 'knob-to-knob', 'parts-meet'])
      expect(found(d, rule), rule).toEqual([]);
  });
});

describe('a second part of a kind', () => {
  const first = edits.addPart(bare, shelf('pot-24'), 'front', { x: -40, y: -90 });
  it('takes what was measured of the first', () => {
    const measured = edits.measurePart(first.design, first.id, 'bush', 9.4);
    const spec = measuredLike(shelf('pot-24'), measured.parts);
    expect(spec.measures['bush']).toBe(9.4);
    expect(spec.assumed).not.toContain('bush');
    expect(spec.assumed).toContain('body');
  });
  it('of another size of the shelf stays what it is', () => {
    const measured = edits.measurePart(first.design, first.id, 'bush', 9.4);
    for (const { key } of SHELF)
      if (key !== 'pot-24' && key !== 'pot-24-split')
        expect(measuredLike(shelf(key), measured.parts)).toEqual(shelf(key));
  });
  it('keeps what was measured of itself', () => {
    const measured = edits.measurePart(first.design, first.id, 'bush', 9.4);
    const kept = { ...shelf('pot-24'), measures: { ...shelf('pot-24').measures, bush: 9.7 } };
    const own = { ...kept, assumed: kept.assumed.filter((k) => k !== 'bush') };
    expect(measuredLike(own, measured.parts).measures['bush']).toBe(9.7);
  });
  it('takes nothing where nothing was measured', () =>
    expect(measuredLike(shelf('pot-24'), first.design.parts)).toEqual(shelf('pot-24')));
});
