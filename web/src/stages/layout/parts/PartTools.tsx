import type { PartInPlace, PlacedPart, Point } from '@pelkin/core';
import { edgePlace, edits, formOf, moveOnBody, partInPlace, partName, squareOnEdge } from '@pelkin/core';
import type { KeyboardEvent } from 'react';
import { memo, useEffect, useMemo, useState } from 'react';
import { boardPixels, useBoardFrame } from '../../../board/BoardContext.ts';
import { pathDataOfPath } from '../../../board/pathDataOf.ts';
import { derive, useDerived } from '../../../design/derived.ts';
import { onBoardKey } from '../../../design/boardKeys.ts';
import { nudgeGesture } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { useDrag } from '../../../design/useDrag.ts';
import { placeWords } from '../../../shared/placeWords.ts';
import { useChosenInLayout } from '../chosen.ts';
import { removeParts } from '../copyChosen.ts';
import { layDown } from '../layDown.ts';
import { ReachArcs } from './PickingHand.tsx';
import { LiveDistances } from './LiveDistances.tsx';
import type { Flip } from '../../../board/view.ts';

/** Half the width of the area that takes hold of a part, px. */
const HOLD_PIXELS = 12;
/** Within so many pixels a dragged part takes its place on the centre line or a string. */
const SNAP_PIXELS = 6;

/** A part as it is called in the open design. */
const ownName = ({ id }: PlacedPart): string => partName(useDesignStore.getState().design?.parts ?? [], id);

/** A place in tenths of a mm, on the centre line when it is near to it. */
function snapped(p: Point, part: PlacedPart, scale: number, free: boolean): Point {
  const tenth = (v: number): number => Math.round(v * 10) / 10;
  if (free) return { x: tenth(p.x), y: tenth(p.y) };
  const near = (y: number): boolean => Math.abs(p.y - y) * scale < SNAP_PIXELS;
  if (near(0)) return { x: tenth(p.x), y: 0 };
  if (part.spec.kind === 'bridge-single') {
    const { design } = useDesignStore.getState();
    const line = design && derive(design).stringPlan.lines.find((l) => near(l.saddle.y));
    if (line) return { x: tenth(p.x), y: Number(line.saddle.y.toFixed(2)) };
  }
  return { x: tenth(p.x), y: tenth(p.y) };
}

/** Puts parts so that the one that leads stands at a place; in the edge it slides along it and turns with it. */
function moveTo(part: PlacedPart, ids: readonly string[], to: Point, gesture: string): void {
  const { edit } = useDesignStore.getState();
  if (part.face === 'edge' && ids.length === 1) {
    edit(
      `moved ${ownName(part)}`,
      (d) => {
        const seat = squareOnEdge(derive(d).path, to);
        return seat ? edits.changePart(d, part.id, seat) : d;
      },
      gesture,
    );
    return;
  }
  edit(
    ids.length > 1 ? `moved ${ids.length} parts` : `moved ${ownName(part)}`,
    (d) => {
      const now = d.parts.find((p) => p.id === part.id);
      return now ? moveOnBody(d, ids, { x: to.x - now.at.x, y: to.y - now.at.y }, derive(d).path) : d;
    },
    gesture,
  );
}

/** A part's own area and the place that takes hold of it, in the instrument frame; `pixel` is that of the screen, mm. */
const PartTarget = memo(function PartTarget(props: {
  placed: PartInPlace;
  pixel: number;
  isChosen: boolean;
  label: string;
}) {
  const { placed: laid, pixel, isChosen, label } = props;
  const { x, y } = laid.part.at;
  const arm = 4 * pixel;
  return (
    <g
      className={`part-target${isChosen ? ' is-chosen' : ''}`}
      data-part={laid.part.id}
      tabIndex={0}
      role="button"
      aria-pressed={isChosen}
      aria-label={label}
    >
      {laid.footprint.map((path, i) => (
        <path key={i} className="part-area" d={pathDataOfPath(path)} />
      ))}
      <circle className="node-area" cx={x} cy={y} r={HOLD_PIXELS * pixel} />
      <path className="part-mark" d={`M${x - arm} ${y}h${2 * arm}M${x} ${y - arm}v${2 * arm}`} />
    </g>
  );
});

function partOfEvent(event: { target: EventTarget }): PlacedPart | null {
  const id =
    event.target instanceof Element ? event.target.closest('[data-part]')?.getAttribute('data-part') : null;
  return useDesignStore.getState().design?.parts.find((p) => p.id === id) ?? null;
}

function onKey(event: KeyboardEvent, flip: Flip): void {
  const part = partOfEvent(event);
  if (!part) return;
  const { edit } = useDesignStore.getState();
  const chosen = useChosenInLayout.getState();
  const ids = chosen.parts.includes(part.id) ? chosen.parts : [part.id];
  const words = ids.length > 1 ? `${ids.length} parts` : ownName(part);
  onBoardKey(event, flip, {
    nudge: (by) => {
      if (!chosen.parts.includes(part.id)) chosen.choose(part.id);
      edit(
        `nudged ${words}`,
        (d) => moveOnBody(d, ids, by, derive(d).path),
        nudgeGesture(`part ${ids.join(' ')}`),
      );
    },
    remove: () => removeParts(ids, `removed ${words}`),
    choose: (oneMore) => (oneMore ? chosen.toggle(part.id) : chosen.choose(part.id)),
    leave: () => chosen.choose(null),
    copy: () => {
      const { design } = useDesignStore.getState();
      chosen.copy(design?.parts.filter((p) => ids.includes(p.id)) ?? []);
    },
  });
}

/** The part that is carried from the shelf: shown under the pointer, laid down where it is let go. */
function CarriedPart() {
  const carried = useChosenInLayout((s) => s.carried)!;
  const { board, size, matrix, screen } = useBoardFrame();
  const design = useDesign();
  const [at, setAt] = useState<Point | null>(null);
  const ghost = useMemo(() => {
    if (!at) return null;
    const edge = carried.face === 'edge' ? edgePlace(derive(design).path, at) : null;
    const part: PlacedPart = {
      id: 'carried',
      spec: carried.spec,
      face: carried.face,
      at: { x: edge?.at.x ?? at.x, y: edge?.at.y ?? at.y },
      turn: edge?.inward ?? 0,
      z: 0,
      tilt: 0,
      group: null,
    };
    return partInPlace(part, design.body.thickness);
  }, [at, carried, design]);
  useEffect(() => {
    const onEscape = (event: globalThis.KeyboardEvent): void => {
      if (event.key === 'Escape') useChosenInLayout.getState().carry(null);
    };
    window.addEventListener('keydown', onEscape);
    return () => window.removeEventListener('keydown', onEscape);
  }, []);
  const drop = (p: Point): void => {
    const near = Math.abs(screen(p).y - screen({ x: p.x, y: 0 }).y) < SNAP_PIXELS;
    const tenth = (v: number): number => Math.round(v * 10) / 10;
    layDown(carried.spec, carried.face, { x: tenth(p.x), y: near ? 0 : tenth(p.y) });
  };
  return (
    <>
      {ghost && (
        <g className="carried" transform={matrix} pointerEvents="none" data-testid="carried">
          {[...ghost.footprint, ...ghost.cuts.filter((c) => c.role !== 'screw').map((c) => c.path)].map(
            (path, i) => (
              <path key={i} d={pathDataOfPath(path)} />
            ),
          )}
        </g>
      )}
      <rect
        className="carry-area"
        data-testid="carry-area"
        width={size.width}
        height={size.height}
        onPointerDown={(event) => event.button === 0 && event.stopPropagation()}
        onPointerMove={(event) => setAt(board(boardPixels(event, event.currentTarget)))}
        onPointerUp={(event) => {
          event.stopPropagation();
          drop(board(boardPixels(event, event.currentTarget)));
        }}
      />
    </>
  );
}

/** Parts on the board: chosen, dragged with live distances, nudged, laid down from the shelf; pasted with Ctrl V. */
export function PartTools() {
  const { layout } = useDerived();
  const { units } = useDesign();
  const { view, flip, matrix } = useBoardFrame();
  const chosen = useChosenInLayout((s) => s.parts);
  const carrying = useChosenInLayout((s) => s.carried !== null);
  useEffect(() => {
    const onPaste = (event: globalThis.KeyboardEvent): void => {
      if (event.key !== 'v' || !(event.ctrlKey || event.metaKey)) return;
      if (event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName))
        return;
      const { copied } = useChosenInLayout.getState();
      if (copied.length === 0) return;
      event.preventDefault();
      const ids: string[] = [];
      useDesignStore
        .getState()
        .edit(copied.length > 1 ? `pasted ${copied.length} parts` : `pasted ${copied[0]!.spec.name}`, (d) =>
          copied.reduce((now, p) => {
            const added = edits.addPart(now, p.spec, p.face, { x: p.at.x - 8, y: p.at.y - 8 }, p.turn, {
              z: p.z,
              tilt: p.tilt,
            });
            ids.push(added.id);
            return added.design;
          }, d),
        );
      useChosenInLayout.getState().chooseAll(ids);
    };
    window.addEventListener('keydown', onPaste);
    return () => window.removeEventListener('keydown', onPaste);
  }, []);
  const drag = useDrag((event) => {
    const part = partOfEvent(event);
    if (!part) return null;
    const state = useChosenInLayout.getState();
    if (event.shiftKey) {
      state.toggle(part.id);
      event.stopPropagation();
      return null;
    }
    const ids = state.parts.includes(part.id) ? state.parts : [part.id];
    return {
      at: part.at,
      take: () => useChosenInLayout.getState().chooseAll(ids),
      move: (to, gesture, { altKey }) => moveTo(part, ids, snapped(to, part, view.scale, altKey), gesture),
    };
  });
  // Small parts lie on top: a knob over a cover can be taken hold of.
  const ordered = useMemo(() => {
    const sizeOf = (p: PartInPlace): number => {
      const [first] = formOf(p.part.spec).footprint;
      if (!first) return 0;
      return first.shape.kind === 'circle'
        ? first.shape.diameter
        : first.shape.kind === 'free'
          ? 500
          : first.shape.long + first.shape.wide;
    };
    return [...layout.parts].sort((a, b) => sizeOf(b) - sizeOf(a));
  }, [layout.parts]);
  return (
    <>
      <g transform={matrix} onKeyDown={(event) => onKey(event, flip)} {...drag} data-testid="part-targets">
        {ordered.map((p) => (
          <PartTarget
            key={p.part.id}
            placed={p}
            pixel={1 / view.scale}
            isChosen={chosen.includes(p.part.id)}
            label={`${p.name}, ${placeWords(p.part.at, units)}`}
          />
        ))}
      </g>
      {chosen.length === 1 && <LiveDistances id={chosen[0]!} />}
      <ReachArcs />
      {carrying && <CarriedPart />}
    </>
  );
}
