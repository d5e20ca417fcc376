import type { Clash, Design, Refusal } from '@pelkin/core';
import {
  checkDesign,
  combineDesigns,
  designRefusals,
  sameJson,
  settleClashes,
  sharedWith,
} from '@pelkin/core';
import { create } from 'zustand';
import { ApiError, api, openNow } from '../api.ts';
import { differences } from '../differences.ts';
import { useDesignStore } from '../store.ts';
import {
  copiesOf,
  copyKey,
  deleteCopies,
  deviceProblem,
  onDeviceLost,
  tabOfKey,
  withinReason,
  writeCopy,
} from './deviceStore.ts';
import { opened, openedApart, reduce } from './reduce.ts';
import type {
  Attempt,
  Current,
  DeviceCopy,
  Effect,
  Failure,
  KeepEvent,
  KeepState,
  Offer,
  Present,
  Server,
} from './state.ts';
import { stepsWaiting } from './state.ts';
import { keepSteps, recallSteps } from './stepStore.ts';
import { TAB, TAB_BEFORE, holdDesign, isGone, onSaved, onTabs, tabsWith, tellSaved } from './tabs.ts';

/** Where the present state of the open design is kept. */
export type Kept =
  | { readonly kind: 'saved'; readonly at: Date }
  | { readonly kind: 'waiting' }
  | Exclude<Server, { readonly kind: 'well' }>;

interface Keeping {
  readonly kept: Kept;
  /** The revision that the open design was made from, as the server counts. */
  readonly revision: number;
  /** The save that made that state; null where it is not known. */
  readonly save: string | null;
  /** The state of a save that is frozen, and the number of its revision; null where none is known. */
  readonly frozen: { readonly save: string; readonly number: number } | null;
  /** Steps that the server does not have yet; a drag that goes on counts as one. */
  readonly waiting: number;
  /** Whether this device holds the present state for certain. */
  readonly onDevice: boolean;
  /** Why this device keeps nothing; null when it does. */
  readonly deviceProblem: string | null;
  /** What other pages left on this device that the server does not have. */
  readonly offers: readonly Offer[];
  /** How many other tabs of this browser have the design open. */
  readonly otherTabs: number;
  /** What another page changed that was taken in last, in words, and when; null while nothing was. */
  readonly takenIn: { readonly words: string; readonly at: number } | null;
}
const NOTHING: Keeping = {
  kept: { kind: 'saved', at: new Date() },
  revision: 1,
  save: null,
  waiting: 0,
  onDevice: false,
  deviceProblem: null,
  offers: [],
  otherTabs: 0,
  takenIn: null,
  frozen: null,
};
export const useKeeping = create<Keeping>(() => NOTHING);

/** What a stale save is reported: the state that the server holds, and the save that made it. */
interface StaleDetails {
  readonly revision: number;
  readonly saveId: string;
  readonly design: unknown;
  readonly lineage: string;
}

/** The lineage of the server’s database when the open design was last read. */
let lineage: string | null = null;

const store = useDesignStore;
const presentOf = (): Present => {
  const { design, changes, steps, dragging } = store.getState();
  if (!design) throw new Error('no design is open');
  return { design, changes, steps, dragging };
};

function keptOf(state: KeepState): Kept {
  if (state.server.kind !== 'well') return state.server;
  return stepsWaiting(state) ? { kind: 'waiting' } : { kind: 'saved', at: new Date(state.savedAt) };
}

/** Whether two say the same, so that the earlier object can stay and nothing is drawn again. */
const sameKept = (a: Kept, b: Kept): boolean =>
  a.kind === 'saved'
    ? b.kind === 'saved' && a.at.getTime() === b.at.getTime()
    : a.kind === b.kind && a.kind !== 'stale' && a.kind !== 'refused';

/** What is shown of the machine’s state. */
function show(state: KeepState): void {
  const before = useKeeping.getState().kept;
  const kept = keptOf(state);
  useKeeping.setState({
    kept: sameKept(kept, before) ? before : kept,
    revision: state.revision,
    save: state.save,
    waiting: stepsWaiting(state),
    onDevice: state.device.kept === state.present.changes,
    deviceProblem: state.device.problem,
    offers: state.offers,
  });
}

function failureOf(error: unknown): Failure {
  const failed = error instanceof ApiError ? error : new ApiError(0, 'failed', String(error));
  const { status, code, message, details, request, after } = failed;
  const refusals = Array.isArray(details) ? (details as readonly Refusal[]) : [];
  if (status !== 409) return { status, code, message, refusals, request, after, current: null };
  return { status, code, message, refusals: [], request, after, current: currentOf(details as StaleDetails) };
}
/** Reads the state that the server holds. `restored` is true if its database is another than when the open design was read. */
function currentOf({ revision, saveId, design, lineage: now }: StaleDetails): Current {
  const checked = checkDesign(design);
  const restored = lineage !== null && now !== lineage;
  return { revision, saveId, design: checked.ok ? checked.design : null, restored };
}

interface Keeper {
  readonly id: string;
  readonly state: () => KeepState;
  readonly dispatch: (event: KeepEvent) => void;
  /** Done when the design was left and nothing of it is under way any more. */
  readonly done: Promise<void>;
}

/** Runs the machine of one design: does what it says is to be done, and tells it what came of it. */
function startKeeper(id: string, first: KeepState): Keeper {
  let state = first;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let keepTimer: ReturnType<typeof setTimeout> | undefined;
  const looking = setInterval(() => void lookAtServer(), LOOK_EVERY_MS);
  const own = copyKey(id, TAB);
  const release = holdDesign(id);
  let finish: () => void = () => undefined;
  const done = new Promise<void>((resolve) => {
    finish = resolve;
  });

  const send = async (attempt: Attempt, from: string, base: Design | null): Promise<void> => {
    try {
      const answer = await api.save(id, from, attempt.saveId, attempt.design, base);
      dispatch({
        kind: 'answered',
        attempt,
        revision: answer.revision,
        savedAt: new Date(answer.updatedAt).getTime(),
      });
      tellSaved(id);
    } catch (error) {
      const failure = failureOf(error);
      if (keeper === me && failure.current) lineage = ((error as ApiError).details as StaleDetails).lineage;
      dispatch({ kind: 'failed', attempt, failure });
    }
  };
  const keep = (copy: DeviceCopy, changes: number): void => {
    const write = writeCopy(own, { ...copy, lineage });
    void withinReason(write).then(
      () => dispatch({ kind: 'kept', changes }),
      (error: unknown) => {
        dispatch({ kind: 'notKept', problem: deviceProblem(error) });
        // One that is only late counts when it is done.
        write.then(
          () => dispatch({ kind: 'kept', changes }),
          () => undefined,
        );
      },
    );
  };
  const run = (effect: Effect): void => {
    switch (effect.do) {
      case 'send':
        return void send(effect.attempt, effect.from, effect.base);
      case 'keep':
        return keep(effect.copy, effect.changes);
      // A copy that stays behind is offered again: nothing is lost by that.
      case 'takeIn':
        // A design that was left is sent as combined; no open state has to change.
        return keeper === me ? takeIn(effect.design, effect.base, effect.theirs) : undefined;
      case 'forgetOwn':
        return void deleteCopies([own]).catch(() => undefined);
      case 'forgetCopies':
        return void deleteCopies(effect.keys).catch(() => undefined);
      case 'keepLater':
        clearTimeout(keepTimer);
        keepTimer = setTimeout(() => dispatch({ kind: 'keepAgain' }), effect.after);
        return;
      case 'wake':
        clearTimeout(timer);
        if (effect.after !== null) timer = setTimeout(() => dispatch({ kind: 'woke' }), effect.after);
    }
  };
  const dispatch = (event: KeepEvent): void => {
    if (state.done) return;
    const stage = window.location.pathname.split('/')[3] ?? '';
    const next = reduce(state, event, { at: Date.now(), freshId: crypto.randomUUID(), stage });
    state = next.state;
    for (const effect of next.effects) run(effect);
    if (keeper === me) show(state);
    if (state.done) {
      clearTimeout(timer);
      clearTimeout(keepTimer);
      clearInterval(looking);
      release();
      finish();
    }
  };
  const me: Keeper = { id, state: () => state, dispatch, done };
  return me;
}

let keeper: Keeper | null = null;
/** What is still under way of designs that were left; one that is opened again waits for it. */
const leaving = new Map<string, Promise<void>>();
let session = 0;

store.subscribe((now, before) => {
  if (!keeper || !now.design || now.id !== keeper.id || now.id !== before.id) return;
  if (now.changes !== before.changes || now.dragging !== before.dragging)
    keeper.dispatch({ kind: 'changed', present: presentOf() });
});

interface OnDevice {
  readonly copies: readonly { readonly key: string; readonly copy: DeviceCopy }[];
  readonly problem: string | null;
}
async function readDevice(id: string): Promise<OnDevice> {
  try {
    return { copies: await withinReason(copiesOf(id)), problem: null };
  } catch (error) {
    return { copies: [], problem: deviceProblem(error) };
  }
}

interface Found extends Offer {
  readonly save: string | null;
  readonly base: Design | null;
  readonly attempts: readonly string[];
  /** This tab's own: of this page, or of the one that was reloaded. */
  readonly own: boolean;
}

/** The copies that no tab has open any more, read, newest first; what the server holds already goes. */
async function leftBehind(
  id: string,
  { copies }: OnDevice,
  held: Design,
  present: string,
): Promise<readonly Found[]> {
  const live = copies.length ? new Set(await tabsWith(id)) : new Set<string>();
  const found: Found[] = [];
  for (const { key, copy } of copies) {
    const tab = tabOfKey(id, key);
    const own = tab === TAB || (tab !== null && tab === TAB_BEFORE && (await isGone(id, tab)));
    if (!own && tab !== null && live.has(tab)) continue;
    const checked = checkDesign(copy.design);
    if (checked.ok && sameJson(checked.design, held)) {
      await deleteCopies([key]).catch(() => undefined);
      continue;
    }
    const { at, stage, from, save, attempts } = copy;
    const read = checked.ok ? checked : { ok: false as const, refusals: checked.refusals, raw: copy.design };
    const made = checkDesign(copy.base);
    // Of another database it is not known what became of that state.
    const base = made.ok && copy.lineage === present ? made.design : null;
    found.push({ key, at, stage, from, save, base, attempts, own, read });
  }
  return found.sort((a, b) => b.at - a.at);
}

/** Copies of a design that cannot be opened, so that they can still be saved as files. */
export async function copiesLeft(
  id: string,
): Promise<readonly { key: string; at: number; design: unknown }[]> {
  const { copies } = await readDevice(id);
  return copies.map(({ key, copy }) => ({ key, at: copy.at, design: copy.design }));
}

/**
 * Opens a design from the server, with what this device still holds of unsent changes: this tab's own, or the only
 * ones there are, are taken up as a step; any others are offered. Throws an ApiError when it cannot be opened.
 */
export async function openDesign(id: string): Promise<void> {
  closeDesign();
  const mine = session;
  await leaving.get(id);
  const [stored, device] = await Promise.all([openNow(id), readDevice(id)]);
  if (mine !== session) return;
  const checked = checkDesign(stored.design);
  if (!checked.ok)
    throw new ApiError(
      422,
      'unreadable-design',
      `the design cannot be read: ${checked.refusals[0]!.message}`,
    );
  const found = await leftBehind(id, device, checked.design, stored.lineage);
  if (mine !== session) return;
  const readable = found.filter((f) => f.read.ok);
  const taken = readable.find((f) => f.own) ?? (readable.length === 1 ? readable[0]! : null);
  const kept = taken?.read.ok ? taken.read.design : null;
  const savedAt = new Date(stored.updatedAt).getTime();
  const goesOn = taken !== null && (taken.save === stored.saveId || taken.attempts.includes(stored.saveId));
  const isOwnKey = taken?.key === copyKey(id, TAB);
  if (kept && !goesOn) {
    store.getState().open(id, kept);
    keeper = startKeeper(
      id,
      openedApart({
        present: presentOf(),
        from: taken!.from,
        save: taken!.save,
        attempts: taken!.attempts,
        savedAt,
        own: isOwnKey,
        base: taken!.base,
        theirs: { revision: stored.revision, save: stored.saveId, design: checked.design },
      }),
    );
  } else {
    store.getState().open(id, checked.design);
    const { revision, saveId: save } = stored;
    keeper = startKeeper(
      id,
      opened({ present: presentOf(), revision, save, savedAt, deviceProblem: device.problem }),
    );
    if (kept) store.getState().edit('changes kept on this device', () => kept);
  }
  // The page does not wait for them.
  void recallSteps(id);
  if (taken && !isOwnKey) keeper.dispatch({ kind: 'tookCopy', key: taken.key });
  keeper.dispatch({ kind: 'offered', offers: found.filter((f) => f !== taken) });
  if (kept && !goesOn)
    keeper.dispatch({
      kind: 'elsewhere',
      current: { revision: stored.revision, saveId: stored.saveId, design: checked.design },
    });
  lineage = stored.lineage;
  noteFrozen(stored.saveId, stored.frozen);
  void countTabs();
}

/** How often a page that is seen looks at what the server holds, ms. Tabs of one browser tell each other at once. */
const LOOK_EVERY_MS = 3_000;
/** The server does not have the design any more: that is told once. */
const GONE = 'gone';
let isLooking = false;

/** What the server holds of a design now; null where it has none. */
const heldNow = async <T>(ask: Promise<T>): Promise<T | null> =>
  ask.catch((error: unknown) => {
    if (error instanceof ApiError && error.status === 404) return null;
    throw error;
  });

/** Looks whether another page has saved the open design, or the server’s database was restored from a backup. */
async function lookAtServer(): Promise<void> {
  const open = keeper;
  if (!open || lineage === null || isLooking || document.visibilityState === 'hidden') return;
  const { save, attempts, underWay, server } = open.state();
  if (underWay || server.kind === 'away') return;
  isLooking = true;
  try {
    const present = await heldNow(api.present(open.id));
    const now = present?.lineage ?? GONE;
    const known = server.kind === 'stale' ? server.save : save;
    const isOther = present !== null && present.saveId !== known && !attempts.includes(present.saveId);
    if (keeper !== open || (now === lineage && !isOther)) return;
    const stored = present && (await heldNow(api.open(open.id)));
    if (keeper !== open) return;
    const current = stored && currentOf(stored);
    lineage = stored?.lineage ?? GONE;
    if (current && !current.restored) open.dispatch({ kind: 'elsewhere', current });
    else open.dispatch({ kind: 'restored', current });
  } catch {
    // A server that is away is noticed by the next save; it is looked at again later.
  } finally {
    isLooking = false;
  }
}
onSaved((id) => {
  if (keeper?.id === id) void lookAtServer();
});

/** A state that undo goes back to, with what another page changed; where both changed the same it has the other's. */
function rebased(base: Design, theirs: Design): (design: Design) => Design {
  const near = sharedWith(base, theirs) as Design;
  return (design) => {
    const { design: together, clashes } = combineDesigns(base, design, near);
    const settled = settleClashes(together, clashes);
    return designRefusals(settled).length === 0 ? settled : design;
  };
}
function takeIn(design: Design, base: Design, theirs: Design): void {
  const before = store.getState().design!;
  const words = differences(before, design).map((d) => d.words);
  store.getState().takeIn(design, rebased(base, theirs));
  if (words.length) useKeeping.setState({ takenIn: { words: words.join(', '), at: Date.now() } });
}
/** The user has read what was taken in. */
export const dismissTakenIn = (): void => useKeeping.setState({ takenIn: null });

/** Notes under which number the state of a save is frozen. */
export function noteFrozen(save: string, number: number | null): void {
  useKeeping.setState({ frozen: number === null ? null : { save, number } });
}

/** Sends what waits now; true when the server then holds the present state. */
export async function saveNow(): Promise<boolean> {
  const open = keeper;
  if (!open) return false;
  open.dispatch({ kind: 'saveNow' });
  // What was under way may have been an earlier state: the present one follows it.
  for (let tries = 0; tries < 2 && open.state().underWay; tries += 1) {
    await new Promise<void>((done) => {
      const look = setInterval(() => {
        if (open.state().underWay) return;
        clearInterval(look);
        done();
      }, 20);
    });
    open.dispatch({ kind: 'saveNow' });
  }
  return keptOf(open.state()).kind === 'saved';
}

/** Leaves the open design; what waits is sent first if the server takes it, and stays on the device if not. */
export function closeDesign(): void {
  session += 1;
  const left = keeper;
  store.getState().setDragging(false);
  keeper = null;
  store.getState().close();
  useKeeping.setState({ offers: [], otherTabs: 0, takenIn: null });
  if (!left) return;
  const gone = left.done.then(() => {
    if (leaving.get(left.id) === gone) leaving.delete(left.id);
  });
  leaving.set(left.id, gone);
  left.dispatch({ kind: 'close' });
}

const isStale = (): boolean => useKeeping.getState().kept.kind === 'stale';

/** Of two states that grew apart, keeps the one on this screen: it is saved over the server's, as a new revision. */
export function keepMine(): void {
  keeper?.dispatch({ kind: 'keepMine' });
}

/** Of two states that grew apart, keeps one made of parts of both: it is a step, and is saved over the server's. */
export function keepMerged(merged: Design): void {
  if (!isStale()) return;
  store.getState().edit('took parts of the server’s state', () => merged);
  keepMine();
}

/**
 * Of two states that were made from the same one, keeps both: what only one of them changed, and of the things that both changed those of
 * the server's that are `taken`. Gives why they cannot be one design; empty when they are.
 */
export function keepBoth(taken: readonly Clash[]): readonly Refusal[] {
  const { kept } = useKeeping.getState();
  const mine = store.getState().design;
  if (kept.kind !== 'stale' || kept.base === null || !mine) return [];
  const { base, theirs } = kept;
  const merged = settleClashes(combineDesigns(base, mine, theirs).design, taken);
  const refusals = designRefusals(merged);
  if (refusals.length > 0) return refusals;
  store.getState().takeIn(merged, rebased(base, theirs));
  keepMine();
  return [];
}

/** Of two states that grew apart, takes the server's; the one on this screen is one undo away. */
export function takeTheirs(): void {
  const { kept } = useKeeping.getState();
  if (kept.kind !== 'stale') return;
  store.getState().edit('took the server’s state', () => kept.theirs);
  keeper?.dispatch({ kind: 'tookTheirs' });
}

/** Takes what another page left on this device, whole or what was made of it and the present state, as one step. */
export function takeCopy(key: string, design: Design): void {
  store.getState().edit('took changes kept on this device', () => design);
  keeper?.dispatch({ kind: 'tookCopy', key });
}

/** Throws away what another page left on this device. */
export function declineCopy(key: string): void {
  keeper?.dispatch({ kind: 'declined', key });
}

async function countTabs(): Promise<void> {
  const open = keeper;
  if (!open) return;
  const tabs = await tabsWith(open.id).catch(() => []);
  if (keeper === open) useKeeping.setState({ otherTabs: tabs.filter((tab) => tab !== TAB).length });
}
keepSteps();
onTabs(() => void countTabs());
onDeviceLost(() => keeper?.dispatch({ kind: 'deviceLost' }));

window.addEventListener('online', () => keeper?.dispatch({ kind: 'saveNow' }));
// A page that is put in the background may never come back: what waits goes now.
document.addEventListener('visibilitychange', () => {
  void lookAtServer();
  if (document.visibilityState === 'hidden') keeper?.dispatch({ kind: 'saveNow' });
});
window.addEventListener('beforeunload', (event) => {
  const { waiting, onDevice } = useKeeping.getState();
  if (keeper && waiting > 0 && !onDevice) event.preventDefault();
});
