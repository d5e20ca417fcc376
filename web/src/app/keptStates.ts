import type { Design } from '@pelkin/core';
import { checkDesign } from '@pelkin/core';
import type { FrozenSummary, RestorePoint } from '../design/api.ts';
import { api } from '../design/api.ts';
import { when } from '../shared/when.ts';
import { ALL_STAGES } from '../stages/all.ts';

/** A state that can be looked at and compared, before its document is fetched. */
export interface KeptState {
  readonly key: string;
  readonly kind: 'frozen' | 'restore point' | 'another design';
  readonly name: string;
  readonly note: string;
  /** The document as the server has it. Rejects where it cannot be reached. */
  readonly read: () => Promise<unknown>;
}

export const frozenState = (id: string, { number, name, createdAt }: FrozenSummary): KeptState => ({
  key: `frozen ${number}`,
  kind: 'frozen',
  name,
  note: `revision ${number}, ${when(createdAt)}`,
  read: async () => (await api.frozen(id, number)).design,
});

const stageName = (key: string): string => ALL_STAGES.find((s) => s.key === key)?.name ?? key;

export const restoreState = (id: string, { id: point, stage, savedAt }: RestorePoint): KeptState => ({
  key: `point ${point}`,
  kind: 'restore point',
  name: stage === null ? `End of the day, ${when(savedAt)}` : `${stageName(stage)} done, ${when(savedAt)}`,
  note: stage === null ? 'the last state before work went on another day' : 'the state that was marked done',
  read: async () => (await api.restorePoint(id, point)).design,
});

/** Frozen revisions and restore points of a design, each newest first. */
export async function statesOf(id: string): Promise<readonly KeptState[]> {
  const [{ revisions }, { restorePoints }] = await Promise.all([api.revisions(id), api.restorePoints(id)]);
  return [...revisions.map((r) => frozenState(id, r)), ...restorePoints.map((p) => restoreState(id, p))];
}

/** The other designs of the workshop, the last changed first. */
export async function otherDesigns(id: string): Promise<readonly KeptState[]> {
  const { designs } = await api.list({ archived: false, search: '', sorting: 'changed' }, 0);
  return designs
    .filter((d) => d.id !== id)
    .map((d) => ({
      key: `design ${d.id}`,
      kind: 'another design',
      name: d.name,
      note: `changed ${when(d.updatedAt)}`,
      read: async () => (await api.open(d.id)).design,
    }));
}

/** The design of a kept state, checked. Rejects with words where it cannot be read. */
export async function designIn(state: KeptState): Promise<Design> {
  const checked = checkDesign(await state.read());
  if (!checked.ok) throw new Error(`this state cannot be read: ${checked.refusals[0]!.message}`);
  return checked.design;
}
