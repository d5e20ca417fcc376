import { useDesign } from '../../design/store.ts';
import { useRested } from '../../design/rested.ts';
import type { Weighed } from '../../design/weighedNow.ts';
import { weighedNow } from '../../design/weighedNow.ts';

/** The weight of the open design and how it hangs: quickly while it is dragged, in full when it rests. */
export function useWeighed(): Weighed {
  const design = useDesign();
  useRested((s) => s.design);
  return weighedNow(design);
}
