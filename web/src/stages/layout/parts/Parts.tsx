import { useChosenInLayout } from '../chosen.ts';
import { usePicked } from '../../../design/derived.ts';
import { ChosenPart } from './ChosenPart.tsx';
import { PartList } from './PartList.tsx';
import { SeveralParts } from './SeveralParts.tsx';
import { PickingHand } from './PickingHand.tsx';
import { Shelf } from './Shelf.tsx';

/** Parts: the shelf, what is laid down, and the particulars of what is chosen. */
export function Parts() {
  const chosen = useChosenInLayout((s) => s.parts);
  const there = usePicked((d) => d.parts.filter((p) => chosen.includes(p.id)).length);
  return (
    <>
      <Shelf />
      {there === 1 && <ChosenPart id={chosen.at(-1)!} key={chosen.at(-1)} />}
      {there > 1 && <SeveralParts />}
      <PartList />
      <PickingHand />
    </>
  );
}
