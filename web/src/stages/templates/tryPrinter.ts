import type { Design, Printer, SheetPlan } from '@pelkin/core';
import { TRUE_PRINTER, planSheets } from '@pelkin/core';
import { useMemo } from 'react';
import { create } from 'zustand';
import { useDerived } from '../../design/derived.ts';
import { useDesign } from '../../design/store.ts';

interface TryPrinter {
  readonly on: boolean;
  readonly printer: Printer;
  /** The correction of the trial; null while it is the design's own. Nothing of the trial touches the design. */
  readonly correction: Design['print']['correction'] | null;
  setOn(on: boolean): void;
  set(change: Partial<Printer>): void;
  correct(correction: Design['print']['correction'] | null): void;
}

/** The simulated printer of the preview; lasts as long as the page. It begins somewhat off, as printers are. */
export const useTryPrinter = create<TryPrinter>((set, get) => ({
  on: false,
  printer: {
    ...TRUE_PRINTER,
    scaleX: 0.982,
    scaleY: 0.991,
    skew: 0.004,
    blank: { left: 4, right: 4, top: 4, bottom: 4 },
  },
  correction: null,
  setOn: (on) => set({ on }),
  set: (change) => set({ printer: { ...get().printer, ...change } }),
  correct: (correction) => set({ correction }),
}));

/** The sheets that the simulated printer is given: the design's, with the trial's correction where there is one. */
export function useTrialPlan(): SheetPlan {
  const { template, plan } = useDerived();
  const { print } = useDesign();
  const correction = useTryPrinter((s) => s.correction);
  return useMemo(
    () => (correction ? planSheets(template, { ...print, correction }) : plan),
    [template, print, plan, correction],
  );
}
