import type { z } from 'zod';
import type { Refusal } from './refusal.ts';

export type DeepReadonly<T> = T extends [infer A, infer B]
  ? readonly [A, B]
  : T extends (infer U)[]
    ? readonly DeepReadonly<U>[]
    : T extends object
      ? { readonly [K in keyof T]: DeepReadonly<T[K]> }
      : T;

/** What a new design begins with. */
export interface Begin {
  readonly name: string;
  readonly count: number;
  readonly scaleLength: number;
}

/** The value of a section, as the rest of the product reads it. */
export type ValueOf<S extends z.ZodType> = DeepReadonly<z.infer<S>>;

/**
 * A section of the design: one member of the document, and all that the house must know of it. The schema is made when
 * it is first read with, so that a page that reads no documents carries none.
 */
export interface Section<S extends z.ZodType = z.ZodType> {
  /** What it is called where two states of a design differ in it. */
  readonly words: string;
  readonly schema: () => S;
  /** What a new design has there. */
  readonly plain: (begin: Begin) => ValueOf<S>;
  /** Rules between its numbers that no schema can hold: why a value of the right shape cannot be kept. */
  readonly refusals?: (value: ValueOf<S>) => readonly Refusal[];
  /** In what two values of it differ, in words; null where they are the same. Without it, `words` and its numbers. */
  readonly differs?: (mine: ValueOf<S>, theirs: ValueOf<S>) => string | null;
  /**
   * For lists whose members have no `id`: the function that gives a member's key, by the list's path inside the section. Two states are
   * combined member by member with it; a list without keys is combined as a whole.
   */
  readonly listKeys?: Readonly<Record<string, (member: never) => string>>;
}

/** Lets a section's own schema give the types of the rest. */
export const section = <S extends z.ZodType>(made: Section<S>): Section<S> => made;
