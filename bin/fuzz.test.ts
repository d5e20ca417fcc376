/** A short run of the fuzzer, and the seeds that once found something. */
import { describe, expect, it } from 'vitest';
import { ready } from '../server/src/designs/admit.ts';
import { createDesign } from '../server/src/designs/data.ts';
import { FIRST_WORKSHOP } from '../server/src/db/migrations.ts';
import { testServer } from '../server/src/testing.ts';
import { DEMOS, tryDesign } from './fuzz/designs.ts';
import { tryFile } from './fuzz/files.ts';
import { tryPicture } from './fuzz/pictures.ts';
import { tryRequest } from './fuzz/requests.ts';

const server = testServer();
const CASES = 20;
/** Where the short run begins: another at every run of the tests would make a failure somebody else's. */
const FIRST = 20_261_127;

/** Each was a fault once: broken mark-up that a library's words came through for, arcs that rounding left nothing of, a word for a number. */
const FOUND_ONCE = {
  file: [106, 110, 208, 262, 5_232],
  request: [104, 106, -119, 123, -169, 190, -205],
} as const;

const seeds = (...more: readonly number[]): readonly number[] => [
  ...more,
  ...Array.from({ length: CASES }, (_, i) => FIRST + i),
];

describe('hostile input, a short run of it', () => {
  it('designs', async () => {
    for (const seed of seeds()) expect((await tryDesign(seed)).wrong, `design ${seed}`).toBeNull();
  }, 120_000);
  it('files', async () => {
    for (const seed of seeds(...FOUND_ONCE.file))
      expect((await tryFile(seed)).wrong, `file ${seed}`).toBeNull();
  }, 120_000);
  it('pictures', async () => {
    for (const seed of seeds())
      expect((await tryPicture(server.app, seed)).wrong, `picture ${seed}`).toBeNull();
  }, 120_000);
  it('requests', async () => {
    const { id, saveId: save } = await createDesign(server.db, FIRST_WORKSHOP, ready(DEMOS[0]!));
    const held = { id, save };
    for (const seed of seeds(...FOUND_ONCE.request))
      expect((await tryRequest(server.app, held, seed)).wrong, `request ${seed}`).toBeNull();
  }, 120_000);
});
