import { ChosenNode } from './ChosenNode.tsx';
import { ChosenSeveral } from './ChosenSeveral.tsx';
import { useChosen } from './chosen.ts';
import { usePicked } from './drawn.ts';

/** The chosen nodes that are still there. */
export function useChosenThere(): readonly string[] {
  const chosen = useChosen((s) => s.ids);
  const there = usePicked((d) => chosen.filter((id) => d.outline.nodes.some((n) => n.id === id)).join(' '));
  return there === '' ? [] : there.split(' ');
}

/** One chosen node, or several together; nothing without. */
export function ChosenNodes() {
  const ids = useChosenThere();
  if (ids.length === 1) return <ChosenNode id={ids[0]!} />;
  return ids.length > 1 ? <ChosenSeveral ids={ids} /> : null;
}
