import { z } from 'zod';

/**
 * Free text that people type and files carry: what can neither be shown nor kept is refused where it is met. NUL and
 * lone surrogates cannot be stored by the database; control characters break files, lists and paper.
 */
const UNPRINTABLE = /[\u0000-\u001f\u007f-\u009f\u2028\u2029]/;
const LONE_SURROGATE = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;

/** Whether a text of one line can be shown and kept as it is. */
export const isPlainText = (text: string): boolean => !UNPRINTABLE.test(text) && !LONE_SURROGATE.test(text);

const UNSTORABLE = /\u0000/;
const isStorable = (text: string): boolean => !UNSTORABLE.test(text) && !LONE_SURROGATE.test(text);

/** A text of at most so many characters; `what` begins its sentences: “the name”, “the reason”. */
export const plainTextSchema = (what: string, most: number) =>
  z
    .string({ error: `${what} must be text` })
    .max(most, `${what} is longer than ${most} characters: shorten it`)
    .refine(isPlainText, {
      message: `${what} contains characters that cannot be printed: type it again`,
    });

/** A text that may not be empty, without the spaces round it. */
export const filledTextSchema = (what: string, most: number, empty: string) =>
  z
    .string({ error: `${what} must be text` })
    .trim()
    .min(1, empty)
    .max(most, `${what} is longer than ${most} characters: shorten it`)
    .refine(isPlainText, {
      message: `${what} contains characters that cannot be printed: type it again`,
    });

/** Objects and lists within one another, at most: a design has eight. */
export const MOST_NESTED = 40;

/** Names that programs give a meaning of their own. */
const RESERVED = new Set(['__proto__', 'constructor', 'prototype']);

/** What is wrong with a JSON document before its meaning is checked. */
export interface DocumentFault {
  readonly where: string;
  readonly message: string;
}

/**
 * Whether a JSON value can be stored and written at all, whatever it means: not nested too deep, and no text or member
 * name in it that the database refuses. Null when it can. Walks without recursion, so no depth overflows it.
 */
export function documentFault(raw: unknown): DocumentFault | null {
  const waiting: { readonly value: unknown; readonly path: readonly string[] }[] = [{ value: raw, path: [] }];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { value, path } = next;
    if (typeof value === 'string') {
      if (!isStorable(value))
        return {
          where: path.join('.'),
          message:
            'this text contains characters that cannot be stored (NUL or half a character): type it again',
        };
    } else if (typeof value === 'object' && value !== null) {
      if (path.length >= MOST_NESTED)
        return {
          where: path.slice(0, 4).join('.'),
          message: `the document is nested over ${MOST_NESTED} deep: that is no design`,
        };
      if (Array.isArray(value))
        for (let i = 0; i < value.length; i += 1)
          waiting.push({ value: value[i], path: [...path, String(i)] });
      else
        for (const [key, member] of Object.entries(value)) {
          if (!isStorable(key) || RESERVED.has(key))
            return {
              where: path.join('.'),
              message: RESERVED.has(key)
                ? `a member is called “${key}”, which no document may use: rename it`
                : 'a member’s name contains characters that cannot be stored: rename it',
            };
          if (typeof member === 'string' || (typeof member === 'object' && member !== null))
            waiting.push({ value: member, path: [...path, key] });
        }
    }
  }
  return null;
}
