import { z } from 'zod';
import type { Refusal } from './refusal.ts';
import { wordsOfIssue } from './refusal.ts';

/** At most so many refusals are reported of one change. */
const MOST_REFUSALS = 20;

type Schema = z.core.$ZodType;

/** The checks that a schema makes of a list or object as a whole, without those of its members. */
const wholes = new WeakMap<Schema, z.ZodType | null>();
function wholeOf(schema: Schema, plain: () => z.ZodType): z.ZodType | null {
  const known = wholes.get(schema);
  if (known !== undefined) return known;
  const checks = schema._zod.def.checks ?? [];
  const made = checks.length
    ? plain().check(...(checks as unknown as readonly z.core.CheckFn<unknown>[]))
    : null;
  wholes.set(schema, made);
  return made;
}

function parse(schema: z.core.$ZodType, value: unknown, path: readonly PropertyKey[], into: Refusal[]): void {
  const read = z.safeParse(schema, value, { reportInput: true });
  if (!read.success)
    for (const issue of read.error.issues)
      into.push({ where: [...path, ...issue.path].join('.'), message: wordsOfIssue(issue) });
}

function walk(
  schema: Schema,
  next: unknown,
  before: unknown,
  path: readonly PropertyKey[],
  into: Refusal[],
): void {
  if (Object.is(next, before) || into.length >= MOST_REFUSALS) return;
  const bare = schema instanceof z.ZodNullable || schema instanceof z.ZodOptional ? schema.unwrap() : schema;
  if (bare instanceof z.ZodArray && Array.isArray(next) && Array.isArray(before)) {
    const whole = wholeOf(bare, () => z.array(z.unknown()));
    if (whole) parse(whole, next, path, into);
    const known = new Set<unknown>(before);
    next.forEach((member: unknown, i) => {
      if (typeof member === 'object' && member !== null && known.has(member)) return;
      walk(bare.element as Schema, member, before[i], [...path, i], into);
    });
    return;
  }
  const isRecord = (v: unknown): v is Record<string, unknown> =>
    typeof v === 'object' && v !== null && !Array.isArray(v);
  if (bare instanceof z.ZodObject && isRecord(next) && isRecord(before)) {
    const whole = wholeOf(bare, () => z.looseObject({}));
    if (whole) parse(whole, next, path, into);
    for (const [key, member] of Object.entries(bare.shape as Record<string, Schema>))
      walk(member, next[key], before[key], [...path, key], into);
    return;
  }
  parse(schema, next, path, into);
}

/**
 * Why `next` does not have the shape of the schema, knowing that `before` has it: what is the same object in both was
 * checked when it came in and is not checked again, so the cost is that of what changed. Empty when it has.
 */
export function changedRefusals(schema: z.ZodType, next: unknown, before: unknown): readonly Refusal[] {
  const refusals: Refusal[] = [];
  walk(schema, next, before, [], refusals);
  return refusals.slice(0, MOST_REFUSALS);
}
