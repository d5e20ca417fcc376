import type { Design, Refusal } from '@pelkin/core';

/** The design on the screen, and how often it was changed since it was opened. */
export interface Present {
  readonly design: Design;
  /** Counts changes; a drag is many. */
  readonly changes: number;
  /** Counts steps; a drag, however long, is one. */
  readonly steps: number;
  readonly dragging: boolean;
}

/** One state on its way to the server; the same state keeps the same id however often it is sent. */
export interface Attempt {
  readonly saveId: string;
  readonly design: Design;
  readonly changes: number;
  readonly steps: number;
}

/** How the server took what it was last sent. */
export type Server =
  | { readonly kind: 'well' }
  | { readonly kind: 'away' }
  | {
      readonly kind: 'refused';
      readonly message: string;
      readonly refusals: readonly Refusal[];
      readonly request: string | null;
    }
  | {
      readonly kind: 'stale';
      readonly revision: number;
      /** The save that made the server’s state. */
      readonly save: string;
      readonly theirs: Design;
      /** The state that both were made from; null where it is not known: then nothing is put together by itself. */
      readonly base: Design | null;
      /** The server’s database was restored from a backup since the design was opened. */
      readonly restored: boolean;
    };

/** What this device holds for this tab. */
export interface Device {
  /** The change that the confirmed copy goes up to; null while there is no copy. */
  readonly kept: number | null;
  /** The change that is being written now. */
  readonly writing: number | null;
  /** Why nothing can be kept here; null when it can. */
  readonly problem: string | null;
  /** Writes that failed in a row: each is tried again after a longer pause. */
  readonly tries: number;
}

/** A copy on this device, of changes that the server has not confirmed, of one tab alone. */
export interface DeviceCopy {
  /** The revision it was made from, as it is shown, and the save that made that; null of copies of earlier versions. */
  readonly from: number;
  readonly save: string | null;
  /** The state that this save made; null where it is not known. */
  readonly base: unknown;
  /** Lineage of the database that held it; null or missing where it is not known. */
  readonly lineage?: string | null;
  readonly design: unknown;
  /** Saves whose answers never came: the server may have taken the last of them unseen. */
  readonly attempts: readonly string[];
  /** When the last change was made, ms since 1970; where in the work order. */
  readonly at: number;
  readonly stage: string;
}

/** A copy that another page left behind, which the server does not have: offered until it is taken or declined. */
export interface Offer {
  readonly key: string;
  readonly at: number;
  readonly stage: string;
  readonly from: number;
  /** The state, or why this version cannot read it. */
  readonly read:
    | { readonly ok: true; readonly design: Design }
    | { readonly ok: false; readonly refusals: readonly Refusal[]; readonly raw: unknown };
}

export interface KeepState {
  readonly present: Present;
  /** The revision that the open design was made from, as the server counts; the state it holds by that number. */
  readonly revision: number;
  /** The save that made the state that the open design was made from: the next save names it. */
  readonly save: string | null;
  readonly held: Design | null;
  readonly savedAt: number;
  /** What of the present the server holds. */
  readonly sent: { readonly changes: number; readonly steps: number };
  readonly server: Server;
  /** Failed tries to reach the server in a row. */
  readonly tries: number;
  readonly attempt: Attempt | null;
  readonly underWay: boolean;
  /** Ids of the saves since the last that was confirmed: a state of the server made by one of them is ours. */
  readonly attempts: readonly string[];
  readonly device: Device;
  /** When the first of the changes that wait was made; null while none waits. */
  readonly waitingSince: number | null;
  /** Copies of other pages that the present state took over: they go once it is kept itself. */
  readonly takenOver: readonly string[];
  readonly offers: readonly Offer[];
  /** Left: what waits is sent once more, and that is all. */
  readonly closing: boolean;
  readonly done: boolean;
}

/** How a save failed. */
export interface Failure {
  readonly status: number;
  readonly code: string;
  readonly message: string;
  readonly refusals: readonly Refusal[];
  /** The request's number in the server's log; null when no server answered. */
  readonly request: string | null;
  /** How long the server asks to be left alone, ms. */
  readonly after: number | null;
  /** With 409: what the server holds. */
  readonly current: Current | null;
}

/** What the server holds of a design. */
export interface Current {
  readonly revision: number;
  readonly saveId: string;
  /** Null when this page cannot read it. */
  readonly design: Design | null;
  /** The server’s database was restored from a backup since this page looked: the state need not be made from one that the page knows. */
  readonly restored?: boolean;
}

export type KeepEvent =
  | { readonly kind: 'changed'; readonly present: Present }
  | { readonly kind: 'woke' }
  | { readonly kind: 'saveNow' }
  | {
      readonly kind: 'answered';
      readonly attempt: Attempt;
      readonly revision: number;
      readonly savedAt: number;
    }
  | { readonly kind: 'failed'; readonly attempt: Attempt; readonly failure: Failure }
  | { readonly kind: 'kept'; readonly changes: number }
  | { readonly kind: 'notKept'; readonly problem: string }
  /** It is time to try once more to keep what could not be kept. */
  | { readonly kind: 'keepAgain' }
  | { readonly kind: 'deviceLost' }
  /** The server’s database was restored from a backup: what it holds now; null where it does not have the design any more. */
  | { readonly kind: 'restored'; readonly current: Current | null }
  /** The server holds a state that another page made. */
  | { readonly kind: 'elsewhere'; readonly current: Current }
  | { readonly kind: 'offered'; readonly offers: readonly Offer[] }
  | { readonly kind: 'tookCopy'; readonly key: string }
  | { readonly kind: 'declined'; readonly key: string }
  | { readonly kind: 'keepMine' }
  | { readonly kind: 'tookTheirs' }
  | { readonly kind: 'close' };

/** What an event may need from the world: the time, an id that nothing else has, where in the work order the user is. */
export interface World {
  readonly at: number;
  readonly freshId: string;
  readonly stage: string;
}

export type Effect =
  /** Send a state, as changes of `base` where the server is known to hold it. */
  | { readonly do: 'send'; readonly attempt: Attempt; readonly from: string; readonly base: Design | null }
  /**
   * Put the server's state `theirs`, made from `base`, together with what is open: `design` takes the place of the open one, and each state
   * that undo goes back to has the change too.
   */
  | { readonly do: 'takeIn'; readonly design: Design; readonly base: Design; readonly theirs: Design }
  /** Write this tab's own copy; answered by `kept` or `notKept`. */
  | { readonly do: 'keep'; readonly copy: DeviceCopy; readonly changes: number }
  /** Dispatch `keepAgain` after `after` ms. */
  | { readonly do: 'keepLater'; readonly after: number }
  /** Delete this tab's own copy. */
  | { readonly do: 'forgetOwn' }
  /** Delete copies of other pages. */
  | { readonly do: 'forgetCopies'; readonly keys: readonly string[] }
  /** Wake the machine after so long, instead of any earlier time that was set; `null`: not at all. */
  | { readonly do: 'wake'; readonly after: number | null };

/** Steps since the state that the server holds; at least one when anything at all is different. */
export const stepsWaiting = ({ present, sent }: KeepState): number =>
  present.changes === sent.changes ? 0 : Math.max(1, present.steps - sent.steps);
