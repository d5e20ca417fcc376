import type { ChildProcess } from 'node:child_process';
import { fork } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { Refused } from '../errors.ts';
import type { ReadPicture } from './read.ts';

/** What the reading process answers. */
export type Read =
  | { readonly kind: 'read'; readonly picture: ReadPicture }
  | { readonly kind: 'refused'; readonly message: string };

/** A picture that takes longer is made to choke on, ms: the largest that is taken needs a third. */
const READ_WITHIN_MS = 20_000;
/** Pictures that wait at most: a hand sends one. */
const MOST_WAITING = 8;
/** An unused reader process ends after this, ms. */
const IDLE_MS = 30_000;
/** After a picture of more bytes than this the next one gets a fresh process: memory that was taken is given back. */
const LARGE = 8 * 1024 * 1024;

/** Tests run the sources; the built server has the reader beside it. */
const FROM_SOURCES = import.meta.url.endsWith('.ts');
const FILE = fileURLToPath(new URL(FROM_SOURCES ? './reader.ts' : './pictureReader.js', import.meta.url));

export interface PictureReader {
  /** {@link readPicture}, in a process that can be ended. Refused when it takes too long, or too many wait. */
  readonly read: (sent: Buffer) => Promise<ReadPicture>;
  readonly stop: () => void;
}

/** Reads pictures one after the other, in a process of its own that is ended when one takes too long. */
export function createPictureReader(within: number = READ_WITHIN_MS): PictureReader {
  let child: ChildProcess | null = null;
  let idle: NodeJS.Timeout | undefined;
  let waiting = 0;
  let last: Promise<unknown> = Promise.resolve();

  const stop = (): void => {
    clearTimeout(idle);
    child?.kill('SIGKILL');
    child = null;
  };
  const start = (): ChildProcess => {
    const made = fork(FILE, [], {
      serialization: 'advanced',
      execArgv: FROM_SOURCES ? ['--import', 'tsx'] : [],
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    made.once('exit', () => {
      if (child === made) child = null;
    });
    return made;
  };
  const readNow = (sent: Buffer): Promise<ReadPicture> =>
    new Promise((done, failed) => {
      clearTimeout(idle);
      const reader = (child ??= start());
      const end = (settle: () => void, fresh: boolean): void => {
        clearTimeout(timer);
        reader.removeAllListeners('message');
        reader.removeListener('exit', died);
        if (fresh) stop();
        else {
          idle = setTimeout(stop, IDLE_MS);
          idle.unref();
        }
        settle();
      };
      const refuse = (message: string) => () => failed(new Refused(422, 'picture-refused', message));
      const died = (): void => end(refuse('the picture cannot be read: save or take it again'), true);
      const timer = setTimeout(
        () => end(refuse('the picture takes too long to read: make it smaller'), true),
        within,
      );
      reader.once('exit', died);
      reader.on('message', (read: Read) =>
        end(
          read.kind === 'read'
            ? () => done({ ...read.picture, bytes: Buffer.from(read.picture.bytes) })
            : refuse(read.message),
          sent.length > LARGE,
        ),
      );
      reader.send(sent, (error) => error && died());
    });
  return {
    read: async (sent) => {
      if (waiting >= MOST_WAITING)
        throw new Refused(503, 'busy', 'other pictures are being read: try again in a moment');
      waiting += 1;
      const before = last;
      const reading = before.then(() => readNow(sent));
      last = reading.catch(() => undefined);
      try {
        return await reading;
      } finally {
        waiting -= 1;
      }
    },
    stop,
  };
}
