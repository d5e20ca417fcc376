import type { Design } from '@pelkin/core';
import { LRUCache } from 'lru-cache';
import type { Summary } from './summary.ts';

/** A state that this process read or kept, known to be whole; the save that made it names it for good. */
export interface Recent {
  readonly revision: number;
  readonly saveId: string;
  /** When it was saved. */
  readonly updatedAt: Date;
  readonly text: string;
  readonly design: Design;
  readonly summary: Summary;
}
/** What a patch changes; a large document is not taken apart where requests are answered. */
export type Base =
  | Recent
  | (Pick<Recent, 'revision' | 'saveId' | 'updatedAt' | 'text'> & {
      readonly design: null;
      readonly summary: null;
    });

/** Text of all remembered states together, characters: 240 designs of 100 kB. With what they are read into, some 150 MB. */
const MOST_REMEMBERED = 24_000_000;

/**
 * The states that were last saved, so that a change of one is checked by what it changed. A convenience of this process
 * alone: what is stored is decided by the database, by revision and save.
 */
export const rememberStates = (): LRUCache<string, Recent> =>
  new LRUCache({ maxSize: MOST_REMEMBERED, sizeCalculation: ({ text }) => Math.max(1, text.length) });
