import type { Design, DisplayUnit, OutlineNode, Point } from '@pelkin/core';
import { edits, formatLength } from '@pelkin/core';
import type { KeyboardEvent } from 'react';
import { memo, useMemo } from 'react';
import { useBoardFrame } from '../board/BoardContext.ts';
import { onBoardKey } from '../design/boardKeys.ts';
import { nudgeGesture } from '../design/lengths.ts';
import { useChosen } from './chosen.ts';
import { nodeName, placeWords } from '../shared/placeWords.ts';
import { useDrag } from '../design/useDrag.ts';
import { HOLD_PIXELS, tidy } from './tidy.ts';
import type { Flip } from '../board/view.ts';
import type { Origin } from './drawn.ts';
import { useDesign, useDrawnStore, useOrigin } from './drawn.ts';

/** Within so many pixels of the centre line a dragged node takes its place on it. */
const SNAP_PIXELS = 6;

/**
 * One node: drawn again only when it, or its place on the screen, changes. Its marks stand at their places without a
 * transform: each would be a piece of its own to the browser.
 */
const NodeMark = memo(function NodeMark(props: {
  node: OutlineNode;
  index: number;
  x: number;
  y: number;
  isChosen: boolean;
  isTwin: boolean;
  isLinked: boolean;
  isDragged: boolean;
  units: DisplayUnit;
  origin: Origin;
}) {
  const { node, index, x, y, isChosen, isTwin, isLinked, isDragged, units, origin } = props;
  return (
    <g
      className={`node${isChosen ? ' is-chosen' : ''}${isTwin ? ' is-twin' : ''}`}
      data-node={node.id}
      tabIndex={0}
      role="button"
      aria-pressed={isChosen}
      aria-label={`${nodeName(index)}, ${node.kind}, ${placeWords({ x: node.x - origin.x, y: node.y }, units, origin)}${isLinked ? ', linked to its mirror' : ''}`}
    >
      <circle className="node-area" cx={x} cy={y} r={HOLD_PIXELS} />
      <circle className="node-ring" cx={x} cy={y} r={9} />
      {node.kind === 'corner' && <rect className="node-mark" x={x - 4.5} y={y - 4.5} width={9} height={9} />}
      {node.kind === 'smooth' && <path className="node-mark" d={`M${x} ${y - 6}l6 6l-6 6l-6 -6z`} />}
      {node.kind === 'fair' && <circle className="node-mark" cx={x} cy={y} r={4.8} />}
      {isLinked && <path className="node-link" d={`M${x - 8} ${y - 4}v8M${x + 8} ${y - 4}v8`} />}
      {node.pinned && <circle className="node-pin" cx={x} cy={y} r={2.2} />}
      {isDragged && (
        <text className="figure" x={x + 14} y={y - 12} pointerEvents="none">
          {formatLength(Math.abs(node.x - origin.x), units)} {node.x < origin.x ? origin.below : origin.above}
          , {formatLength(Math.abs(node.y), units)} {node.y < 0 ? 'treble' : 'bass'}
        </text>
      )}
    </g>
  );
});

/** The node that an event happened on, and its place in the order. */
function nodeOfEvent(event: { target: EventTarget }): { node: OutlineNode; index: number } | null {
  const id =
    event.target instanceof Element ? event.target.closest('[data-node]')?.getAttribute('data-node') : null;
  const nodes = useDrawnStore.getState().design?.outline.nodes ?? [];
  const index = nodes.findIndex((n) => n.id === id);
  return index < 0 ? null : { node: nodes[index]!, index };
}

function onNodeKey(event: KeyboardEvent, flip: Flip): void {
  const found = nodeOfEvent(event);
  if (!found) return;
  const { node, index } = found;
  const { edit } = useDrawnStore.getState();
  const { ids, choose, toggle } = useChosen.getState();
  onBoardKey(event, flip, {
    nudge: (by) => {
      const to = { x: Number((node.x + by.x).toFixed(4)), y: Number((node.y + by.y).toFixed(4)) };
      const several = ids.includes(node.id) && ids.length > 1;
      if (!several) choose(node.id);
      edit(
        several ? `nudged ${ids.length} nodes` : `nudged ${nodeName(index)}`,
        (d) => movedTo(d, several ? ids : [node.id], node, to),
        nudgeGesture(`node ${several ? ids.join(' ') : node.id}`),
      );
    },
    remove: () => {
      const gone = ids.includes(node.id) ? ids : [node.id];
      edit(gone.length > 1 ? `removed ${gone.length} nodes` : `removed ${nodeName(index)}`, (d) =>
        edits.removeNodes(d, gone),
      );
      choose(null);
    },
    choose: (oneMore) => (oneMore ? toggle(node.id) : choose(node.id)),
    leave: () => choose(null),
  });
}

/** What a drag or a nudge of a node moves: the node alone, or with it all that are chosen. */
function movedTo(design: Design, ids: readonly string[], node: OutlineNode, to: Point): Design {
  if (ids.length < 2) return edits.moveNode(design, node.id, to);
  const now = design.outline.nodes.find((n) => n.id === node.id)!;
  return edits.moveNodes(design, ids, { x: to.x - now.x, y: to.y - now.y });
}

export function Nodes() {
  const { outline, units } = useDesign();
  const origin = useOrigin();
  const dragging = useDrawnStore((s) => s.dragging);
  const { screen, view, flip } = useBoardFrame();
  const chosen = useChosen((s) => s.ids);
  const twins = useMemo(
    () => new Set(chosen.flatMap((id) => edits.twinOf(outline, id) ?? [])),
    [chosen, outline],
  );
  const linked = useMemo(() => new Set(outline.mirror.flat()), [outline.mirror]);
  const drag = useDrag((event) => {
    const found = nodeOfEvent(event);
    if (!found) return null;
    const { node, index } = found;
    if (event.shiftKey) {
      useChosen.getState().toggle(node.id);
      event.stopPropagation();
      return null;
    }
    const before = useChosen.getState().ids;
    const group = before.includes(node.id) && before.length > 1 ? before : [node.id];
    return {
      at: node,
      take: () => useChosen.getState().chooseAll(group),
      move: (to, gesture, { altKey }) => {
        const near = !altKey && Math.abs(to.y) * view.scale < SNAP_PIXELS;
        const place = tidy(near ? { x: to.x, y: 0 } : to, view.scale);
        useDrawnStore
          .getState()
          .edit(
            group.length > 1 ? `moved ${group.length} nodes` : `moved ${nodeName(index)}`,
            (d) => movedTo(d, group, node, place),
            gesture,
          );
      },
    };
  });
  return (
    <g
      onFocus={(event) => {
        const id = nodeOfEvent(event)?.node.id ?? null;
        // A press brings the focus too: it has chosen already, perhaps one more of several.
        if (id === null || !event.target.matches(':focus-visible')) return;
        if (!useChosen.getState().ids.includes(id)) useChosen.getState().choose(id);
      }}
      onKeyDown={(event) => onNodeKey(event, flip)}
      onDoubleClick={(event) => event.stopPropagation()}
      {...drag}
    >
      {outline.nodes.map((node, index) => {
        const { x, y } = screen(node);
        const isChosen = chosen.includes(node.id);
        return (
          <NodeMark
            key={node.id}
            node={node}
            index={index}
            x={x}
            y={y}
            isChosen={isChosen}
            isTwin={!isChosen && twins.has(node.id)}
            isLinked={linked.has(node.id)}
            isDragged={isChosen && dragging && chosen.at(-1) === node.id}
            units={units}
            origin={origin}
          />
        );
      })}
    </g>
  );
}
