import { changedRefusals } from './changed.ts';
import { migrate } from './migrate.ts';
import { documentFault } from './plainText.ts';
import type { Refusal } from './refusal.ts';
import { wordsOfIssue } from './refusal.ts';
import type { Design } from './schema.ts';
import { designShape } from './schema.ts';
import type { Section } from './section.ts';
import { SECTIONS } from './sections/all.ts';

export type { Refusal } from './refusal.ts';

export type Checked =
  | { readonly ok: true; readonly design: Design }
  | { readonly ok: false; readonly refusals: readonly Refusal[] };

/** The rules between numbers of a design whose shape is right; empty when it can be kept. */
export const designRefusals = (design: Design): readonly Refusal[] =>
  Object.entries(SECTIONS as Readonly<Record<string, Section>>).flatMap(
    ([key, { refusals }]) => refusals?.(design[key] as never) ?? [],
  );

/** At most so many refusals are reported of one document. */
const MOST_REFUSALS = 20;

/** Reads any document as a design: migrated, validated, its numbers agreeing. The one door into the core. */
export function checkDesign(raw: unknown): Checked {
  const fault = documentFault(raw);
  if (fault) return { ok: false, refusals: [fault] };
  const migrated = migrate(raw);
  if (!migrated.ok) return { ok: false, refusals: [{ where: migrated.where, message: migrated.message }] };
  const shape = designShape.safeParse(migrated.document);
  if (!shape.success)
    return {
      ok: false,
      refusals: shape.error.issues
        .slice(0, MOST_REFUSALS)
        .map((issue) => ({ where: issue.path.join('.'), message: wordsOfIssue(issue) })),
    };
  const refusals = designRefusals(shape.data).slice(0, MOST_REFUSALS);
  return refusals.length ? { ok: false, refusals } : { ok: true, design: shape.data };
}

/**
 * Why a changed design does not have the shape of one, knowing that it had before the change: what both share is not
 * checked again. Empty when it has; `designRefusals` then tells whether its numbers agree.
 */
export const shapeRefusals = (next: Design, before: Design): readonly Refusal[] =>
  changedRefusals(designShape, next, before);

/** Why a changed design cannot be kept, knowing that it could be before the change. Empty when it can. */
export function editRefusals(next: Design, before: Design): readonly Refusal[] {
  const shape = shapeRefusals(next, before);
  return shape.length ? shape : designRefusals(next);
}
