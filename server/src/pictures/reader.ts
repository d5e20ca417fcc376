/** A process that reads pictures for the server, one at a time: see readApart.ts. */
import sharp from 'sharp';
import { Refused } from '../errors.ts';
import { readPicture } from './read.ts';
import type { Read } from './readApart.ts';

// One thread and no cache, so that memory is used for the current picture alone.
sharp.concurrency(1);
sharp.cache(false);

process.on('message', (bytes: Buffer) => {
  readPicture(bytes).then(
    (picture) => process.send!({ kind: 'read', picture } satisfies Read),
    (error: unknown) =>
      process.send!({
        kind: 'refused',
        message: error instanceof Refused ? error.message : 'the picture is broken: save or take it again',
      } satisfies Read),
  );
});
process.on('disconnect', () => process.exit(0));
