import type { Guard, OutlineNode, Point } from '@pelkin/core';
import {
  addOnEdge,
  editGuardNodes,
  edits,
  moveGuardScrew,
  nearestOnPath,
  removeGuardScrew,
  solveOutline,
} from '@pelkin/core';
import type { KeyboardEvent, MouseEvent } from 'react';
import { useMemo } from 'react';
import { boardPixels, useBoardFrame } from '../../../board/BoardContext.ts';
import { pathDataOfPath } from '../../../board/pathDataOf.ts';
import { onBoardKey } from '../../../design/boardKeys.ts';
import { derive, useDerived } from '../../../design/derived.ts';
import { nudgeGesture } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { useDrag } from '../../../design/useDrag.ts';
import { useChosenInLayout } from '../chosen.ts';

const HOLD_PIXELS = 12;
const tenth = (v: number): number => Math.round(v * 10) / 10;
const hundredth = (v: number): number => Math.round(v * 100) / 100;

/** A node of a pickguard, pulled or nudged. */
function GuardNode({ guard, node, index }: { guard: string; node: OutlineNode; index: number }) {
  const { screen, flip } = useBoardFrame();
  const chosen = useChosenInLayout((s) => s.ofGuard?.guard === guard && s.ofGuard.node === node.id);
  const { chooseOfGuard } = useChosenInLayout.getState();
  const { x, y } = screen(node);
  const { edit } = useDesignStore.getState();
  const choose = (): void => chooseOfGuard({ guard, node: node.id });
  const drag = useDrag(() => ({
    at: node,
    take: choose,
    move: (to, gesture) =>
      void edit(
        'pulled a pickguard',
        (d) =>
          editGuardNodes(d, guard, (o) => edits.moveNode(o, node.id, { x: tenth(to.x), y: tenth(to.y) })),
        gesture,
      ),
  }));
  const onKey = (event: KeyboardEvent): void =>
    onBoardKey(event, flip, {
      nudge: (by) =>
        void edit(
          'nudged a pickguard',
          (d) => editGuardNodes(d, guard, (o) => edits.moveNodes(o, [node.id], by)),
          nudgeGesture(`guard ${guard} ${node.id}`),
        ),
      remove: () => {
        edit('removed a node of a pickguard', (d) =>
          editGuardNodes(d, guard, (o) => edits.removeNodes(o, [node.id])),
        );
        chooseOfGuard(null);
      },
      choose,
      leave: () => chooseOfGuard(null),
    });
  return (
    <g
      className={`node${chosen ? ' is-chosen' : ''}`}
      data-guard-node={`${guard} ${index}`}
      tabIndex={0}
      role="button"
      aria-pressed={chosen}
      aria-label={`node ${index + 1} of the pickguard`}
      onKeyDown={onKey}
      {...drag}
    >
      <circle className="node-area" cx={x} cy={y} r={HOLD_PIXELS} />
      {node.kind === 'corner' ? (
        <rect className="node-mark" x={x - 4} y={y - 4} width={8} height={8} />
      ) : (
        <circle className="node-mark" cx={x} cy={y} r={4.5} />
      )}
    </g>
  );
}

/** A handle of the chosen node, pulled. */
function Handle({ guard, node, side }: { guard: string; node: OutlineNode; side: 'before' | 'after' }) {
  const { screen } = useBoardFrame();
  const handle = node[side]!;
  const tip = { x: node.x + handle.x, y: node.y + handle.y };
  const drag = useDrag(() => ({
    at: tip,
    take: () => undefined,
    move: (to, gesture) =>
      void useDesignStore
        .getState()
        .edit(
          'pulled a handle of a pickguard',
          (d) =>
            editGuardNodes(d, guard, (o) =>
              edits.setHandle(o, node.id, side, { x: tenth(to.x - node.x), y: tenth(to.y - node.y) }),
            ),
          gesture,
        ),
  }));
  const [from, p] = [screen(node), screen(tip)];
  return (
    <g className="node" data-guard-handle={side} {...drag}>
      <line className="handle-arm" x1={from.x} y1={from.y} x2={p.x} y2={p.y} />
      <circle className="node-area" cx={p.x} cy={p.y} r={HOLD_PIXELS} />
      <path className="node-mark" d={`M${p.x} ${p.y - 5.5}l5.5 5.5l-5.5 5.5l-5.5 -5.5z`} />
    </g>
  );
}

/** A pickguard’s own line: a double press puts a node on it. */
function GuardLine({ guard }: { guard: Guard }) {
  const { matrix, board } = useBoardFrame();
  const line = useMemo(() => solveOutline(guard.nodes), [guard.nodes]);
  const add = (event: MouseEvent<SVGElement>): void => {
    const place = nearestOnPath(line, board(boardPixels(event, event.currentTarget)));
    if (!place) return;
    let made = '';
    useDesignStore.getState().edit('added a node to a pickguard', (d) =>
      editGuardNodes(d, guard.id, (o) => {
        const added = addOnEdge(o, place.segment, Math.min(0.98, Math.max(0.02, place.t)));
        made = added.id;
        return added.design;
      }),
    );
    if (made) useChosenInLayout.getState().chooseOfGuard({ guard: guard.id, node: made });
  };
  return (
    <path
      className="edge-target"
      transform={matrix}
      d={pathDataOfPath(line)}
      vectorEffect="non-scaling-stroke"
      data-testid={`guard-line-${guard.id}`}
      onPointerDown={(event) => event.button === 0 && event.stopPropagation()}
      onDoubleClick={add}
    />
  );
}

/** A screw of a pickguard: moved, it and the others are set by hand from then on. */
function GuardScrew({ guard, index, at }: { guard: string; index: number; at: Point }) {
  const { screen, flip } = useBoardFrame();
  const chosen = useChosenInLayout((s) => s.ofGuard?.guard === guard && s.ofGuard.screw === index);
  const { chooseOfGuard } = useChosenInLayout.getState();
  const { edit } = useDesignStore.getState();
  const { x, y } = screen(at);
  const choose = (): void => chooseOfGuard({ guard, screw: index });
  const moveTo = (to: Point, gesture: string): void =>
    void edit(
      'moved a screw of a pickguard',
      (d) => moveGuardScrew(d, guard, index, { x: hundredth(to.x), y: hundredth(to.y) }, derive(d).plates),
      gesture,
    );
  const drag = useDrag(() => ({
    at,
    take: choose,
    move: (to, gesture) => moveTo({ x: tenth(to.x), y: tenth(to.y) }, gesture),
  }));
  const onKey = (event: KeyboardEvent): void =>
    onBoardKey(event, flip, {
      nudge: (by) => moveTo({ x: at.x + by.x, y: at.y + by.y }, nudgeGesture(`screw ${guard} ${index}`)),
      remove: () => {
        edit('removed a screw of a pickguard', (d) => removeGuardScrew(d, guard, index, derive(d).plates));
        chooseOfGuard(null);
      },
      choose,
      leave: () => chooseOfGuard(null),
    });
  return (
    <g
      className={`node${chosen ? ' is-chosen' : ''}`}
      data-guard-screw={`${guard} ${index}`}
      tabIndex={0}
      role="button"
      aria-pressed={chosen}
      aria-label={`screw ${index + 1} of the pickguard`}
      onKeyDown={onKey}
      {...drag}
    >
      <circle className="node-area" cx={x} cy={y} r={HOLD_PIXELS - 3} />
      <circle className="node-mark" cx={x} cy={y} r={3.5} />
    </g>
  );
}

/** Pickguards on the board: their lines, nodes, handles and screws. */
export function GuardTools() {
  const { guards } = useDesign();
  const { plates } = useDerived();
  const ofGuard = useChosenInLayout((s) => s.ofGuard);
  return (
    <g data-testid="guard-tools">
      {guards.map((g) => {
        const chosen = ofGuard?.guard === g.id ? g.nodes.find((n) => n.id === ofGuard.node) : undefined;
        return (
          <g key={g.id}>
            <GuardLine guard={g} />
            {plates
              .find((p) => p.id === g.id)
              ?.screws.map((s, i) => (
                <GuardScrew key={i} guard={g.id} index={i} at={s.at} />
              ))}
            {g.nodes.map((n, i) => (
              <GuardNode key={n.id} guard={g.id} node={n} index={i} />
            ))}
            {chosen?.before && <Handle guard={g.id} node={chosen} side="before" />}
            {chosen?.after && <Handle guard={g.id} node={chosen} side="after" />}
          </g>
        );
      })}
    </g>
  );
}
