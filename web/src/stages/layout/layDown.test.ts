import { readFileSync } from 'node:fs';
import type { Design } from '@pelkin/core';
import { SHELF, checkDesign, formOf, kindOf, nearestOnPath, specOf, usualPlace } from '@pelkin/core';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { derive } from '../../design/derived.ts';
import { useDesignStore } from '../../design/store.ts';
import { useChosenInLayout } from './chosen.ts';
import { copyParts, removeParts } from './copyChosen.ts';
import { firstFace, layDown } from './layDown.ts';

const read = (name: string): Design => {
  const checked = checkDesign(
    JSON.parse(readFileSync(new URL(`../../../../demo/${name}.json`, import.meta.url), 'utf8')),
  );
  if (!checked.ok) throw new Error('the demo cannot be read');
  return { ...checked.design, parts: [], openings: [], runs: [] };
};
const windrow = read('windrow');
const fathom = read('fathom');
const shelf = (key: string) => specOf(SHELF.find((p) => p.key === key)!);
const state = () => useDesignStore.getState();
const last = () => state().design!.parts.at(-1)!;
const put = (key: string, place: { x: number; y: number } | null = null) => {
  const spec = shelf(key);
  layDown(spec, firstFace(spec), place);
  return last();
};

describe('parts laid down', () => {
  beforeEach(() => {
    state().open('one', windrow);
    useChosenInLayout.getState().chooseAll([]);
  });
  afterEach(() => state().close());

  it('every part of the shelf, each a step of its own that names it, chosen at once', () => {
    for (const part of SHELF) {
      put(part.key);
      expect(last().spec.name).toBe(part.name);
      expect(state().past.at(-1)!.name).toBe(`placed ${part.name}`);
      expect(useChosenInLayout.getState().parts).toEqual([last().id]);
      expect(last().face).toBe(kindOf(part)!.faces[0]);
    }
    expect(state().design!.parts).toHaveLength(SHELF.length);
  });
  it('a bridge lies where its saddles reach every string', () => {
    const bridge = put('bridge-plate');
    const { stringPlan } = derive(state().design!);
    const { travel } = formOf(bridge.spec).saddles!;
    for (const line of stringPlan.lines) {
      const behind = bridge.at.x - line.saddle.x;
      expect(behind).toBeGreaterThan(0);
      expect(behind).toBeLessThan(travel);
    }
    expect(bridge.at.y).toBe(0);
  });
  it('pickups lie one after the other between bridge and board', () => {
    const places = [put('pickup-twin'), put('pickup-twin'), put('pickup-slim')].map((p) => p.at);
    const { boardEndX } = derive(state().design!).stringPlan;
    expect(places.every((p) => p.y === 0 && p.x > 0 && p.x < boardEndX)).toBe(true);
    expect(places[0]!.x).toBeLessThan(places[2]!.x);
    expect(places[2]!.x).toBeLessThan(places[1]!.x);
  });
  it('on a fanned board pickups are turned with the fan, as they lie', () => {
    state().open('two', fathom);
    expect(put('pickup-twin').turn).not.toBe(0);
    const near = put('pickup-twin', { x: 20, y: 0 }).turn;
    const far = put('pickup-twin', { x: 160, y: 0 }).turn;
    expect(Math.abs(near)).not.toBeCloseTo(Math.abs(far), 1);
    state().open('one', windrow);
    expect(put('pickup-twin').turn).toBe(0);
  });
  it('in the edge they stand on it, square and pointing inward', () => {
    const jack = put('jack-barrel', { x: -100, y: -120 });
    const { path } = derive(state().design!);
    expect(nearestOnPath(path, jack.at)!.distance).toBeLessThan(0.01);
    const way = (jack.turn * Math.PI) / 180;
    const inside = { x: jack.at.x + 5 * Math.cos(way), y: jack.at.y + 5 * Math.sin(way) };
    expect(nearestOnPath(path, inside)!.distance).toBeCloseTo(5, 0);
  });
  it('controls lie on the treble side, where hands look for them', () => {
    const at = usualPlace(shelf('pot-24'), { ...derive(windrow), parts: [] } as never);
    expect(at.y).toBeLessThan(0);
    expect(at.x).toBeLessThan(0);
  });
  it('nothing is laid down where no design is open', () => {
    state().close();
    layDown(shelf('knob'), 'front', null);
    expect(state().design).toBeNull();
  });
  it('one step back takes it away again', () => {
    const before = state().design;
    put('knob', { x: -60, y: -60 });
    state().undo();
    expect(state().design).toBe(before);
  });
});

describe('copies, and what is taken away', () => {
  beforeEach(() => {
    state().open('one', windrow);
    put('pot-24', { x: -40, y: -80 });
    put('knob', { x: -90, y: -80 });
  });
  afterEach(() => state().close());
  const ids = () => state().design!.parts.map((p) => p.id);

  it('copies lie beside what they copy, are chosen, and are one step', () => {
    const before = ids();
    copyParts(before, 'copied parts');
    const copies = useChosenInLayout.getState().parts;
    expect(copies).toHaveLength(2);
    expect(copies.some((id) => before.includes(id))).toBe(false);
    const at = (id: string) => state().design!.parts.find((p) => p.id === id)!.at;
    copies.forEach((id, i) => {
      expect(at(id).x).toBeCloseTo(at(before[i]!).x - 12, 9);
      expect(at(id).y).toBeCloseTo(at(before[i]!).y - 12, 9);
    });
    state().undo();
    expect(ids()).toEqual(before);
  });
  it('what is taken away is chosen no more, and comes back in one step', () => {
    const [first, second] = ids();
    useChosenInLayout.getState().choose(first!);
    removeParts([first!], 'took a pot away');
    expect(ids()).toEqual([second]);
    expect(useChosenInLayout.getState().parts).toEqual([]);
    expect(state().past.at(-1)!.name).toBe('took a pot away');
    state().undo();
    expect(ids()).toEqual([first, second]);
  });
});
