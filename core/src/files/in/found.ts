import type { Cubic } from '../../geometry/cubic.ts';

/** A line as a file draws it: a chain of cubics in the file's own unit, y up. */
export interface FoundCurve {
  readonly pieces: readonly Cubic[];
  /** Whether the file closes it. */
  readonly closed: boolean;
  /** Its layer, group or id in the file. */
  readonly name: string;
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
  readonly kind: 'svg' | 'dxf' | 'json';
  readonly curves: readonly FoundCurve[];
  /** The unit that the file declares; null when it has to be asked for. */
  readonly declared: UnitChoice | null;
  readonly choices: readonly UnitChoice[];
  readonly passedOver: readonly PassedOver[];
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

/** Runs a reader; what it refuses is an answer. */
export function atTheDoor(read: () => FileRead): ReadFile {
  try {
    return { ok: true, read: read() };
  } catch (error) {
    if (error instanceof Unreadable) return { ok: false, where: error.where, message: error.message };
    throw error;
  }
}

/** Told how far a reader has come, 0 to 1. */
export type Told = (share: number) => void;

/** Pieces at most: an outline has hundreds; a file of more is something else, or made to choke on. */
export const MOST_PIECES = 400_000;

/** Counts what is passed over, by what it is and why. */
export function passing(): {
  readonly pass: (what: string, why: string) => void;
  readonly list: () => readonly PassedOver[];
} {
  const counts = new Map<string, PassedOver>();
  return {
    pass: (what, why) => {
      const key = `${what}\n${why}`;
      counts.set(key, { what, why, count: (counts.get(key)?.count ?? 0) + 1 });
    },
    list: () => [...counts.values()],
  };
}
