import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import * as edits from '../design/allEdits.ts';
import type { Design } from '../design/schema.ts';
import {
  changeTogether,
  commonMeasures,
  commonOfOpenings,
  measureTogether,
  openingsOfKind,
  partsOfKind,
} from './together.ts';

const windrow = demo('windrow');
const partsOf = (d: Design, ids: readonly string[]) => ids.map((id) => d.parts.find((p) => p.id === id)!);
const pickups = windrow.parts.filter((p) => p.spec.kind === 'pickup').map((p) => p.id);

describe('several parts', () => {
  it('have what each of them has, and say where they differ', () => {
    const common = commonMeasures(partsOf(windrow, pickups));
    const fit = common.find((c) => c.def.key === 'fit')!;
    expect(fit.value).not.toBeNull();
    const one = edits.measurePart(windrow, pickups[0]!, 'fit', 1.25);
    const other = edits.changePart(one, pickups[1]!, {
      spec: { ...partsOf(one, [pickups[1]!])[0]!.spec, measures: { ...fit, fit: 0.5 } as never },
    });
    expect(commonMeasures(partsOf(other, pickups)).find((c) => c.def.key === 'fit')!.value).toBeNull();
  });
  it('of different kinds have only what both know, none where one is of its own', () => {
    const pot = windrow.parts.find((p) => p.spec.kind === 'pot')!;
    const keys = commonMeasures([...partsOf(windrow, pickups), pot]).map((c) => c.def.key);
    expect(keys).not.toContain('spread');
    expect(keys).toContain('mass');
    expect(commonMeasures([])).toEqual([]);
  });
  it('take a measure at once', () => {
    const next = measureTogether(windrow, pickups, 'fit', 1.5);
    for (const p of partsOf(next, pickups)) {
      expect(p.spec.measures['fit']).toBe(1.5);
      expect(p.spec.assumed).not.toContain('fit');
    }
  });
  it('all of a kind are found, itself first', () => {
    const pots = partsOfKind(windrow, windrow.parts.find((p) => p.spec.name === 'Tone')!.id);
    expect(partsOf(windrow, pots).map((p) => p.spec.kind)).toEqual(pots.map(() => 'pot'));
    expect(partsOf(windrow, pots)[0]!.spec.name).toBe('Tone');
    expect(partsOfKind(windrow, 'none')).toEqual([]);
  });
});

const rect = (radius: number) => ({ kind: 'rect' as const, long: 40, wide: 20, radius });
const withOpenings = (): Design => {
  const add = (d: Design, face: 'front' | 'back', step: ReturnType<typeof edits.plainStep>): Design =>
    edits.addOpening(d, { name: 'One', face, at: { x: 0, y: 0 }, turn: 0, steps: [step] }).design;
  let d: Design = { ...windrow, openings: [] };
  d = add(d, 'front', edits.plainStep('a', rect(4), 18));
  d = add(d, 'back', edits.plainStep('b', rect(6), 18));
  return add(d, 'front', edits.plainStep('c', { kind: 'circle', diameter: 20 }, 18));
};

describe('several openings', () => {
  const d = withOpenings();
  const [a, b, c] = d.openings;
  it('say what is alike, what differs, and what not all have', () => {
    expect(commonOfOpenings([a!, b!])).toEqual({
      face: null,
      through: false,
      depth: 18,
      radius: null,
      bit: undefined,
    });
    expect(commonOfOpenings([a!, c!])).toMatchObject({ face: 'front', radius: undefined });
  });
  it('change together, each as far as it has what is changed', () => {
    const ids = d.openings.map((o) => o.id);
    const next = changeTogether(d, ids, { depth: 22, radius: 5, face: 'back' });
    expect(next.openings.map((o) => o.face)).toEqual(['back', 'back', 'back']);
    expect(next.openings.map((o) => o.steps[0]!.depth)).toEqual([22, 22, 22]);
    expect(next.openings[0]!.steps[0]!.shape).toEqual(rect(5));
    expect(next.openings[2]!.steps[0]!.shape).toEqual(c!.steps[0]!.shape);
    expect(changeTogether(d, ['none'], { depth: 3 })).toBe(d);
  });
  it('all of a kind are those of the same use and shape', () => {
    expect(openingsOfKind(d, a!.id)).toEqual([a!.id, b!.id]);
    expect(openingsOfKind(d, c!.id)).toEqual([c!.id]);
  });
});
