import type { Design, DisplayUnit, OutlineNode, Point } from '@pelkin/core';
import {
  LIMITS,
  addOnEdge,
  curvatureComb,
  edits,
  formatLength,
  nearestOnPath,
  rakedEdge,
} from '@pelkin/core';
import type { KeyboardEvent, MouseEvent, PointerEvent } from 'react';
import { Suspense, lazy, memo, useMemo, useState } from 'react';
import { boardPixels, useBoardFrame } from '../../board/BoardContext.ts';
import { dataOf } from '../../board/pathDataOf.ts';
import { toScreen } from '../../board/view.ts';
import { derive, useDerived } from '../../design/derived.ts';
import { useRested } from '../../design/rested.ts';
import { nudgeGesture } from '../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../design/store.ts';
import { useShown } from '../../shared/shown.ts';
import { useChosen, useOnlyChosen } from './chosen.ts';
import { ChooseByBox } from './ChooseByBox.tsx';
import { useDesk } from './desk.ts';
import { useFairing } from './fairing.ts';
import { placeWords, nodeName } from './placeWords.ts';
import { TemplateOnBoard } from './TemplateOnBoard.tsx';
import { useDrag } from './useDrag.ts';

const TraceTools = lazy(async () => ({ default: (await import('./TraceTools.tsx')).TraceTools }));

const JudgeTools = lazy(async () => ({ default: (await import('./JudgeTools.tsx')).JudgeTools }));

/** Comb: a tooth every so many mm, and the height, mm, of a tooth where the radius is 1 mm. */
const COMB_SPACING = 6;
const COMB_GAIN = 1500;
const COMB_LONGEST = 42;
/** Within so many pixels of the centre line a dragged node takes its place on it. */
const SNAP_PIXELS = 6;
/** Half the width of the area that takes hold of a node: 24 px across, whatever the zoom. */
const HOLD_PIXELS = 12;

/** A dragged place in figures that can be read back: tenths of a mm, hundredths when the board is near. */
function tidy(p: Point, scale: number): Point {
  const per = scale > 8 ? 100 : 10;
  const within = (v: number, { min, max }: { min: number; max: number }): number =>
    Math.min(max, Math.max(min, Math.round(v * per) / per));
  return { x: within(p.x, LIMITS['outline.x']), y: within(p.y, LIMITS['outline.y']) };
}

function Comb() {
  const { path } = useDerived();
  const { view, size, flip } = useBoardFrame();
  const runs = useMemo(() => curvatureComb(path, COMB_SPACING, COMB_GAIN, COMB_LONGEST), [path]);
  // In the board's own pixels: lines need no help there to keep their width.
  const drawn = useMemo(() => {
    const tenth = (n: number): number => Math.round(n * 10) / 10;
    const at = (p: Point): string => {
      const q = toScreen(view, size, flip, p);
      return `${tenth(q.x)} ${tenth(q.y)}`;
    };
    const teeth = runs.flat().map(({ foot, tip }) => `M${at(foot)}L${at(tip)}`);
    const edge = runs.map((run) => `M${run.map(({ tip }) => at(tip)).join('L')}`);
    return { teeth: teeth.join(''), edge: edge.join('') };
  }, [runs, view, size, flip]);
  return (
    <g pointerEvents="none" data-testid="comb">
      <path className="comb" d={drawn.teeth} />
      <path className="comb-edge" d={drawn.edge} />
    </g>
  );
}

/** The edge itself: shows where a node would go, and puts one there on a double press. */
function Edge() {
  const { path, drawing } = useDerived();
  const { matrix, board, screen } = useBoardFrame();
  const edit = useDesignStore((s) => s.edit);
  const choose = useChosen((s) => s.choose);
  const [at, setAt] = useState<Point | null>(null);
  const outline = drawing.layers.find((l) => l.name === 'outline')?.marks[0];
  const d = outline?.kind === 'path' ? dataOf(outline) : '';
  const add = (event: MouseEvent<SVGElement>): void => {
    const place = nearestOnPath(path, board(boardPixels(event, event.currentTarget)));
    if (!place) return;
    let made = '';
    edit('added a node', (design) => {
      const added = addOnEdge(design, place.segment, Math.min(0.98, Math.max(0.02, place.t)));
      made = added.id;
      return added.design;
    });
    if (made) choose(made);
    setAt(null);
  };
  const follow = (event: PointerEvent<SVGElement>): void => {
    if (event.buttons) return;
    const place = nearestOnPath(path, board(boardPixels(event, event.currentTarget)));
    setAt(place?.at ?? null);
  };
  const dot = at && screen(at);
  return (
    <>
      <path
        className="edge-target"
        transform={matrix}
        d={d}
        vectorEffect="non-scaling-stroke"
        data-testid="edge"
        onPointerDown={(event) => event.button === 0 && event.stopPropagation()}
        onDoubleClick={add}
        onPointerMove={follow}
        onPointerLeave={() => setAt(null)}
      />
      {dot && <circle className="new-node" cx={dot.x} cy={dot.y} r="3" />}
    </>
  );
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** One node: drawn anew only when it, or its place on the screen, changes. */
const NodeMark = memo(function NodeMark(props: {
  node: OutlineNode;
  index: number;
  x: number;
  y: number;
  isChosen: boolean;
  isTwin: boolean;
  isDragged: boolean;
  units: DisplayUnit;
}) {
  const { node, index, x, y, isChosen, isTwin, isDragged, units } = props;
  return (
    <g
      className={`node${isChosen ? ' is-chosen' : ''}${isTwin ? ' is-twin' : ''}`}
      data-node={node.id}
      tabIndex={0}
      role="button"
      aria-pressed={isChosen}
      aria-label={`${nodeName(index)}, ${node.kind}, ${placeWords(node, units)}`}
      transform={`translate(${x} ${y})`}
    >
      <circle className="node-area" r={HOLD_PIXELS} />
      <circle className="node-ring" r={9} />
      {node.kind === 'corner' && <rect className="node-mark" x={-4.5} y={-4.5} width={9} height={9} />}
      {node.kind === 'smooth' && <path className="node-mark" d="M0 -6L6 0L0 6L-6 0Z" />}
      {node.kind === 'fair' && <circle className="node-mark" r={4.8} />}
      {node.pinned && <circle className="node-pin" r={2.2} />}
      {isDragged && (
        <text className="figure" x={14} y={-12} pointerEvents="none">
          {formatLength(Math.abs(node.x), units)} {node.x < 0 ? 'tailward' : 'nutward'},{' '}
          {formatLength(Math.abs(node.y), units)} {node.y < 0 ? 'treble' : 'bass'}
        </text>
      )}
    </g>
  );
});

/** The node that an event happened on, and its place in the order. */
function nodeOfEvent(event: { target: EventTarget }): { node: OutlineNode; index: number } | null {
  const id =
    event.target instanceof Element ? event.target.closest('[data-node]')?.getAttribute('data-node') : null;
  const nodes = useDesignStore.getState().design?.outline.nodes ?? [];
  const index = nodes.findIndex((n) => n.id === id);
  return index < 0 ? null : { node: nodes[index]!, index };
}

function onNodeKey(event: KeyboardEvent, flip: 1 | -1): void {
  const found = nodeOfEvent(event);
  if (!found) return;
  const { node, index } = found;
  const { edit } = useDesignStore.getState();
  const { choose } = useChosen.getState();
  const arrow = ARROWS[event.key];
  if (arrow) {
    event.preventDefault();
    const by = event.shiftKey ? 1 : event.altKey ? 0.01 : 0.1;
    const to = {
      x: Number((node.x + flip * arrow[0] * by).toFixed(4)),
      y: Number((node.y + arrow[1] * by).toFixed(4)),
    };
    const { ids } = useChosen.getState();
    const several = ids.includes(node.id) && ids.length > 1;
    if (!several) choose(node.id);
    edit(
      several ? `nudged ${ids.length} nodes` : `nudged ${nodeName(index)}`,
      (d) =>
        several
          ? edits.moveNodes(d, ids, { x: to.x - node.x, y: to.y - node.y })
          : edits.moveNode(d, node.id, to),
      nudgeGesture(`node ${several ? ids.join(' ') : node.id}`),
    );
  } else if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault();
    const { ids } = useChosen.getState();
    const gone = ids.includes(node.id) ? ids : [node.id];
    edit(gone.length > 1 ? `removed ${gone.length} nodes` : `removed ${nodeName(index)}`, (d) =>
      edits.removeNodes(d, gone),
    );
    choose(null);
  } else if (event.key === 'Escape') choose(null);
  else if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault();
    if (event.shiftKey) useChosen.getState().toggle(node.id);
    else choose(node.id);
  }
}

/** What a drag of a node moves: the node alone, or with it all that are chosen. */
function movedTo(design: Design, ids: readonly string[], node: OutlineNode, to: Point): Design {
  if (ids.length < 2) return edits.moveNode(design, node.id, to);
  const now = design.outline.nodes.find((n) => n.id === node.id)!;
  return edits.moveNodes(design, ids, { x: to.x - now.x, y: to.y - now.y });
}

function Nodes() {
  const { outline, units } = useDesign();
  const dragging = useDesignStore((s) => s.dragging);
  const { screen, view, flip } = useBoardFrame();
  const chosen = useChosen((s) => s.ids);
  const twins = useMemo(
    () => new Set(chosen.flatMap((id) => edits.twinOf(outline, id) ?? [])),
    [chosen, outline],
  );
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
        useDesignStore
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
            isDragged={isChosen && dragging && chosen.at(-1) === node.id}
            units={units}
          />
        );
      })}
    </g>
  );
}

function Handle({ node, side }: { node: OutlineNode; side: 'before' | 'after' }) {
  const { screen, view } = useBoardFrame();
  const handle = node[side] ?? { x: 0, y: 0 };
  const tip = { x: node.x + handle.x, y: node.y + handle.y };
  const drag = useDrag(() => ({
    at: tip,
    take: () => undefined,
    move: (to, gesture) => {
      const at = tidy(to, view.scale);
      useDesignStore
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
function Handles() {
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

/** The body as its shadow: the eye judges the line alone. */
function Silhouette() {
  const { drawing } = useDerived();
  const { matrix } = useBoardFrame();
  const outline = drawing.layers.find((l) => l.name === 'outline')?.marks[0];
  return outline?.kind === 'path' ? (
    <path className="silhouette" data-testid="silhouette" transform={matrix} d={dataOf(outline)} />
  ) : null;
}

/** Lumps are drawn so many times as high in the raking view. */
const RAKED = 10;

/** The raking view while lumps are looked for: each one as high as a low light would show it, ringed. */
function Raking() {
  const path = useRested((s) => (s.design ? derive(s.design).path : null));
  const { screen } = useBoardFrame();
  const faired = useFairing((s) => s.faired);
  const lines = useMemo(() => (path ? rakedEdge(path, RAKED) : []), [path]);
  return (
    <g pointerEvents="none" data-testid="raking">
      {lines.map((line, i) => (
        <path
          key={i}
          className="raked"
          d={`M${line
            .map((p) => screen(p))
            .map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`)
            .join('L')}`}
        />
      ))}
      {faired?.before.map((l) => {
        const { x, y } = screen(l.at);
        return <circle key={`${l.at.x} ${l.at.y}`} className="lump-ring" cx={x} cy={y} r={14} />;
      })}
    </g>
  );
}

/** What is drawn and pulled in the Outline stage. */
export function OutlineTools() {
  const comb = useShown((s) => s.comb);
  const silhouette = useShown((s) => s.silhouette);
  const dragging = useDesignStore((s) => s.dragging);
  const looking = useFairing((s) => s.on);
  const [desk] = useDesk();
  return (
    <>
      {silhouette && <Silhouette />}
      {looking && <Raking />}
      {desk === 'trace' ? (
        <Suspense fallback={null}>
          <TraceTools />
        </Suspense>
      ) : (
        <>
          {comb && <Comb />}
          {desk === 'judge' && (
            <Suspense fallback={null}>
              <JudgeTools />
            </Suspense>
          )}
          {!dragging && <Edge />}
          {desk === 'draw' && <TemplateOnBoard />}
          <Handles />
          <Nodes />
          <ChooseByBox />
        </>
      )}
    </>
  );
}
