import type { Box, Design, Point } from '@pelkin/core';
import { boxHeight, boxWidth } from '@pelkin/core';
import type { ReactNode } from 'react';
import { useLayoutEffect, useRef, useState } from 'react';
import type { ToPicture } from './shapes.ts';
import { arrowHead, line } from './shapes.ts';
import './figure.css';

/** Words of the picture are so tall, px. */
const WORDS_PX = 12.5;

/** How the picture is drawn: where a place lies on it, and how many mm a px is. */
export interface PictureFrame {
  readonly to: ToPicture;
  readonly mmPerPx: number;
  /** The matrix that lays the body plane on the picture, by how it is held. */
  readonly matrix: (place: (p: Point) => Point) => string;
}

/** A picture of a place, mm, y up, as large as its room; mirrored for a left-handed player. Its words are what it says to who cannot see it. */
export function Picture(props: {
  room: Box;
  handedness: Design['handedness'];
  label: string;
  /** px at its lower edge over which something else lies: the place is drawn above it. */
  covered?: number;
  children: (frame: PictureFrame) => ReactNode;
}) {
  const { room, handedness, label, covered = 0, children } = props;
  const svg = useRef<SVGSVGElement>(null);
  const [size, setSize] = useState({ width: 800, height: 680 });
  useLayoutEffect(() => {
    const element = svg.current!;
    const look = (): void => {
      const { width, height } = element.getBoundingClientRect();
      if (width > 0 && height > 0) setSize({ width, height });
    };
    look();
    const seen = new ResizeObserver(look);
    seen.observe(element);
    return () => seen.disconnect();
  }, []);
  const mmPerPx = Math.max(
    boxWidth(room) / size.width,
    boxHeight(room) / Math.max(100, size.height - covered),
  );
  const flip = handedness === 'left' ? -1 : 1;
  const to: ToPicture = ({ x, y }) => ({ x: flip * x, y: -y });
  const matrix = (place: (p: Point) => Point): string => {
    const [o, x, y] = [
      { x: 0, y: 0 },
      { x: 1, y: 0 },
      { x: 0, y: 1 },
    ].map((p) => to(place(p))) as [Point, Point, Point];
    return `matrix(${[x.x - o.x, x.y - o.y, y.x - o.x, y.y - o.y, o.x, o.y].join(' ')})`;
  };
  const [wide, tall] = [size.width * mmPerPx, size.height * mmPerPx];
  const middle = to({ x: (room.minX + room.maxX) / 2, y: (room.minY + room.maxY) / 2 });
  return (
    <svg
      ref={svg}
      className="figure-picture"
      width="100%"
      height="100%"
      viewBox={`${middle.x - wide / 2} ${middle.y - (tall - covered * mmPerPx) / 2} ${wide} ${tall}`}
      role="img"
      aria-label={label}
    >
      {children({ to, mmPerPx, matrix })}
    </svg>
  );
}

/** Words at a place of the picture; `by` moves them, px, to the right and down. */
export function Words(props: {
  frame: PictureFrame;
  at: Point;
  by?: readonly [number, number];
  anchor?: 'start' | 'middle' | 'end';
  children: string;
}) {
  const { frame, at, by = [0, 0], anchor = 'start', children } = props;
  const { x, y } = frame.to(at);
  return (
    <text
      className="figure-words"
      x={x + by[0] * frame.mmPerPx}
      y={y + by[1] * frame.mmPerPx}
      style={{ fontSize: `${WORDS_PX * frame.mmPerPx}px` }}
      strokeWidth={4 * frame.mmPerPx}
      textAnchor={anchor}
    >
      {children}
    </text>
  );
}

/** A force: an arrow from one place to another. */
export function Force(props: {
  frame: PictureFrame;
  from: Point;
  end: Point;
  kind: 'weight' | 'hand' | 'pull';
}) {
  const { frame, from, end, kind } = props;
  const [a, b] = [frame.to(from), frame.to(end)];
  return (
    <g data-force={kind}>
      <path d={line([a, b])} className={`figure-force ${kind}`} />
      <path d={arrowHead(a, b, 10 * frame.mmPerPx)} className={`figure-head ${kind}`} />
    </g>
  );
}

/** The centre of mass: quartered, as it is drawn in mechanics. */
export function CentreOfMass({ frame, at }: { frame: PictureFrame; at: Point }) {
  const { x, y } = frame.to(at);
  const r = 9 * frame.mmPerPx;
  return (
    <g data-part="centre">
      <circle
        cx={x}
        cy={y}
        r={r}
        fill="var(--chakra-colors-sheet)"
        stroke="var(--chakra-colors-ink)"
        strokeWidth={1.6 * frame.mmPerPx}
      />
      <path
        d={`M${x} ${y}L${x} ${y - r}A${r} ${r} 0 0 1 ${x + r} ${y}ZM${x} ${y}L${x} ${y + r}A${r} ${r} 0 0 1 ${x - r} ${y}Z`}
        fill="var(--chakra-colors-ink)"
      />
    </g>
  );
}
