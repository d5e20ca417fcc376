import type { Ratio } from '@pelkin/core';
import { create } from 'zustand';

/** Ratios that stay exact while measurements are typed and others are made: those made here, unless they were released. */
export const useHeldRatios = create<{ readonly held: readonly Ratio[] }>(() => ({ held: [] }));

export const sameRatio = (a: Pick<Ratio, 'of' | 'to'>, b: Pick<Ratio, 'of' | 'to'>): boolean =>
  a.of === b.of && a.to === b.to;

export const holdRatio = (ratio: Ratio, on: boolean): void =>
  useHeldRatios.setState(({ held }) => ({
    held: [...held.filter((h) => !sameRatio(h, ratio)), ...(on ? [ratio] : [])],
  }));
