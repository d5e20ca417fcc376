import { availableParallelism } from 'node:os';
import type { Checked, Design, PatchOperation, Refusal } from '@pelkin/core';
import { checkDesign, edits } from '@pelkin/core';
import Piscina from 'piscina';
import { Refused } from '../errors.ts';
import { createGate } from '../guards/gate.ts';
import type { Done, Task } from './admit.worker.ts';
import type { Summary } from './summary.ts';
import { summaryOf } from './summary.ts';
import { textOf } from './text.ts';

/**
 * A document that may be kept: as JSON text, and what the list shows of it. The design itself is at hand only of
 * documents of ordinary size; a large one is never taken apart where requests are answered.
 */
export interface Admitted {
  readonly text: string;
  readonly summary: Summary;
  readonly design: Design | null;
}

/**
 * Documents above this size, characters of JSON, are read and checked in a thread of their own: the largest that are
 * taken need a third of a second, and no other request waits for that. Below, it takes at most some 20 ms.
 */
export const LARGE = 250_000;

/** Tests run this file as it is written; the built server has it in JavaScript, the thread's file beside it. */
const FROM_SOURCES = import.meta.url.endsWith('.ts');

/** Threads that check at once. */
const THREADS = Math.max(1, availableParallelism() - 1);
/** Longest wait for a thread, ms: a save is answered within a second; a very large document has been waited for already. */
const WAITS_MS = 600;
const LARGE_WAITS_MS = 5_000;
const turns = createGate(THREADS, LARGE_WAITS_MS, 64, 'the server is checking many large designs');

let threads: Piscina<Task, Done> | null = null;
const pool = (): Piscina<Task, Done> =>
  (threads ??= new Piscina<Task, Done>({
    filename: new URL(`./admit.worker${FROM_SOURCES ? '.ts' : '.js'}`, import.meta.url).href,
    execArgv: FROM_SOURCES ? ['--import', 'tsx'] : [],
    minThreads: 0,
    maxThreads: THREADS,
    idleTimeout: 30_000,
  }));

/** Ends the threads that check; a later check starts new ones. */
export async function stopChecking(): Promise<void> {
  const ending = threads;
  threads = null;
  await ending?.destroy();
}

/** Runs a task in a thread; refused (503) where none is free in time. */
async function inThread(task: Task): Promise<Done> {
  const leave = await turns.enter(1, task.text.length < LARGE ? WAITS_MS : LARGE_WAITS_MS);
  try {
    return await pool().run(task);
  } finally {
    leave();
  }
}

const refusedBy = (refusals: readonly Refusal[]): Refused => {
  const [first] = refusals;
  return new Refused(
    422,
    'design-refused',
    first!.where ? `${first!.where}: ${first!.message}` : first!.message,
    refusals,
  );
};

/** The design of a document that was checked, or a refusal that names every place. */
export function designOf(checked: Checked): Design {
  if (checked.ok) return checked.design;
  throw refusedBy(checked.refusals);
}

/** A design that was checked, ready to be kept. */
export const ready = (
  design: Design,
  before: { readonly design: Design; readonly summary: Summary } | null = null,
): Admitted => ({ design, text: textOf(design), summary: summaryOf(design, before) });

function admitted(done: Done): Admitted {
  // Read again here where that takes a moment only: a design at hand is checked by what changes from then on.
  if (done.kind === 'admitted')
    return {
      text: done.text,
      summary: done.summary,
      design: done.text.length < LARGE ? (JSON.parse(done.text) as Design) : null,
    };
  if (done.kind === 'refused') throw refusedBy(done.refusals);
  if (done.kind === 'mismatch') throw mismatch(done.message);
  throw new Refused(400, 'ctp-invalid-json-body', 'the request’s body is not JSON');
}

export const mismatch = (message: string): Refused =>
  new Refused(422, 'patch-refused', `the change does not fit the stored design (${message}): send it whole`);

/** The large document of a request, not read yet. */
export class LargeDocument {
  constructor(readonly admitted: Admitted) {}
}

/** Reads a large request's body, away from other requests: its members, the design among them checked already. */
export async function readLargeBody(text: string): Promise<Record<string, unknown>> {
  const done = await inThread({ kind: 'body', text });
  if (done.kind !== 'body') return { design: new LargeDocument(admitted(done)) };
  return { ...done.rest, design: new LargeDocument(admitted(done.design)) };
}

/** A request's document at the door: the core's schema and rules, or a refusal that names every place. */
export const admitDocument = (raw: unknown): Admitted =>
  raw instanceof LargeDocument ? raw.admitted : ready(designOf(checkDesign(raw)));

/** A stored document, brought to this version; null with the refusals when it cannot be read. */
export async function readStored(
  text: string,
): Promise<
  | { readonly ok: true; readonly stored: Admitted }
  | { readonly ok: false; readonly refusals: readonly Refusal[] }
> {
  if (text.length < LARGE) {
    const checked = checkDesign(JSON.parse(text));
    return checked.ok ? { ok: true, stored: ready(checked.design) } : checked;
  }
  const done = await inThread({ kind: 'document', text });
  return done.kind === 'refused'
    ? { ok: false, refusals: done.refusals }
    : { ok: true, stored: admitted(done) };
}

/** A large stored document, changed by a patch. */
export const patchLarge = async (text: string, patch: readonly PatchOperation[]): Promise<Admitted> =>
  admitted(await inThread({ kind: 'patch', text, patch }));

/** A kept document under another name; a large one is changed in the thread, like any other change of it. */
export const renamed = async ({ design, text }: Admitted, name: string): Promise<Admitted> =>
  design
    ? ready(edits.setName(design, name))
    : patchLarge(text, [{ op: 'replace', path: '/name', value: name }]);
