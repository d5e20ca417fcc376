import type { Opening, Point, Shape } from '@pelkin/core';
import { edits, isOf, moveOpening } from '@pelkin/core';
import type { KeyboardEvent } from 'react';
import { useBoardFrame } from '../../../board/BoardContext.ts';
import { pathDataOfPath } from '../../../board/pathDataOf.ts';
import { derive, useDerived } from '../../../design/derived.ts';
import { onBoardKey } from '../../../design/boardKeys.ts';
import { nudgeGesture } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { useDrag } from '../../../design/useDrag.ts';
import { GuardTools } from './GuardTools.tsx';
import { useChosenInLayout } from '../chosen.ts';
import type { Flip } from '../../../board/view.ts';

const HOLD_PIXELS = 12;
const tenth = (v: number): number => Math.round(v * 10) / 10;

const turnOf = (o: Opening): readonly [number, number] => {
  const a = (o.turn * Math.PI) / 180;
  return [Math.cos(a), Math.sin(a)];
};
const toLocal = (o: Opening, p: Point): Point => {
  const [c, s] = turnOf(o);
  const [x, y] = [p.x - o.at.x, p.y - o.at.y];
  return { x: c * x + s * y, y: -s * x + c * y };
};
const toBoard = (o: Opening, p: Point): Point => {
  const [c, s] = turnOf(o);
  return { x: o.at.x + c * p.x - s * p.y, y: o.at.y + s * p.x + c * p.y };
};

/** What can be pulled of a shape: where it stands in the opening's own frame, and the shape that a pull makes. */
function gripsOf(
  shape: Shape,
): readonly { readonly key: string; readonly at: Point; readonly pull: (to: Point) => Shape }[] {
  const size = (v: number): number => Math.max(0.5, tenth(2 * Math.abs(v)));
  if (shape.kind === 'circle')
    return [
      {
        key: 'across',
        at: { x: shape.diameter / 2, y: 0 },
        pull: (p) => ({ ...shape, diameter: size(Math.hypot(p.x, p.y)) }),
      },
    ];
  if (shape.kind === 'rect' || shape.kind === 'slot')
    return [
      { key: 'long', at: { x: shape.long / 2, y: 0 }, pull: (p) => ({ ...shape, long: size(p.x) }) },
      { key: 'wide', at: { x: 0, y: shape.wide / 2 }, pull: (p) => ({ ...shape, wide: size(p.y) }) },
    ];
  if (shape.kind === 'free')
    return shape.nodes.map((n, i) => ({
      key: `node ${i + 1}`,
      at: n,
      pull: (p) => ({
        ...shape,
        nodes: shape.nodes.map((m, k) => (k === i ? { ...m, x: tenth(p.x), y: tenth(p.y) } : m)),
      }),
    }));
  return [];
}

/** The sides (or nodes) of the chosen opening's steps, pulled. */
function Grips({ opening }: { opening: Opening }) {
  const { screen } = useBoardFrame();
  return (
    <>
      {opening.steps.flatMap((step, index) =>
        gripsOf(step.shape).map((grip) => {
          const at = toBoard(opening, { x: grip.at.x + step.at.x, y: grip.at.y + step.at.y });
          const { x, y } = screen(at);
          return (
            <Grip
              key={`${index} ${grip.key}`}
              id={opening.id}
              index={index}
              name={grip.key}
              at={at}
              x={x}
              y={y}
            />
          );
        }),
      )}
    </>
  );
}

function Grip(props: { id: string; index: number; name: string; at: Point; x: number; y: number }) {
  const { id, index, name, at, x, y } = props;
  const drag = useDrag(() => ({
    at,
    take: () => undefined,
    move: (to, gesture) =>
      void useDesignStore.getState().edit(
        `pulled ${name} of an opening`,
        (d) => {
          const now = d.openings.find((o) => o.id === id);
          const step = now?.steps[index];
          if (!now || !step) return d;
          const local = toLocal(now, to);
          const grip = gripsOf(step.shape).find((g) => g.key === name);
          return grip
            ? edits.changeStep(d, id, index, {
                shape: grip.pull({ x: local.x - step.at.x, y: local.y - step.at.y }),
              })
            : d;
        },
        gesture,
      ),
  }));
  return (
    <g className="node" data-grip={`${index} ${name}`} {...drag}>
      <circle className="node-area" cx={x} cy={y} r={HOLD_PIXELS} />
      <path className="node-mark" d={`M${x} ${y - 5.5}l5.5 5.5l-5.5 5.5l-5.5 -5.5z`} />
    </g>
  );
}

function onKey(event: KeyboardEvent, id: string, flip: Flip): void {
  const { edit, design } = useDesignStore.getState();
  const opening = design?.openings.find((o) => o.id === id);
  if (!opening) return;
  const { chooseOpening, toggleOpening } = useChosenInLayout.getState();
  const tidy = (v: number): number => Number(v.toFixed(2));
  onBoardKey(event, flip, {
    nudge: (by) =>
      void edit(
        `nudged ${opening.name}`,
        (d) =>
          moveOpening(
            d,
            id,
            { at: { x: tidy(opening.at.x + by.x), y: tidy(opening.at.y + by.y) } },
            derive(d).fits,
          ),
        nudgeGesture(`opening ${id}`),
      ),
    remove: () => {
      edit(`removed ${opening.name}`, (d) => edits.removeOpening(d, id));
      chooseOpening(null);
    },
    choose: (oneMore) => (oneMore ? toggleOpening(id) : chooseOpening(id)),
    leave: () => chooseOpening(null),
  });
}

/** Openings on the board: chosen, slid, their sides and nodes pulled. */
export function OpeningTools() {
  const design = useDesign();
  const { layout } = useDerived();
  const { matrix, flip, view } = useBoardFrame();
  const chosen = useChosenInLayout((s) => s.opening);
  const several = useChosenInLayout((s) => s.openings);
  const drag = useDrag((event) => {
    const id =
      event.target instanceof Element
        ? event.target.closest('[data-opening]')?.getAttribute('data-opening')
        : null;
    const opening = useDesignStore.getState().design?.openings.find((o) => o.id === id);
    if (!opening) return null;
    if (event.shiftKey) {
      useChosenInLayout.getState().toggleOpening(opening.id);
      event.stopPropagation();
      return null;
    }
    return {
      at: opening.at,
      take: () => useChosenInLayout.getState().chooseOpening(opening.id),
      move: (to, gesture, { altKey }) => {
        if (opening.steps[0]?.shape.kind === 'inset') return;
        const near = !altKey && Math.abs(to.y) * view.scale < 6;
        useDesignStore
          .getState()
          .edit(
            `moved ${opening.name}`,
            (d) =>
              moveOpening(
                d,
                opening.id,
                { at: { x: tenth(to.x), y: near ? 0 : tenth(to.y) } },
                derive(d).fits,
              ),
            gesture,
          );
      },
    };
  });
  const one = design.openings.find((o) => o.id === chosen);
  return (
    <>
      <g {...drag} data-testid="opening-targets">
        {design.openings.map((o) => (
          <g
            key={o.id}
            className={`part-target${several.includes(o.id) ? ' is-chosen' : ''}`}
            data-opening={o.id}
            tabIndex={0}
            role="button"
            aria-pressed={several.includes(o.id)}
            aria-label={o.name}
            onKeyDown={(event) => onKey(event, o.id, flip)}
            transform={matrix}
          >
            {layout.cuts
              .filter((c) => isOf(c, 'opening', o.id))
              .map((c) => (
                <path key={c.id} className="part-area" d={pathDataOfPath(c.path)} />
              ))}
          </g>
        ))}
      </g>
      <GuardTools />
      {one && several.length === 1 && <Grips opening={one} />}
    </>
  );
}
