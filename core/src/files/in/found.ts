import type { SaidCut } from '../../geometry/chains.ts';
import { startClock as startTimer } from '../../geometry/clock.ts';
import type { Cubic } from '../../geometry/cubic.ts';
import type { Point } from '../../geometry/point.ts';

/** A line as a file draws it: a chain of cubics in the file's own unit, y up. */
export interface FoundCurve {
  readonly pieces: readonly Cubic[];
  /** Whether the file closes it. */
  readonly closed: boolean;
  /** Its layer, group or id in the file. */
  readonly name: string;
  /** The layer, or the named group, that it lies in; empty where it lies in none. */
  readonly layer?: string;
  /** Whether it is drawn in dashes: by a drawing's custom, what lies behind. */
  readonly dashed?: boolean;
  /** Whether the file says that it is there to draw by, not to be made: a layer that is not plotted, a definition point. */
  readonly construction?: boolean;
  /** Face and depth of a cut; only files that Pelkin wrote have them. */
  readonly cut?: SaidCut;
}

/** A unit that a file's lengths may be in. */
export interface UnitChoice {
  readonly name: string;
  /** Millimetres of one unit. */
  readonly mm: number;
}

/** What was found in a file but is no line to bring in. */
export interface PassedOver {
  readonly what: string;
  readonly why: string;
  readonly count: number;
}

export interface FileRead {
  readonly kind: 'svg' | 'dxf' | 'json' | 'pdf';
  readonly curves: readonly FoundCurve[];
  /** The unit that the file declares; null when it has to be requested. */
  readonly declared: UnitChoice | null;
  readonly choices: readonly UnitChoice[];
  readonly passedOver: readonly PassedOver[];
  /** What is brought in otherwise than the file shows it: told before anything is taken. */
  readonly cautions: readonly PassedOver[];
}

/** What a reader gives: what it found, or where the file cannot be read and what to do. */
export type ReadFile =
  | { readonly ok: true; readonly read: FileRead }
  | { readonly ok: false; readonly where: string; readonly message: string };

/** Raised within a reader, and caught at its door. */
export class Unreadable extends Error {
  constructor(
    readonly where: string,
    message: string,
  ) {
    super(message);
  }
}

/** A refusal of the whole file, whichever of its elements it was met at: it is over a limit, or leads round in a ring. */
export class WholeUnreadable extends Unreadable {}

/** Runs a reader; what it refuses is an answer, and what a library fails on is one too, in our words. */
export function atTheDoor(read: () => FileRead): ReadFile {
  try {
    return { ok: true, read: read() };
  } catch (error) {
    if (error instanceof Unreadable) return { ok: false, where: error.where, message: error.message };
    return {
      ok: false,
      where: 'the file',
      message: 'it is built in a way that cannot be followed: save its outline alone, as plain paths',
    };
  }
}

/** A file that takes longer to read, or its lines to join, is given up, ms: both together are over in five seconds. */
export const GIVEN_UP_AFTER_MS = 2_500;
/** A fit of one line that takes longer is given up, ms. */
export const FIT_GIVEN_UP_AFTER_MS = 5_000;
/** Gives a function to be called in every loop of some work; it throws Unreadable once the work has taken too long. */
export const startClock = (
  what: string,
  mend = 'bring in the outline alone, or simplify it where it was made',
  within: number = GIVEN_UP_AFTER_MS,
): (() => void) =>
  startTimer(within, () => new WholeUnreadable('the file', `${what} takes over ${within / 1000} s: ${mend}`));

/** Told how far a reader has come, 0 to 1. */
export type Told = (share: number) => void;

/** Pieces at most: an outline has hundreds; a file of more is something else, or made to choke on. */
export const MOST_PIECES = 100_000;
/** Elements or records of a file as it is written at most: they are counted before it is read. */
export const MOST_ELEMENTS = 150_000;
/** Refuses a text that has a mark more often than its reader can hold. */
export function countedElements(text: string, mark: RegExp): void {
  let count = 0;
  for (const _ of text.matchAll(mark))
    if ((count += 1) > MOST_ELEMENTS)
      throw new WholeUnreadable(
        'the file',
        `it has over ${MOST_ELEMENTS} elements: bring in the outline alone`,
      );
}
/** Elements that are walked through at most, those of blocks and uses each time they are put in. */
export const MOST_WALKED = 500_000;
/** Groups within groups at most. */
export const DEEPEST_GROUP = 200;
/** A place further out than this, in the file's own unit, is no drawing's: a number went wrong. */
const FURTHEST = 1e7;
/** Whether a place is one that a drawing can have. */
export const isPlace = ({ x, y }: Point): boolean => Math.abs(x) <= FURTHEST && Math.abs(y) <= FURTHEST;
/** Whether all of a piece lies where a drawing can. */
export const isPlaced = (c: Cubic): boolean =>
  isPlace(c.p0) && isPlace(c.p1) && isPlace(c.p2) && isPlace(c.p3);

/** What is passed over, or told of, counted. */
export interface Passing {
  readonly pass: (what: string, why: string) => void;
  readonly list: () => readonly PassedOver[];
}

/** Counts what is passed over, by what it is and why. */
export function passing(): Passing {
  const counts = new Map<string, PassedOver>();
  return {
    pass: (what, why) => {
      const key = `${what}\n${why}`;
      counts.set(key, { what, why, count: (counts.get(key)?.count ?? 0) + 1 });
    },
    list: () => [...counts.values()],
  };
}
