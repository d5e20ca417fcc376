/** A test cluster for one run alone, so that two that run side by side do not end each other's. */
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { startCluster } from './cluster.mjs';
import { STATE, take } from './system.mjs';

/** Starts the cluster of this name, or the first beside it (`NAME-2` and on) that no other run is using. */
export async function startTestCluster(name, options) {
  for (let n = 1; ; n += 1) {
    const own = n === 1 ? name : `${name}-${n}`;
    const lock = join(STATE, `${own}.in-use`);
    if (!take(lock)) continue;
    const free = () => rmSync(lock, { force: true });
    try {
      const cluster = await startCluster(own, options);
      return { ...cluster, stop: () => cluster.stop().finally(free) };
    } catch (error) {
      free();
      throw error;
    }
  }
}
