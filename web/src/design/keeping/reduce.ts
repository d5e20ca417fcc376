import { combineDesigns, designRefusals, sameJson } from '@pelkin/core';
import type { Attempt, Current, Effect, Failure, KeepEvent, KeepState, Present, World } from './state.ts';
import { stepsWaiting } from './state.ts';

/**
 * How an open design is kept: every change on this device at once, and on the server soon after. A pure machine: the
 * present state and what happened give the next state and what is to be done; nothing here waits, writes or sends.
 */

/** Changes are sent when the hand rests so long, and at the latest so long after the first of them, ms. */
export const REST_MS = 700;
export const LATEST_MS = 1_600;
/** Between tries to reach a server that is away, ms. */
const RETRY_MS = [1_000, 2_000, 4_000, 8_000] as const;
const retryAfter = (tries: number): number => RETRY_MS[Math.min(tries, RETRY_MS.length - 1)]!;
/** Between tries to keep a copy on this device, ms. */
const KEEP_MS = [2_000, 4_000, 8_000, 16_000, 30_000] as const;
const keepAfter = (tries: number): number => KEEP_MS[Math.min(tries, KEEP_MS.length - 1)]!;
/** A missing answer, or a door keeper's word that nobody is behind it. Anything else is an answer. */
const AWAY = new Set([0, 502, 503, 504]);
/** The server is there and asks for patience. */
const BUSY = new Set([408, 425, 429]);

export interface Next {
  readonly state: KeepState;
  readonly effects: readonly Effect[];
}
const stay = (state: KeepState, ...effects: readonly Effect[]): Next => ({ state, effects });
const then = (a: Next, next: (state: KeepState) => Next): Next => {
  const b = next(a.state);
  return { state: b.state, effects: [...a.effects, ...b.effects] };
};

/** The machine of a design that was just opened, in the state that the server holds. */
export const opened = (start: {
  readonly present: Present;
  readonly revision: number;
  readonly save: string | null;
  readonly savedAt: number;
  readonly deviceProblem: string | null;
}): KeepState => ({
  present: start.present,
  revision: start.revision,
  save: start.save,
  held: start.present.design,
  savedAt: start.savedAt,
  sent: { changes: start.present.changes, steps: start.present.steps },
  server: { kind: 'well' },
  tries: 0,
  attempt: null,
  underWay: false,
  attempts: [],
  device: { kept: null, writing: null, problem: start.deviceProblem, tries: 0 },
  waitingSince: null,
  takenOver: [],
  offers: [],
  closing: false,
  done: false,
});

/**
 * The machine of a design that was opened in a state of this device's, made from another than the server holds now:
 * the user chooses. `own`: the copy is this very tab's.
 */
export const openedApart = (start: {
  readonly present: Present;
  readonly from: number;
  readonly save: string | null;
  readonly attempts: readonly string[];
  readonly savedAt: number;
  readonly own: boolean;
  /** The state that the copy was made from; null where it is not known. */
  readonly base: Present['design'] | null;
  readonly theirs: { readonly revision: number; readonly save: string; readonly design: Present['design'] };
}): KeepState => ({
  ...opened({ ...start, revision: start.from, deviceProblem: null }),
  held: start.base,
  sent: { changes: -1, steps: -1 },
  attempts: start.attempts,
  server: {
    kind: 'stale',
    revision: start.theirs.revision,
    save: start.theirs.save,
    theirs: start.theirs.design,
    base: start.base,
    restored: false,
  },
  device: { kept: start.own ? start.present.changes : null, writing: null, problem: null, tries: 0 },
});

/** Writes the present state on the device, one write at a time: what comes meanwhile is written after. */
function keep(state: KeepState, world: World): Next {
  const { present, device } = state;
  if (present.dragging || device.writing !== null) return stay(state);
  return stay(
    { ...state, device: { ...device, writing: present.changes } },
    {
      do: 'keep',
      changes: present.changes,
      copy: {
        from: state.revision,
        save: state.save,
        base: state.held,
        design: present.design,
        attempts: state.attempts,
        at: world.at,
        stage: world.stage,
      },
    },
  );
}

/** Sends the present state unless one is under way, a drag goes on, or the user has to choose first. */
function send(state: KeepState, world: World): Next {
  const { present, sent, server, underWay } = state;
  if (underWay || present.changes === sent.changes || server.kind === 'stale' || state.save === null)
    return stay(state);
  // A try that falls into a drag is made after it: nobody else would wake the machine while the server is away.
  if (present.dragging) return stay(state, { do: 'wake', after: REST_MS });
  const repeated = state.attempt?.design === present.design;
  const attempt: Attempt = repeated
    ? state.attempt!
    : {
        saveId: world.freshId,
        design: present.design,
        changes: present.changes,
        steps: present.steps,
      };
  const sending: KeepState = {
    ...state,
    attempt,
    attempts: repeated ? state.attempts : [...state.attempts, attempt.saveId],
    underWay: true,
  };
  return then(
    stay(sending, { do: 'send', attempt, from: state.save, base: state.held }),
    // The copy names the saves that are under way: after a reload the server's state is known again by them.
    (s) => (repeated ? stay(s) : keep(s, world)),
  );
}

/** What is deleted once nothing waits for the server any more. */
function forget(state: KeepState): Next {
  const effects: Effect[] = [];
  // A write that is going on is taken back when it is done.
  if (state.device.writing === null && state.device.kept !== null) effects.push({ do: 'forgetOwn' });
  if (state.takenOver.length) effects.push({ do: 'forgetCopies', keys: state.takenOver });
  const kept = state.device.writing === null ? null : state.device.kept;
  return stay({ ...state, takenOver: [], device: { ...state.device, kept } }, ...effects);
}

/** The server holds the state of an attempt; what came after is sent next. */
function confirmed(
  state: KeepState,
  attempt: Attempt,
  revision: number,
  savedAt: number,
  world: World,
): Next {
  const now: KeepState = {
    ...state,
    revision,
    save: attempt.saveId,
    held: attempt.design,
    savedAt,
    sent: { changes: attempt.changes, steps: attempt.steps },
    server: { kind: 'well' },
    tries: 0,
    attempt: null,
    attempts: [],
    underWay: false,
    waitingSince: null,
  };
  if (stepsWaiting(now) === 0) return forget(now);
  const waiting = { ...now, waitingSince: world.at };
  return then(keep(waiting, world), (s) =>
    s.closing ? send(s, world) : stay(s, { do: 'wake', after: REST_MS }),
  );
}

/**
 * The server holds a state of another page. Where the two changed different things they are put together; where they changed the same, or
 * what comes of it cannot be a design, the user is asked.
 */
function meet(state: KeepState, current: Current & { design: Present['design'] }, world: World): Next {
  const { revision, saveId: save, design: theirs } = current;
  const { present } = state;
  // In one history a later state has a higher number: one that has not is of another.
  const base = revision > state.revision ? state.held : null;
  const stale: KeepState = {
    ...state,
    server: { kind: 'stale', revision, save, theirs, base, restored: false },
  };
  if (base === null) return stay(stale);
  const { design, clashes } = combineDesigns(base, present.design, theirs);
  if (clashes.length > 0 || designRefusals(design).length > 0) return stay(stale);
  const own = stepsWaiting(state) > 0;
  const changes = present.changes + 1;
  const together: KeepState = {
    ...state,
    present: { ...present, design, changes },
    revision,
    save,
    held: theirs,
    savedAt: own ? state.savedAt : world.at,
    sent: own ? { changes: -1, steps: state.sent.steps } : { changes, steps: present.steps },
    server: { kind: 'well' },
    tries: 0,
    attempt: null,
    attempts: [],
  };
  const taken = stay(together, { do: 'takeIn', design, base, theirs });
  return own
    ? then(
        then(taken, (s) => keep(s, world)),
        (s) => send(s, world),
      )
    : then(taken, forget);
}

/** Another page has saved: what it changed is taken in, unless the hand is at work or a save is under way; it is met later then. */
function elsewhere(state: KeepState, current: Current, world: World): Next {
  const { design, saveId, revision } = current;
  const isOwn = saveId === state.save || state.attempts.includes(saveId);
  if (isOwn || design === null || state.underWay || state.present.dragging || state.closing)
    return stay(state);
  // An answer that was overtaken by a save of this page.
  if (revision < state.revision && state.server.kind !== 'stale') return stay(state);
  if (state.server.kind === 'stale' && state.server.restored) return stay(state);
  return meet(state, { ...current, design }, world);
}

function failed(before: KeepState, attempt: Attempt, failure: Failure, world: World): Next {
  const state: KeepState = { ...before, underWay: false };
  const refused = (message: string): Next =>
    stay({
      ...state,
      server: { kind: 'refused', message, refusals: failure.refusals, request: failure.request },
    });
  if (failure.status === 409 && failure.current) {
    const { revision, saveId, design: theirs } = failure.current;
    // An earlier state of this very page, whose answer was lost: what came after is sent on top of it.
    if (state.attempts.includes(saveId))
      return send({ ...state, revision, save: saveId, held: null, attempt: null }, world);
    if (failure.current.restored) return restored(state, failure.current, world);
    if (theirs === null) return refused('the server holds a state that this page cannot read: reload it');
    // The same state, saved by a request whose answer was lost.
    if (sameJson(theirs, attempt.design))
      return confirmed(state, { ...attempt, saveId }, revision, world.at, world);
    // In the middle of a drag nothing is put under the hand: it is sent again, and met, at its end.
    if (state.present.dragging) return stay(state, { do: 'wake', after: REST_MS });
    return meet(state, { revision, saveId, design: theirs }, world);
  }
  // What changed does not fit what the server holds: the whole is sent instead.
  if (failure.code === 'patch-refused' && state.held !== null)
    return send({ ...state, held: null, attempt: null }, world);
  if (BUSY.has(failure.status) || (failure.status === 503 && failure.code === 'busy'))
    return stay(
      { ...state, tries: state.tries + 1 },
      { do: 'wake', after: failure.after ?? retryAfter(state.tries) },
    );
  if (AWAY.has(failure.status))
    return stay(
      { ...state, server: { kind: 'away' }, tries: state.tries + 1 },
      { do: 'wake', after: failure.after ?? retryAfter(state.tries) },
    );
  return refused(failure.message);
}

function changed(before: KeepState, present: Present, world: World): Next {
  const isNew = present.changes !== before.present.changes;
  const dropped = before.present.dragging && !present.dragging && present.changes !== before.sent.changes;
  const refused = before.server.kind === 'refused';
  const state: KeepState = {
    ...before,
    present,
    // A drag begins to wait when it ends.
    waitingSince: dropped ? world.at : isNew ? (before.waitingSince ?? world.at) : before.waitingSince,
    server: isNew && refused ? { kind: 'well' } : before.server,
  };
  if (!isNew && !dropped) return stay(state);
  // A drag is kept and sent at its end: half-way places are no states to keep, and would hold up the hand.
  if (present.dragging) return stay(state);
  const latest = state.waitingSince! + LATEST_MS - world.at;
  return then(keep(state, world), (s) =>
    // While the server is away its own tries go on.
    s.server.kind === 'away' || s.server.kind === 'stale'
      ? stay(s)
      : stay(s, { do: 'wake', after: Math.max(0, Math.min(REST_MS, latest)) }),
  );
}

/** A write on the device is done: it may be out of date already, or not needed any more. */
function kept(before: KeepState, changes: number, world: World): Next {
  // A write that was given up may come through late, while a later one goes on: they are done in their order.
  const isLate = before.device.writing !== null && before.device.writing !== changes;
  const state: KeepState = {
    ...before,
    device: { kept: changes, writing: isLate ? before.device.writing : null, problem: null, tries: 0 },
  };
  if (isLate) return stay(state);
  if (stepsWaiting(state) === 0 && state.server.kind !== 'stale') return forget(state);
  if (changes !== state.present.changes && !state.present.dragging) return keep(state, world);
  return state.takenOver.length
    ? stay({ ...state, takenOver: [] }, { do: 'forgetCopies', keys: state.takenOver })
    : stay(state);
}

/**
 * The server's database was restored from a backup. Where it holds what the open design was made from, work goes on.
 * Otherwise the state on this screen is kept on this device, and the user chooses.
 */
function restored(state: KeepState, current: Current | null, world: World): Next {
  if (current !== null && (current.saveId === state.save || state.attempts.includes(current.saveId)))
    return stay(state);
  const apart: KeepState = {
    ...state,
    // What the server had before the restore it does not have now.
    sent: { changes: -1, steps: state.present.steps - 1 },
    server:
      current === null || current.design === null
        ? {
            kind: 'refused',
            message: current
              ? 'the database was restored from a backup, and holds a state of this design that this page cannot read: reload it'
              : 'the database was restored from a backup, which does not have this design: save it as a file, or as a new design',
            refusals: [],
            request: null,
          }
        : {
            kind: 'stale',
            revision: current.revision,
            save: current.saveId,
            theirs: current.design,
            base: null,
            restored: true,
          },
  };
  return keep(apart, world);
}

function step(state: KeepState, event: KeepEvent, world: World): Next {
  switch (event.kind) {
    case 'changed':
      return changed(state, event.present, world);
    case 'woke':
    case 'saveNow':
      return send(state, world);
    case 'answered':
      return confirmed(state, event.attempt, event.revision, event.savedAt, world);
    case 'failed':
      return failed(state, event.attempt, event.failure, world);
    case 'kept':
      return kept(state, event.changes, world);
    case 'notKept': {
      const { tries } = state.device;
      const device = { ...state.device, writing: null, problem: event.problem, tries: tries + 1 };
      return stay({ ...state, device }, { do: 'keepLater', after: keepAfter(tries) });
    }
    case 'keepAgain':
      return state.device.problem !== null && stepsWaiting(state) > 0 ? keep(state, world) : stay(state);
    case 'deviceLost': {
      const lost = { ...state, device: { ...state.device, kept: null } };
      return stepsWaiting(lost) ? keep(lost, world) : stay(lost);
    }
    case 'restored':
      return restored(state, event.current, world);
    case 'elsewhere':
      return elsewhere(state, event.current, world);
    case 'offered':
      return stay({ ...state, offers: event.offers });
    case 'tookCopy':
      return keep(
        {
          ...state,
          offers: state.offers.filter((o) => o.key !== event.key),
          takenOver: [...state.takenOver, event.key],
        },
        world,
      );
    case 'declined':
      return stay(
        { ...state, offers: state.offers.filter((o) => o.key !== event.key) },
        { do: 'forgetCopies', keys: [event.key] },
      );
    case 'keepMine': {
      if (state.server.kind !== 'stale') return stay(state);
      const { revision, save, theirs } = state.server;
      const mine: KeepState = {
        ...state,
        revision,
        save,
        held: theirs,
        attempt: null,
        // However it came to be the same as what was sent last: the server has another now.
        sent: { changes: -1, steps: state.present.steps - 1 },
        server: { kind: 'well' },
      };
      return then(keep(mine, world), (s) => send(s, world));
    }
    case 'tookTheirs': {
      if (state.server.kind !== 'stale') return stay(state);
      const { revision, save, theirs } = state.server;
      const { changes, steps } = state.present;
      return then(
        forget({
          ...state,
          revision,
          save,
          held: theirs,
          attempt: null,
          attempts: [],
          sent: { changes, steps },
          savedAt: world.at,
          waitingSince: null,
          server: { kind: 'well' },
        }),
        (s) => stay(s, { do: 'wake', after: null }),
      );
    }
    case 'close': {
      const left = { ...state, closing: true, present: { ...state.present, dragging: false } };
      const needsKeeping = stepsWaiting(left) > 0 && left.device.kept !== left.present.changes;
      return then(
        then(stay(left, { do: 'wake', after: null }), (s) => (needsKeeping ? keep(s, world) : stay(s))),
        (s) => send(s, world),
      );
    }
  }
}

/** What follows from an event: the next state, and what is to be done. A closed machine is done when nothing is under way. */
export function reduce(state: KeepState, event: KeepEvent, world: World): Next {
  const next = step(state, event, world);
  const { closing, underWay, device } = next.state;
  if (!closing || underWay || device.writing !== null) return next;
  const effects = next.effects.filter((e) => e.do !== 'wake' && e.do !== 'keepLater');
  return { state: { ...next.state, done: true }, effects };
}
