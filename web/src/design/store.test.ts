import { edits, newDesign } from '@pelkin/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { MOST_STEPS, useDesignStore } from './store.ts';

const design = newDesign('Store', 6, 640);
const state = () => useDesignStore.getState();
const move = (x: number, gesture?: string) =>
  state().edit(`moved to ${x}`, (d) => edits.moveNode(d, 'n4', { x, y: 150 }), gesture);
const placeOf = () => state().design!.outline.nodes[3]!.x;

beforeEach(() => state().open('one', design));

describe('the store', () => {
  it('names the steps, goes back and forth through them', () => {
    move(10);
    move(20);
    expect(state().past.map((s) => s.name)).toEqual(['moved to 10', 'moved to 20']);
    state().undo();
    expect(placeOf()).toBe(10);
    expect(state().future.at(-1)!.name).toBe('moved to 20');
    state().undo();
    expect(state().design).toBe(design);
    state().redo();
    state().redo();
    expect(placeOf()).toBe(20);
    expect(state().future).toEqual([]);
  });
  it('takes a gesture, however long, as one step that goes back to its beginning', () => {
    for (let x = 0; x < 50; x += 1) move(x + 0.5, 'drag 1');
    expect(state().past.length).toBe(1);
    expect(state().steps).toBe(1);
    expect(state().changes).toBe(50);
    state().undo();
    expect(state().design).toBe(design);
  });
  it('begins a new step with another gesture, and after an undo', () => {
    move(1, 'drag 1');
    move(2, 'drag 2');
    expect(state().past.length).toBe(2);
    state().undo();
    move(3, 'drag 2');
    expect(state().past.length).toBe(2);
  });
  it('drops what could be redone when something else is done', () => {
    move(10);
    state().undo();
    move(30);
    expect(state().future).toEqual([]);
  });
  it('refuses what would break the design, and stays as it was', () => {
    const refusals = state().edit('narrow nut', (d) => edits.editStrings(d, { nutWidth: 12 }));
    expect(refusals[0]!.message).toMatch(/narrower/);
    expect(state().design).toBe(design);
    expect(state().past).toEqual([]);
    expect(state().changes).toBe(0);
  });
  it('makes no step of a change that changes nothing', () => {
    expect(state().edit('nothing', (d) => d)).toEqual([]);
    expect(state().past).toEqual([]);
  });
  it('reaches back as far as it says, and no farther', () => {
    for (let x = 1; x <= MOST_STEPS + 20; x += 1) move(x);
    expect(state().past.length).toBe(MOST_STEPS);
    for (let i = 0; i < MOST_STEPS; i += 1) state().undo();
    expect(placeOf()).toBe(20);
    state().undo();
    expect(placeOf()).toBe(20);
  });
  it('begins again with another design, and holds none when closed', () => {
    move(10);
    state().open('two', design);
    expect(state()).toMatchObject({ id: 'two', past: [], future: [], changes: 0, steps: 0 });
    state().close();
    expect(state().design).toBeNull();
    expect(state().edit('late', (d) => edits.setName(d, 'x'))).toEqual([]);
    state().undo();
    state().redo();
    expect(state().design).toBeNull();
  });
});
