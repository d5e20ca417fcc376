import { edits } from '@pelkin/core';
import { useDesignStore } from '../../design/store.ts';
import { useChosenInLayout } from './chosen.ts';

/** A copy lies so far beside what it is a copy of, mm, that both are seen. */
const ASIDE = { x: -12, y: -12 };

/** Copies parts as one step, and chooses the copies. */
export function copyParts(ids: readonly string[], name: string): void {
  let made: readonly string[] = [];
  useDesignStore.getState().edit(name, (d) => {
    const copied = edits.copyParts(d, ids, ASIDE);
    made = copied.ids;
    return copied.design;
  });
  useChosenInLayout.getState().chooseAll(made);
}

/** Takes parts away as one step, and chooses none. */
export function removeParts(ids: readonly string[], name: string): void {
  useDesignStore.getState().edit(name, (d) => edits.removeParts(d, ids));
  useChosenInLayout.getState().choose(null);
}
