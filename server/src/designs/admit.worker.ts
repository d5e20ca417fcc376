import type { PatchOperation, Refusal } from '@pelkin/core';
import { PatchMismatch, applyPatch, checkDesign } from '@pelkin/core';
import type { Summary } from './summary.ts';
import { summaryOf } from './summary.ts';

/** The requests to the thread that reads large documents. All that goes to and fro is text and small things. */
export type Task =
  | { readonly kind: 'body'; readonly text: string }
  | { readonly kind: 'document'; readonly text: string }
  | { readonly kind: 'patch'; readonly text: string; readonly patch: readonly PatchOperation[] };

type Document =
  | { readonly kind: 'admitted'; readonly text: string; readonly summary: Summary }
  | { readonly kind: 'refused'; readonly refusals: readonly Refusal[] };
export type Done =
  | Document
  | { readonly kind: 'body'; readonly rest: Record<string, unknown>; readonly design: Document }
  | { readonly kind: 'mismatch'; readonly message: string }
  | { readonly kind: 'not-json' };

function admit(raw: unknown): Document {
  const checked = checkDesign(raw);
  if (!checked.ok) return { kind: 'refused', refusals: checked.refusals };
  return {
    kind: 'admitted',
    text: JSON.stringify(checked.design),
    summary: summaryOf(checked.design),
  };
}

export default (task: Task): Done => {
  let raw: unknown;
  try {
    raw = JSON.parse(task.text);
  } catch {
    return { kind: 'not-json' };
  }
  if (task.kind === 'document') return admit(raw);
  if (task.kind === 'body') {
    if (typeof raw !== 'object' || raw === null) return admit(undefined);
    const { design, ...rest } = raw as Record<string, unknown>;
    // Only what a save names beside its design goes on; anything else may be large itself.
    const { from, saveId } = rest;
    return { kind: 'body', rest: { from, saveId }, design: admit(design) };
  }
  // A change is made of the design as it was opened: brought to this version.
  const base = checkDesign(raw);
  if (!base.ok) return { kind: 'refused', refusals: base.refusals };
  try {
    return admit(applyPatch(base.design, task.patch));
  } catch (error) {
    if (error instanceof PatchMismatch) return { kind: 'mismatch', message: error.message };
    throw error;
  }
};
