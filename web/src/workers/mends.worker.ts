import type { Design, Variant } from '@pelkin/core';
import {
  createDeriver,
  createFinder,
  findMends,
  leastRunCover,
  proposeRuns,
  sensitivityOf,
  standingsOf,
} from '@pelkin/core';
import * as Comlink from 'comlink';
import type { Told } from './worker.ts';

const worker = {
  find: (design: Design, told: Told) => {
    const derive = createDeriver();
    const finder = createFinder();
    return findMends(design, { derive, look: (d, x) => finder(d, x).findings, progress: told });
  },
  sensitivity: (design: Design, told: Told) => sensitivityOf(design, createDeriver(), told),
  variants: (design: Design, variants: readonly Variant[]) => standingsOf(design, variants, createDeriver()),
  runs: (design: Design, only: readonly string[] | null, told: Told) => {
    const { runs, openings } = design;
    const { layout } = createDeriver()(design);
    return proposeRuns({ layout, runs, openings, cover: leastRunCover(design), only }, told);
  },
};
export type MendsWorker = typeof worker;
Comlink.expose(worker);
