import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import * as edits from '../design/allEdits.ts';
import type { Design } from '../design/schema.ts';
import { assumedOf, formOf } from '../parts/kinds.ts';
import { SHELF, specOf } from '../parts/shelf.ts';
import { massCentre } from './massCentre.ts';
import { partInPlace } from './partInPlace.ts';

const plain: Design = { ...demo('windrow'), parts: [], openings: [], runs: [] };
const placed = (key: string, measures: Record<string, number> = {}, turn = 0) => {
  const spec = specOf(SHELF.find((p) => p.key === key)!);
  const { design } = edits.addPart(
    plain,
    { ...spec, measures: { ...spec.measures, ...measures } },
    'front',
    { x: -30, y: 10 },
    turn,
  );
  return partInPlace(design.parts[0]!, design.body.thickness);
};

describe('where a part’s mass counts', () => {
  it('is the middle of a round part at its place, at half its height', () => {
    const knob = massCentre(placed('knob'));
    expect(knob.x).toBeCloseTo(-30, 6);
    expect(knob.y).toBeCloseTo(10, 6);
    expect(knob.z).toBeCloseTo((1 + 17) / 2, 9);
  });
  it('moves by what was measured, and turns with the part', () => {
    const at = massCentre(placed('pickup-twin', { massAlong: 4, massAcross: -1 }));
    const turned = massCentre(placed('pickup-twin', { massAlong: 4, massAcross: -1 }, 90));
    const middle = massCentre(placed('pickup-twin'));
    expect(at.x - middle.x).toBeCloseTo(4, 9);
    expect(at.y - middle.y).toBeCloseTo(-1, 9);
    // A quarter turn takes (4, −1) to (1, 4).
    const middleTurned = massCentre(placed('pickup-twin', {}, 90));
    expect(turned.x - middleTurned.x).toBeCloseTo(1, 9);
    expect(turned.y - middleTurned.y).toBeCloseTo(4, 9);
  });
  it('is reported for every part of the shelf', () => {
    for (const part of SHELF) {
      const { x, y, z } = massCentre(placed(part.key));
      expect([x, y, z].every(Number.isFinite), part.name).toBe(true);
      expect(formOf(specOf(part)).mass, part.name).toBeGreaterThan(0);
    }
  });
});

describe('measures that nobody took', () => {
  it('are those listed, and those that a part was never requested', () => {
    const spec = specOf(SHELF.find((p) => p.key === 'knob')!);
    const { massAlong: _a, massAcross: _b, ...measures } = spec.measures;
    expect(assumedOf({ ...spec, measures, assumed: ['knob'] })).toEqual(['knob', 'massAlong', 'massAcross']);
    expect(assumedOf({ ...spec, assumed: [] })).toEqual([]);
    expect(assumedOf({ ...spec, kind: 'of-a-newer-one' })).toEqual([]);
  });
});
