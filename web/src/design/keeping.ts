import type { Design } from '@pelkin/core';
import { checkDesign } from '@pelkin/core';
import { del, get as readDevice, set as writeDevice } from 'idb-keyval';
import { create } from 'zustand';
import { ApiError, api, openNow } from './api.ts';
import { sameJson } from './sameJson.ts';
import { useDesignStore } from './store.ts';

/** Where the present state of the open design is kept. */
export type Kept =
  | { readonly kind: 'saved'; readonly at: Date }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'away' }
  | { readonly kind: 'refused'; readonly message: string }
  | { readonly kind: 'stale'; readonly revision: number; readonly theirs: Design };

interface Keeping {
  readonly kept: Kept;
  /** The revision that the open design was made from, as the server counts. */
  readonly revision: number;
  /** Steps that the server does not have yet; a drag that goes on counts as one. */
  readonly waiting: number;
}
export const useKeeping = create<Keeping>(() => ({
  kept: { kind: 'saved', at: new Date() },
  revision: 1,
  waiting: 0,
}));

/** What a stale save is told: the state that the server holds, and the save that made it. */
interface StaleDetails {
  readonly revision: number;
  readonly saveId: string | null;
  readonly design: unknown;
}

/** A copy on this device, of changes that the server has not confirmed. */
interface DeviceCopy {
  readonly from: number;
  readonly design: unknown;
  /** Saves whose answers never came: the server may have taken the last of them unseen. */
  readonly attempts: readonly string[];
}
const deviceKey = (id: string): string => `design:${id}`;

/** Changes are sent when the hand rests so long, and at the latest so long after the first of them. */
const REST_MS = 700;
const LATEST_MS = 1_600;
/** Between tries to reach a server that is away. */
const RETRY_MS = [1_000, 2_000, 4_000, 8_000] as const;

let timer: ReturnType<typeof setTimeout> | undefined;
let firstWaitingAt = 0;
let sending = false;
let tries = 0;
let session = 0;
let sentChanges = 0;
let sentSteps = 0;
/** The save under way or to be repeated: the same state keeps the same id. */
let attempt: { readonly design: Design; readonly saveId: string } | null = null;
/** Ids of the saves since the last that was confirmed: a state of the server made by one of them is ours. */
let attempts: readonly string[] = [];

const store = useDesignStore;
const present = () => store.getState();
/** Steps since the state that the server holds; at least one when anything at all is different. */
const stepsWaiting = (): number => {
  const { changes, steps } = present();
  return changes === sentChanges ? 0 : Math.max(1, steps - sentSteps);
};

function schedule(delay: number): void {
  clearTimeout(timer);
  timer = setTimeout(() => void send(), delay);
}

async function forgetDeviceCopy(id: string): Promise<void> {
  await del(deviceKey(id)).catch(() => undefined);
}

/** After a save of a design that was left meanwhile: its copy goes, or is known to follow the new revision. */
async function settleDeviceCopy(id: string, saved: Design, revision: number): Promise<void> {
  const copy = await readDevice<DeviceCopy>(deviceKey(id)).catch(() => undefined);
  if (!copy) return;
  if (sameJson(copy.design, saved)) await forgetDeviceCopy(id);
  else await writeDevice(deviceKey(id), { ...copy, from: revision, attempts: [] }).catch(() => undefined);
}

/** The server holds the state that `sent` counted; what came after is sent next. */
async function confirm(
  id: string,
  sent: { changes: number; steps: number },
  revision: number,
  at: Date,
): Promise<void> {
  tries = 0;
  attempt = null;
  attempts = [];
  sentChanges = sent.changes;
  sentSteps = sent.steps;
  const waiting = stepsWaiting();
  useKeeping.setState({
    revision,
    waiting,
    kept: waiting === 0 ? { kind: 'saved', at } : { kind: 'waiting' },
  });
  if (waiting === 0) return forgetDeviceCopy(id);
  keepOnDevice();
  schedule(REST_MS);
}

/** What is under way; a design that is opened anew waits for it. */
let underWay: Promise<void> = Promise.resolve();
function send(): Promise<void> {
  if (!sending) underWay = sendPresent();
  return underWay;
}

/** Sends the present state; what changes meanwhile is sent after. */
async function sendPresent(): Promise<void> {
  const { id, design, changes, steps, dragging } = present();
  const { kept, revision } = useKeeping.getState();
  // A drag is sent at its end: half-way places are no states to keep, and sending them would hold up the hand.
  if (sending || dragging || !design || changes === sentChanges || kept.kind === 'stale') return;
  const mine = session;
  if (attempt?.design !== design) {
    attempt = { design, saveId: crypto.randomUUID() };
    attempts = [...attempts, attempt.saveId];
  }
  sending = true;
  keepOnDevice();
  try {
    const answer = await api.save(id, revision, attempt.saveId, design);
    if (mine === session) await confirm(id, { changes, steps }, answer.revision, new Date(answer.updatedAt));
    else await settleDeviceCopy(id, design, answer.revision);
  } catch (error) {
    if (mine !== session) return;
    const failed = error instanceof ApiError ? error : new ApiError(0, 'failed', String(error));
    if (failed.status === 409) {
      const { revision: theirRevision, saveId, design: raw } = failed.details as StaleDetails;
      // An earlier state of this very page, whose answer was lost: what came after is sent on top of it.
      if (saveId !== null && attempts.includes(saveId)) {
        useKeeping.setState({ revision: theirRevision });
        attempt = null;
        schedule(0);
        return;
      }
      const checked = checkDesign(raw);
      // The same state, saved by a request whose answer was lost.
      if (checked.ok && sameJson(checked.design, design)) {
        await confirm(id, { changes, steps }, theirRevision, new Date());
        return;
      }
      useKeeping.setState({
        kept: checked.ok
          ? { kind: 'stale', revision: theirRevision, theirs: checked.design }
          : { kind: 'refused', message: 'the server holds a state that this page cannot read: reload it' },
      });
    } else if (failed.away) {
      useKeeping.setState({ kept: { kind: 'away' } });
      schedule(RETRY_MS[Math.min(tries, RETRY_MS.length - 1)]!);
      tries += 1;
    } else useKeeping.setState({ kept: { kind: 'refused', message: failed.message } });
  } finally {
    if (mine === session) sending = false;
  }
}

function keepOnDevice(): void {
  const { id, design } = present();
  const copy: DeviceCopy = { from: useKeeping.getState().revision, design, attempts };
  if (design) void writeDevice(deviceKey(id), copy).catch(() => undefined);
}

store.subscribe((now, before) => {
  if (now.id === '' || now.id !== before.id) return;
  if (now.changes !== before.changes) {
    const { kept } = useKeeping.getState();
    useKeeping.setState({
      waiting: stepsWaiting(),
      kept: kept.kind === 'saved' || kept.kind === 'refused' ? { kind: 'waiting' } : kept,
    });
    // A drag is kept and sent at its end.
    if (now.dragging) return;
    keepOnDevice();
    const t = Date.now();
    if (!timer || kept.kind === 'saved') firstWaitingAt = t;
    if (kept.kind !== 'away') schedule(Math.max(0, Math.min(REST_MS, firstWaitingAt + LATEST_MS - t)));
  } else if (before.dragging && !now.dragging && now.changes !== sentChanges) {
    keepOnDevice();
    if (useKeeping.getState().kept.kind !== 'away') schedule(REST_MS);
  }
});

/**
 * Opens a design from the server, with what this device still holds of unsent changes. Throws an
 * ApiError when it cannot be opened.
 */
export async function openDesign(id: string): Promise<void> {
  closeDesign();
  const mine = session;
  await underWay;
  const [stored, copy] = await Promise.all([
    openNow(id),
    readDevice<DeviceCopy>(deviceKey(id)).catch(() => undefined),
  ]);
  if (mine !== session) return;
  const checked = checkDesign(stored.design);
  if (!checked.ok)
    throw new ApiError(
      422,
      'unreadable-design',
      `the design cannot be read: ${checked.refusals[0]!.message}`,
    );
  const unsent = copy ? checkDesign(copy.design) : null;
  useKeeping.setState({
    revision: stored.revision,
    waiting: 0,
    kept: { kind: 'saved', at: new Date(stored.updatedAt) },
  });
  if (!copy || !unsent?.ok || sameJson(unsent.design, checked.design)) {
    store.getState().open(id, checked.design);
    await forgetDeviceCopy(id);
    return;
  }
  if (copy.from === stored.revision || (stored.saveId !== null && copy.attempts.includes(stored.saveId))) {
    store.getState().open(id, checked.design);
    store.getState().edit('changes kept on this device', () => unsent.design);
  } else {
    store.getState().open(id, unsent.design);
    useKeeping.setState({
      waiting: 1,
      kept: { kind: 'stale', revision: stored.revision, theirs: checked.design },
    });
  }
}

/** Sends what waits now; true when the server then holds the present state. */
export async function saveNow(): Promise<boolean> {
  clearTimeout(timer);
  await send();
  // What was under way may have been an earlier state: the present one follows it.
  if (present().changes !== sentChanges) await send();
  return useKeeping.getState().kept.kind === 'saved';
}

/** Leaves the open design; what waits is sent first if the server takes it, and stays on the device if not. */
export function closeDesign(): void {
  store.getState().setDragging(false);
  void send();
  clearTimeout(timer);
  timer = undefined;
  session += 1;
  sending = false;
  tries = 0;
  sentChanges = 0;
  sentSteps = 0;
  attempt = null;
  attempts = [];
  store.getState().close();
}

/** Of two states that grew apart, keeps the one on this screen: it is saved over the server's, as a new revision. */
export function keepMine(): void {
  const { kept } = useKeeping.getState();
  if (kept.kind !== 'stale') return;
  sentChanges = -1;
  useKeeping.setState({ revision: kept.revision, kept: { kind: 'waiting' } });
  void send();
}

/** Of two states that grew apart, keeps one made of parts of both: it is a step, and is saved over the server's. */
export function keepMerged(merged: Design): void {
  const { kept } = useKeeping.getState();
  if (kept.kind !== 'stale') return;
  store.getState().edit('took parts of the server’s state', () => merged);
  keepMine();
}

/** Of two states that grew apart, takes the server's; the one on this screen is one undo away. */
export function takeTheirs(): void {
  const { kept } = useKeeping.getState();
  if (kept.kind !== 'stale') return;
  store.getState().edit('took the server’s state', () => kept.theirs);
  sentChanges = present().changes;
  sentSteps = present().steps;
  clearTimeout(timer);
  useKeeping.setState({ revision: kept.revision, waiting: 0, kept: { kind: 'saved', at: new Date() } });
  void forgetDeviceCopy(present().id);
}

window.addEventListener('online', () => void send());
