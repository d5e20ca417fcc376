import type { Box, DisplayUnit, Drawing, Point, SeenFrom } from '@pelkin/core';
import { distance } from '@pelkin/core';
import type { PointerEvent, ReactNode } from 'react';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import './board.css';
import { BoardChips } from './BoardChips.tsx';
import type { BoardFrame } from './BoardContext.ts';
import { FlipContext, boardPixels, frameOf } from './BoardContext.ts';
import type { Field } from './FieldCanvas.tsx';
import { FieldCanvas } from './FieldCanvas.tsx';
import type { PlacedWords } from './DrawingLayers.tsx';
import { DrawingPaths, DrawingWords } from './DrawingLayers.tsx';
import { Grid, RULER, Rulers } from './Rulers.tsx';
import type { SnapAt } from './TwoPointRuler.tsx';
import { RulerLine, RulerReading, setRulerEnd } from './TwoPointRuler.tsx';
import { useBoard } from './boardStore.ts';
import { OwnLayout } from '../shared/OwnLayout.tsx';
import { useStable } from '../shared/useStable.ts';
import type { Flip } from './view.ts';
import { toBoard, toScreen, viewMatrix } from './view.ts';

/** A press that moves less than this is a press, not a pan. */
const PRESS_PIXELS = 4;
/** Wheel steps to a factor: a mouse's notch (100) is about a fifth. */
const WHEEL_RATE = 0.0018;
const PINCH_RATE = 0.01;
/** The pointer’s place is told so much later, ms. */
const POINTER_LAG_MS = 30;

interface Props {
  readonly drawing: Drawing;
  readonly unit: DisplayUnit;
  readonly flip: Flip;
  /** What is in sight at first and after “fit”. */
  readonly fitTo: () => Box;
  readonly label: string;
  /** The face that is looked at, where the body can be turned over. */
  readonly from?: SeenFrom;
  readonly onTurnOver?: () => void;
  /** Pressed where nothing else lies. */
  readonly onPress?: (at: Point) => void;
  /** What lies under the drawing, which is then seen through. */
  readonly under?: ReactNode;
  /** A map between the paper and all lines. */
  readonly field?: Field | undefined;
  /** Words that the drawing's own give way to. */
  readonly words?: ((frame: BoardFrame) => readonly PlacedWords[]) | undefined;
  /** What a place is drawn to when it is measured to. */
  readonly snap?: SnapAt;
  /** Keeps what was measured as a line of its own. */
  readonly onKeepMeasure?: (kind: 'guide' | 'seam', from: Point, to: Point) => void;
  /** Whether presses set marks. */
  readonly marking?: boolean;
  readonly children?: ReactNode;
}

/** The drawing surface: to scale, with rulers, pan, and zoom to the pointer. Knows shapes, not stages. */
export function Board({
  drawing,
  unit,
  flip,
  fitTo,
  label,
  from,
  onTurnOver,
  onPress,
  under,
  field,
  words,
  snap,
  onKeepMeasure,
  marking,
  children,
}: Props) {
  const area = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const view = useBoard((s) => s.view);
  const size = useBoard((s) => s.size);
  const measuring = useBoard((s) => s.ruler !== null);
  const shownPlace = useBoard((s) => s.shownPlace);
  const { setSize, setPointer, zoom, pan, fit } = useBoard.getState();
  const [panning, setPanning] = useState(false);
  /** Where each hand or finger that holds the board is, in its pixels, and how far they have gone. */
  const held = useRef({ points: new Map<number, Point>(), moved: 0 });

  const [, drawAnew] = useState(false);
  useLayoutEffect(() => {
    const element = area.current!;
    let fitted = false;
    // Called with the page laid out and not yet painted.
    const watch = new ResizeObserver(() => {
      const { clientWidth: width, clientHeight: height } = element;
      setSize({ width, height });
      if (fitted || width === 0) return;
      fitted = true;
      fit(fitTo());
      // It does not lie as it was drawn: drawn again before anybody sees it.
      const now = useBoard.getState();
      if (now.view !== view || now.size !== size) drawAnew(true);
    });
    watch.observe(element);
    return () => watch.disconnect();
    // The first fit is to what is open then; later ones are requested.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [setSize, fit]);

  useEffect(() => {
    const element = svg.current!;
    const onWheel = (event: WheelEvent): void => {
      event.preventDefault();
      const sideways = Math.abs(event.deltaX) > 0 && !event.ctrlKey;
      if (sideways || event.shiftKey)
        pan(-event.deltaX, event.shiftKey && !sideways ? 0 : -event.deltaY, flip);
      else
        zoom(
          boardPixels(event, element),
          Math.exp(-event.deltaY * (event.ctrlKey ? PINCH_RATE : WHEEL_RATE)),
          flip,
        );
    };
    // React listens passively to the wheel; the page must not scroll or zoom beneath the board.
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [flip, pan, zoom]);

  // Told between the frames: figures that change with every one of them cannot be read, and cost it time.
  const told = useRef<{
    at: { clientX: number; clientY: number } | null;
    timer: ReturnType<typeof setTimeout> | undefined;
  }>({ at: null, timer: undefined });
  const tellPointer = (event: { clientX: number; clientY: number } | null): void => {
    told.current.at = event && { clientX: event.clientX, clientY: event.clientY };
    told.current.timer ??= setTimeout(() => {
      const { at } = told.current;
      told.current.timer = undefined;
      const now = useBoard.getState();
      if (svg.current) setPointer(at && toBoard(now.view, now.size, flip, boardPixels(at, svg.current)));
    }, POINTER_LAG_MS);
  };
  useEffect(() => {
    const { current } = told;
    return () => clearTimeout(current.timer);
  }, []);

  const onPointerDown = (event: PointerEvent<SVGSVGElement>): void => {
    if (event.button > 1) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    if (held.current.points.size === 0) held.current.moved = 0;
    held.current.points.set(event.pointerId, boardPixels(event, event.currentTarget));
    setPanning(true);
  };
  const onPointerMove = (event: PointerEvent<SVGSVGElement>): void => {
    tellPointer(event);
    const { points } = held.current;
    const before = points.get(event.pointerId);
    if (!before) return;
    const now = boardPixels(event, event.currentTarget);
    points.set(event.pointerId, now);
    const [dx, dy] = [now.x - before.x, now.y - before.y];
    held.current.moved += Math.abs(dx) + Math.abs(dy);
    const other = [...points].find(([id]) => id !== event.pointerId)?.[1];
    if (other) {
      // Two fingers: what lies under them stays under them.
      const apart = distance(before, other);
      const middle = { x: (before.x + other.x) / 2, y: (before.y + other.y) / 2 };
      if (apart > 0) zoom(middle, distance(now, other) / apart, flip);
      pan(dx / 2, dy / 2, flip);
    } else if (held.current.moved >= PRESS_PIXELS) pan(dx, dy, flip);
  };
  const onPointerUp = (event: PointerEvent<SVGSVGElement>): void => {
    const { points, moved } = held.current;
    if (!points.delete(event.pointerId) || points.size > 0) return;
    if (moved < PRESS_PIXELS) {
      useBoard.getState().showPlace(null);
      const at = toBoard(view, size, flip, boardPixels(event, event.currentTarget));
      if (useBoard.getState().ruler) setRulerEnd(at, snap);
      else onPress?.(at);
    }
    setPanning(false);
  };

  const onFit = useStable(() => fit(fitTo()));
  const ring = shownPlace && toScreen(view, size, flip, shownPlace);
  return (
    <OwnLayout as="main" ref={area} bg="paper" data-testid="board">
      <FlipContext.Provider value={flip}>
        {field && <FieldCanvas field={field} view={view} size={size} flip={flip} />}
        <svg
          ref={svg}
          className={`board${panning ? ' is-panning' : ''}${under ? ' see-through' : ''}${marking || measuring ? ' is-marking' : ''}${field ? ' over-field' : ''}`}
          role="group"
          aria-label={label}
          onPointerDown={onPointerDown}
          onPointerMove={onPointerMove}
          onPointerUp={onPointerUp}
          onPointerCancel={onPointerUp}
          onPointerLeave={() => tellPointer(null)}
        >
          <defs>
            <pattern
              id="left-out"
              width="9"
              height="9"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <line x1="0" y1="0" x2="0" y2="9" stroke="var(--chakra-colors-rule)" strokeWidth="3" />
            </pattern>
          </defs>
          <Grid view={view} size={size} flip={flip} unit={unit} />
          {under}
          <g transform={viewMatrix(view, size, flip)}>
            <DrawingPaths drawing={drawing} />
          </g>
          <DrawingWords
            first={words?.(frameOf(view, size, flip)) ?? []}
            drawing={drawing}
            view={view}
            size={size}
            flip={flip}
          />
          {children}
          {measuring && <RulerLine snap={snap} />}
          {ring && <circle className="place-ring" cx={ring.x} cy={ring.y} r={17} data-testid="shown-place" />}
        </svg>
        {measuring && <RulerReading unit={unit} snap={snap} onKeep={onKeepMeasure} inset={RULER} />}
        <Rulers view={view} size={size} flip={flip} unit={unit} />
        <BoardChips
          unit={unit}
          flip={flip}
          onFit={onFit}
          inset={RULER}
          {...(onTurnOver ? { from, onTurnOver } : {})}
        />
      </FlipContext.Provider>
    </OwnLayout>
  );
}
