// @vitest-environment jsdom
import 'fake-indexeddb/auto';
import { edits, newDesign } from '@pelkin/core';
import { expect, it } from 'vitest';
import { useDesignStore } from '../store.ts';
import { keepSteps, recallSteps } from './stepStore.ts';

const state = () => useDesignStore.getState();
const rest = (): Promise<void> => new Promise((done) => setTimeout(done, 1_200));

it('the steps of a design, a drag among them, are there when it is opened again in that state, and not in another', async () => {
  keepSteps();
  const begun = newDesign('Stepped', 6, 628);
  state().open('one', begun);
  state().edit('renamed', (d) => edits.setName(d, 'Once'));
  state().setDragging(true);
  state().edit('thinner', (d) => edits.setThickness(d, 40), 'drag');
  state().edit('thinner', (d) => edits.setThickness(d, 39), 'drag');
  state().setDragging(false);
  await rest();
  const left = structuredClone(state().design!);
  state().close();
  state().open('one', left as typeof begun);
  await recallSteps('one');
  expect(state().past.map((s) => s.name)).toEqual(['renamed', 'thinner']);
  state().undo();
  state().undo();
  expect(state().design).toEqual(begun);
  state().close();
  state().open('one', edits.setName(begun, 'Another'));
  await recallSteps('one');
  expect(state().past).toEqual([]);
});
