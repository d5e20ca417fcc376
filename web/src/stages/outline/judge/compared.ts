import type { ClosedPath, Design, ProportionKey, Proportions } from '@pelkin/core';
import { checkDesign, proportionsOf } from '@pelkin/core';
import { create } from 'zustand';
import { api, wordsOf } from '../../../design/api.ts';
import { derive } from '../../../design/derived.ts';
import { useDesignStore } from '../../../design/store.ts';

/** A shape that the open one is held against. */
export interface Other {
  readonly key: string;
  readonly name: string;
  readonly proportions: Proportions;
  /** Null where only measures are known. */
  readonly path: ClosedPath | null;
}

export const MOST_OTHERS = 3;

interface Compared {
  readonly others: readonly Other[];
  /** The one whose edge is laid over the open design’s. */
  readonly over: string | null;
  readonly problem: string | null;
  addDesign(id: string): Promise<void>;
  addRevision(number: number, name: string): Promise<void>;
  addNow(): void;
  addTyped(): void;
  typed(key: string, measure: ProportionKey, mm: number | null): void;
  drop(key: string): void;
  lay(key: string | null): void;
  clear(): void;
}

export const proportionsNow = (design: Design): Proportions => {
  const { path, measures } = derive(design);
  return proportionsOf(path, measures, design.body.thickness);
};

const otherOf = (key: string, name: string, design: Design): Other => ({
  key,
  name,
  proportions: proportionsNow(design),
  path: derive(design).path,
});

let typedShapes = 0;
let states = 0;

export const useCompared = create<Compared>((set, get) => {
  const add = (other: Other): void => {
    const others = get().others.filter((o) => o.key !== other.key);
    if (others.length >= MOST_OTHERS) {
      set({ problem: `${MOST_OTHERS} shapes are compared already: remove one first.` });
      return;
    }
    set({ others: [...others, other], problem: null, over: other.path ? other.key : get().over });
  };
  const addRead = async (key: string, name: string, read: () => Promise<unknown>): Promise<void> => {
    try {
      const checked = checkDesign(await read());
      if (!checked.ok) throw new Error(`it cannot be read: ${checked.refusals[0]!.message}`);
      add(otherOf(key, name === '' ? checked.design.name : name, checked.design));
    } catch (error) {
      set({ problem: wordsOf(error) });
    }
  };
  return {
    others: [],
    over: null,
    problem: null,
    addDesign: (id) => addRead(`design ${id}`, '', async () => (await api.open(id)).design),
    addRevision: (number, name) =>
      addRead(
        `revision ${number}`,
        name,
        async () => (await api.frozen(useDesignStore.getState().id, number)).design,
      ),
    addNow: () => {
      const { design } = useDesignStore.getState();
      states += 1;
      if (design) add(otherOf(`state ${states}`, `As it was (${states})`, design));
    },
    addTyped: () => {
      typedShapes += 1;
      add({ key: `typed ${typedShapes}`, name: 'Typed', proportions: {}, path: null });
    },
    typed: (key, measure, mm) =>
      set({
        others: get().others.map((o) => {
          if (o.key !== key) return o;
          const { [measure]: _old, ...rest } = o.proportions;
          return { ...o, proportions: mm === null ? rest : { ...rest, [measure]: mm } };
        }),
      }),
    drop: (key) =>
      set({
        others: get().others.filter((o) => o.key !== key),
        over: get().over === key ? null : get().over,
      }),
    lay: (over) => set({ over }),
    clear: () => set({ others: [], over: null, problem: null }),
  };
});
