import type { ListWanted } from '../design/api.ts';

export type Sorting = ListWanted['sorting'];
export const SORTINGS: readonly (readonly [Sorting, string])[] = [
  ['changed', 'Last changed first'],
  ['name', 'By name'],
  ['scale', 'By scale length'],
  ['strings', 'By strings'],
];
