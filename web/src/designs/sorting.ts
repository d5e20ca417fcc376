import type { DesignSummary } from '../design/api.ts';

export const SORTINGS = [
  ['changed', 'Last changed first'],
  ['name', 'By name'],
  ['scale', 'By scale length'],
  ['strings', 'By strings'],
] as const;
export type Sorting = (typeof SORTINGS)[number][0];

/** Letters without their marks and case, as people search. */
const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLocaleLowerCase();

/** The designs whose name holds every word that is searched for, in the order that is wanted. */
export function sorted(
  designs: readonly DesignSummary[],
  search: string,
  sorting: Sorting,
): readonly DesignSummary[] {
  const words = plain(search).split(/\s+/).filter(Boolean);
  const found = designs.filter((d) => words.every((w) => plain(d.name).includes(w)));
  const byName = (a: DesignSummary, b: DesignSummary): number =>
    a.name.localeCompare(b.name, undefined, { numeric: true, sensitivity: 'base' });
  const orders: Readonly<Record<Sorting, (a: DesignSummary, b: DesignSummary) => number>> = {
    changed: (a, b) => b.updatedAt.localeCompare(a.updatedAt),
    name: byName,
    scale: (a, b) => (a.shown?.scaleLength ?? 0) - (b.shown?.scaleLength ?? 0) || byName(a, b),
    strings: (a, b) => (a.shown?.strings ?? 0) - (b.shown?.strings ?? 0) || byName(a, b),
  };
  return [...found].sort(orders[sorting]);
}
