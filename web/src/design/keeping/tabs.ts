/**
 * Tabs of one browser: each has a name of its own, holds a lock while it has a design open, and tells the others when
 * that changes. A lock goes with its page, however it ends, so what is left behind by a tab that died is told apart.
 */
const REMEMBERED = 'pelkin-tab';

/** This page; a reloaded or duplicated page is another. */
export const TAB = crypto.randomUUID();
/** The page that stood in this tab before (or that this tab was duplicated from). */
export const TAB_BEFORE: string | null = (() => {
  try {
    const before = sessionStorage.getItem(REMEMBERED);
    sessionStorage.setItem(REMEMBERED, TAB);
    return before;
  } catch {
    return null;
  }
})();

const PREFIX = 'pelkin-design:';
const lockName = (design: string, tab: string): string => `${PREFIX}${design}:${tab}`;
const locks: LockManager | undefined = typeof navigator === 'undefined' ? undefined : navigator.locks;
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('pelkin-tabs');
const nudge = (): void => channel?.postMessage('changed');
const SAVED = 'saved:';
/** Says to the other tabs that the server holds a new state of a design. */
export const tellSaved = (design: string): void => channel?.postMessage(`${SAVED}${design}`);
/** Tells when another tab has saved a design. */
export const onSaved = (tell: (design: string) => void): void =>
  channel?.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
    if (typeof data === 'string' && data.startsWith(SAVED)) tell(data.slice(SAVED.length));
  });

/** Says that this tab has a design open, until the function given back is called. */
export function holdDesign(design: string): () => void {
  if (!locks) return () => undefined;
  let release: () => void = () => undefined;
  const held = new Promise<void>((done) => {
    release = done;
  });
  void locks
    .request(lockName(design, TAB), () => {
      nudge();
      return held;
    })
    .then(nudge, () => undefined);
  return release;
}

/** The tabs of this browser that have a design open, this one too. */
export async function tabsWith(design: string): Promise<readonly string[]> {
  const held = (await locks?.query())?.held ?? [];
  const prefix = lockName(design, '');
  return held.flatMap(({ name }) => (name?.startsWith(prefix) ? [name.slice(prefix.length)] : []));
}

/** A reloaded page's lock may outlive it by a moment. */
const GONE_WITHIN_MS = 500;
/** Whether the page that stood in this tab before is gone: it is not when this tab was duplicated from it. */
export async function isGone(design: string, tab: string): Promise<boolean> {
  if (!locks) return true;
  try {
    return await locks.request(
      lockName(design, tab),
      { signal: AbortSignal.timeout(GONE_WITHIN_MS) },
      async () => true,
    );
  } catch {
    return false;
  }
}

/** Tells when a tab may have opened or left a design. */
export function onTabs(tell: () => void): void {
  channel?.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
    if (data !== 'changed') return;
    tell();
    // A page that says that it goes holds its lock until it is gone.
    setTimeout(tell, GONE_WITHIN_MS);
  });
  window.addEventListener('pagehide', nudge);
  // A tab that died says nothing: whoever comes back to this one looks again.
  document.addEventListener('visibilitychange', tell);
}
