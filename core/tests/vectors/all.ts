import { balance } from './balance.ts';
import { elevation } from './elevation.ts';
import { neck } from './neck.ts';
import { outline } from './outline.ts';
import { solids } from './solids.ts';
import { strings } from './strings.ts';
import { tiling } from './tiling.ts';
import { units } from './units.ts';
import type { Adapter } from './vector.ts';

/** How the core computes each kind of test vector: a new topic is a file and a line here. */
export const ADAPTERS: readonly Adapter[] = [
  ...units,
  ...strings,
  ...elevation,
  ...outline,
  ...tiling,
  ...solids,
  ...neck,
  ...balance,
];
