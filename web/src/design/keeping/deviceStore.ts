import type { UseStore } from 'idb-keyval';
import { delMany, entries, set } from 'idb-keyval';
import type { DeviceCopy } from './state.ts';

/** The browser's database of this site, opened when first used and again when it was lost. */
const DATABASE = 'keyval-store';
const STORE = 'keyval';

let open: Promise<IDBDatabase> | null = null;
const whenLost = new Set<() => void>();

function database(): Promise<IDBDatabase> {
  open ??= new Promise<IDBDatabase>((done, failed) => {
    const request = indexedDB.open(DATABASE);
    request.onupgradeneeded = () => void request.result.createObjectStore(STORE);
    request.onerror = () => failed(request.error ?? new Error('the browser’s store does not open'));
    request.onblocked = () => failed(new Error('the browser’s store is held by another page'));
    request.onsuccess = () => {
      const db = request.result;
      const lost = (): void => {
        db.close();
        open = null;
        for (const tell of whenLost) tell();
      };
      // Emptied by the user, or being deleted: what was kept there is not kept any more.
      db.onclose = lost;
      db.onversionchange = lost;
      done(db);
    };
  });
  open.catch(() => {
    open = null;
  });
  return open;
}

/** Reading and writing by the key-value library, on a connection of ours. What it throws comes as a failed promise. */
const store: UseStore = async (mode, callback) => {
  // A write counts when it is on the disk, not when the system means to put it there.
  const begin = (db: IDBDatabase) => db.transaction(STORE, mode, { durability: 'strict' }).objectStore(STORE);
  const db = await database();
  let objects: IDBObjectStore;
  try {
    objects = begin(db);
  } catch {
    // The connection was closed under our hands: once more on a new one.
    open = null;
    objects = begin(await database());
  }
  return callback(objects);
};

const PREFIX = 'design:';
export const copyKey = (design: string, tab: string): string => `${PREFIX}${design}:${tab}`;
/** The tab that a copy's key names; earlier versions kept one copy for all tabs. */
export const tabOfKey = (design: string, key: string): string | null =>
  key === `${PREFIX}${design}` ? null : key.slice(PREFIX.length + design.length + 1);

const isCopy = (raw: unknown): raw is DeviceCopy =>
  typeof raw === 'object' && raw !== null && 'design' in raw && typeof (raw as DeviceCopy).from === 'number';

/** All copies of a design on this device, of every tab. Rejects when the device's store cannot be read. */
export async function copiesOf(
  design: string,
): Promise<readonly { readonly key: string; readonly copy: DeviceCopy }[]> {
  const all = await entries<IDBValidKey, unknown>(store);
  return all.flatMap(([key, raw]) =>
    typeof key === 'string' &&
    (key === `${PREFIX}${design}` || key.startsWith(`${PREFIX}${design}:`)) &&
    isCopy(raw)
      ? [
          {
            key,
            copy: {
              ...raw,
              save: raw.save ?? null,
              base: raw.base ?? null,
              at: raw.at ?? 0,
              stage: raw.stage ?? '',
              attempts: raw.attempts ?? [],
            },
          },
        ]
      : [],
  );
}

/** Writes a copy; done when it is on the disk. */
export const writeCopy = (key: string, copy: DeviceCopy): Promise<void> => set(key, copy, store);
export const deleteCopies = (keys: readonly string[]): Promise<void> => delMany([...keys], store);

/** Tells when what was kept here is gone. */
export const onDeviceLost = (tell: () => void): void => void whenLost.add(tell);

/** A store that has not answered by then is not waited for: work goes on without it, ms. */
const ANSWER_WITHIN_MS = 3_000;
class Unanswered extends Error {}

/** What comes of reading or writing, or a failure when nothing comes of it in time. */
export function withinReason<T>(work: Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, failed) => {
    timer = setTimeout(() => failed(new Unanswered()), ANSWER_WITHIN_MS);
  });
  return Promise.race([work, late]).finally(() => clearTimeout(timer));
}

/** Why the device keeps nothing, for people. */
export function deviceProblem(error: unknown): string {
  if (error instanceof Unanswered) return 'its storage does not answer';
  const name = error instanceof Error || error instanceof DOMException ? error.name : '';
  if (name === 'QuotaExceededError') return 'its storage is full';
  if (name === 'SecurityError' || typeof indexedDB === 'undefined')
    return 'the browser does not allow it (private window or site data switched off)';
  return 'its storage does not work';
}
