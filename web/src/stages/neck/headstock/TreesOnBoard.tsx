import type { Headstock, Point } from '@pelkin/core';
import { edits } from '@pelkin/core';
import { useDerived } from '../../../design/derived.ts';
import { nudgeGesture } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { Grip } from '../Grip.tsx';

const hundredth = (v: number): number => Math.round(v * 100) / 100;

function TreeGrip({
  tree,
  index,
  scale,
}: {
  readonly tree: Headstock['trees'][number];
  readonly index: number;
  readonly scale: number;
}) {
  const name = `string tree ${index + 1}`;
  const move = (to: Point, gesture: string): void =>
    void useDesignStore
      .getState()
      .edit(
        `moved ${name}`,
        (d) => edits.changeTree(d, tree.id, { at: { x: hundredth(to.x), y: hundredth(to.y) } }),
        gesture,
      );
  return (
    <Grip
      grip={`tree ${tree.id}`}
      label={name}
      at={{ x: tree.at.x + scale, y: tree.at.y }}
      onMove={(to, gesture) => move({ x: to.x - scale, y: to.y }, gesture)}
      onNudge={(by) => move({ x: tree.at.x + by.x, y: tree.at.y + by.y }, nudgeGesture(name))}
    />
  );
}

/** String trees on the board, each taken hold of at its place. */
export function TreesOnBoard() {
  const { headstock } = useDesign();
  const { stringPlan } = useDerived();
  return (
    <>
      {headstock.trees.map((tree, i) => (
        <TreeGrip key={tree.id} tree={tree} index={i} scale={stringPlan.centreScale} />
      ))}
    </>
  );
}
