import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { addWeight, removeWeight, setWeighed } from './balanceEdits.ts';
import { addPart, changePart, moveParts, removeOpening, removeParts } from './layoutEdits.ts';
import { changeTuner, editHeadstock, removeTuners } from './neckEdits.ts';
import type { Design } from './schema.ts';

const windrow = demo('windrow');
const weighed = (of: string, mass = 111): Design => setWeighed(windrow, of, { mass, at: null });
const keys = (d: Design): readonly string[] => d.weight.weighed.map((w) => w.of);
const [bridge] = windrow.parts;

describe('what was weighed', () => {
  it('of a part stays while it is moved, turned and measured', () => {
    const key = `part:${bridge!.id}`;
    let design = moveParts(weighed(key), [bridge!.id], { x: 3, y: 0 });
    design = changePart(design, bridge!.id, { turn: 2 });
    design = changePart(design, bridge!.id, { spec: { ...bridge!.spec, name: 'My own bridge' } });
    expect(keys(design)).toEqual([key]);
  });
  it('goes with the part: another one that gets its id weighs its own', () => {
    const key = `part:${bridge!.id}`;
    const without = removeParts(weighed(key, 999), [bridge!.id]);
    expect(keys(without)).toEqual([]);
    const { spec, face, at } = windrow.parts[1]!;
    const { design, id } = addPart(without, spec, face, at);
    expect(id).toBe(bridge!.id);
    const line = createDeriver()(design).weighed!.items.find((i) => i.key === key)!;
    expect(line.mass.likely).toBeLessThan(300);
  });
  it('is forgotten where the part is replaced, or its mass is typed since', () => {
    const key = `part:${bridge!.id}`;
    const typed = { ...bridge!.spec, measures: { ...bridge!.spec.measures, mass: 222 } };
    expect(keys(changePart(weighed(key), bridge!.id, { spec: typed }))).toEqual([]);
    const other = windrow.parts.find((p) => p.spec.kind !== bridge!.spec.kind)!.spec;
    expect(keys(changePart(weighed(key), bridge!.id, { spec: other }))).toEqual([]);
  });
  it('of a tuner goes with it, and stays while it is moved', () => {
    const [tuner] = windrow.headstock.tuners;
    const key = `tuner:${tuner!.id}`;
    expect(keys(removeTuners(weighed(key), [tuner!.id]))).toEqual([]);
    expect(keys(changeTuner(weighed(key), tuner!.id, { turn: 5 }))).toEqual([key]);
    expect(keys(editHeadstock(weighed(key), { tilt: 4 }))).toEqual([key]);
    const lighter = windrow.headstock.tuners.map((t) => ({
      ...t,
      spec: { ...t.spec, measures: { ...t.spec.measures, mass: 20 } },
    }));
    expect(keys(editHeadstock(weighed(key), { tuners: lighter }))).toEqual([]);
  });
  it('of a cover and of an added weight goes with them; of the wood it stays', () => {
    const plate = createDeriver()(windrow).plates.find((p) => p.id.startsWith('cover-'))!;
    const opening = plate.id.replace(/^cover-(.*)-cover$/, '$1');
    const both = setWeighed(weighed(`plate:${plate.id}`), 'body', { mass: 1900, at: null });
    expect(keys(removeOpening(both, opening))).toEqual(['body']);
    const { design, id } = addWeight(windrow, { name: 'Lead', mass: 50, at: { x: 0, y: 0 }, deep: 10 });
    expect(keys(removeWeight(setWeighed(design, `added:${id}`, { mass: 49, at: null }), id))).toEqual([]);
  });
  it('of other things leaves a design the same object where nothing is forgotten', () => {
    const design = weighed('body');
    expect(removeParts(design, ['nobody'])).toBe(design);
  });
});
