import type { OutlineNode } from '@pelkin/core';
import { edits } from '@pelkin/core';
import { useBoardFrame } from '../board/BoardContext.ts';
import { useOnlyChosen } from './chosen.ts';
import { useDrag } from '../design/useDrag.ts';
import { HOLD_PIXELS, tidy } from './tidy.ts';
import { useDesign, useDrawnStore } from './drawn.ts';

function Handle({ node, side }: { node: OutlineNode; side: 'before' | 'after' }) {
  const { screen, view } = useBoardFrame();
  const handle = node[side] ?? { x: 0, y: 0 };
  const tip = { x: node.x + handle.x, y: node.y + handle.y };
  const drag = useDrag(() => ({
    at: tip,
    take: () => undefined,
    move: (to, gesture) => {
      const at = tidy(to, view.scale);
      useDrawnStore
        .getState()
        .edit(
          'pulled a handle',
          (d) => edits.setHandle(d, node.id, side, { x: at.x - node.x, y: at.y - node.y }),
          gesture,
        );
    },
  }));
  const [from, p] = [screen(node), screen(tip)];
  return (
    <g className="node" data-handle={side} {...drag}>
      <line className="handle-arm" x1={from.x} y1={from.y} x2={p.x} y2={p.y} />
      <circle className="node-area" cx={p.x} cy={p.y} r={HOLD_PIXELS} />
      <path className="node-mark" d={`M${p.x} ${p.y - 5.5}l5.5 5.5l-5.5 5.5l-5.5 -5.5z`} />
    </g>
  );
}

/** The handles of the chosen corner or smooth node, pulled like nodes. */
export function Handles() {
  const { outline } = useDesign();
  const chosen = useOnlyChosen();
  const node = outline.nodes.find((n) => n.id === chosen);
  if (!node || node.kind === 'fair') return null;
  return (
    <>
      {node.before && <Handle node={node} side="before" />}
      {node.after && <Handle node={node} side="after" />}
    </>
  );
}
