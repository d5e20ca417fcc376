import { closeDesign, openDesign } from './keeping/keeping.ts';
import { useDesignStore } from './store.ts';

/** The opening under way, or the one that failed: the page that comes takes it up where it stands. */
let opening: { readonly id: string; readonly work: Promise<void> } | null = null;

/**
 * Opens a design unless it is open or being opened already. Throws an ApiError when it cannot be opened;
 * one that failed is tried again only when it is wanted again.
 */
export function openOnce(id: string, again = false): Promise<void> {
  if (useDesignStore.getState().id === id) return Promise.resolve();
  if (opening?.id !== id || again) {
    const work = openDesign(id);
    work.catch(() => undefined);
    opening = { id, work };
  }
  return opening.work;
}

/** Leaves a design, unless another one took its place already. */
export function leaveDesign(id: string): void {
  const { id: open } = useDesignStore.getState();
  if (opening !== null && opening.id !== id) return;
  opening = null;
  if (open === id || open === '') closeDesign();
}

/** The page waits so long for a quick answer before it is shown waiting, ms. */
const QUICK_MS = 400;

/** Opens a design before its page is drawn, so that it is drawn once; a slow server does not hold the page up. */
export const openQuickly = (id: string): Promise<void> =>
  Promise.race([
    openOnce(id).catch(() => undefined),
    new Promise<void>((done) => {
      setTimeout(done, QUICK_MS);
    }),
  ]);
