import type { Point } from '@pelkin/core';
import { crossSection, figureAndUnit } from '@pelkin/core';
import type { PointerEvent } from 'react';
import { useMemo } from 'react';
import { boardPixels, useBoardFrame } from '../../board/BoardContext.ts';
import { useDerived } from '../../design/derived.ts';
import { useDesign } from '../../design/store.ts';
import { useFreeDrag } from '../../shared/useFreeDrag.ts';
import { useCut } from './chosen.ts';
import { useCutLine } from './cutLine.ts';
import type { Lie } from './SectionMarks.tsx';
import { DropHandle, Figures } from './SectionMarks.tsx';

const HOLD_PIXELS = 12;
/** Room over and under the section, mm; the board’s chips lie below it, px. */
const ABOVE_MM = 12;
const BELOW_MM = 8;
const CHIPS = 50;
const HEAD = 22;

function End({ end, at, other }: { end: 'from' | 'to'; at: Point; other: Point }) {
  const { screen, board } = useBoardFrame();
  const { x, y } = screen(at);
  const drag = useFreeDrag((event) => {
    const to = board(boardPixels(event, event.currentTarget));
    const line = end === 'from' ? { from: to, to: other } : { from: other, to };
    if (Math.hypot(to.x - other.x, to.y - other.y) > 5) useCut.getState().setLine(line);
  });
  return (
    <g className="node" data-section-end={end} {...drag}>
      <circle className="node-area" cx={x} cy={y} r={HOLD_PIXELS} />
      <circle className="section-end" cx={x} cy={y} r={9} />
      <text className="section-letter" x={x} y={y + 4} textAnchor="middle" pointerEvents="none">
        {end === 'from' ? 'A' : 'B'}
      </text>
    </g>
  );
}

/** The section line over the body, moved as a whole by itself, turned by its ends. */
function CutLine() {
  const { from, to } = useCutLine();
  const { screen, view, flip } = useBoardFrame();
  const [a, b] = [screen(from), screen(to)];
  const at = useCut((s) => s.at);
  const drag = useFreeDrag(({ movementX, movementY }) => {
    const by = { x: (flip.x * movementX) / view.scale, y: (-flip.y * movementY) / view.scale };
    useCut.getState().setLine({
      from: { x: from.x + by.x, y: from.y + by.y },
      to: { x: to.x + by.x, y: to.y + by.y },
    });
  });
  const long = Math.hypot(to.x - from.x, to.y - from.y);
  const p =
    at === null
      ? null
      : screen({ x: from.x + ((to.x - from.x) * at) / long, y: from.y + ((to.y - from.y) * at) / long });
  return (
    <g data-testid="section-line">
      <line className="section-line" x1={a.x} y1={a.y} x2={b.x} y2={b.y} />
      <line className="section-hold" x1={a.x} y1={a.y} x2={b.x} y2={b.y} {...drag} />
      {p && <circle className="ruler-snapped" cx={p.x} cy={p.y} r={5} />}
      <End end="from" at={from} other={to} />
      <End end="to" at={to} other={from} />
    </g>
  );
}

/** The true section along the line, under the board and to its scale: wood, what is cut, what lies in it. */
function SectionView() {
  const design = useDesign();
  const { carved, layout } = useDerived();
  const { view, size } = useBoardFrame();
  const { from, to } = useCutLine();
  const at = useCut((s) => s.at);
  const cut = useMemo(() => crossSection(carved, layout, from, to), [carved, layout, from, to]);
  const s = view.scale;
  const { thickness } = design.body;
  const height = Math.min(size.height * 0.4, HEAD + (ABOVE_MM + thickness + BELOW_MM) * s);
  const top = size.height - height - CHIPS;
  const zero = top + HEAD + Math.min(ABOVE_MM * s, height * 0.35);
  const left = size.width / 2 - (cut.length * s) / 2;
  const X = (along: number): number => left + along * s;
  const Z = (z: number): number => zero - z * s;
  const lie: Lie = { X, Z, scale: s };
  const words = (mm: number): string => {
    const { figure, unit } = figureAndUnit(mm, design.units);
    return `${figure} ${unit}`;
  };
  const pieceData = (piece: (typeof cut.pieces)[number]): string =>
    `M${[...piece.top, ...[...piece.bottom].reverse()]
      .map(([u, z]) => `${X(u).toFixed(1)} ${Z(z).toFixed(1)}`)
      .join('L')}Z`;
  const here = at === null ? null : cut.woodAt(at);
  // Of a body of two pieces, runs of both: where the first begins and the last ends.
  const ends = [...cut.pieces].map((p) => [p.top[0]!, p.top.at(-1)!] as const);
  const first = ends.map(([a]) => a).sort((a, b) => a[0] - b[0])[0];
  const last = ends.map(([, b]) => b).sort((a, b) => b[0] - a[0])[0];
  const point = (event: PointerEvent<SVGElement>): void =>
    useCut.getState().point((boardPixels(event, event.currentTarget).x - left) / s);
  return (
    <g data-testid="section-view">
      <clipPath id="section-clip">
        <rect x="0" y={top} width={size.width} height={height} />
      </clipPath>
      <rect
        className="side-sheet"
        x="0"
        y={top}
        width={size.width}
        height={height + CHIPS}
        onPointerMove={point}
        onPointerLeave={() => useCut.getState().point(null)}
      />
      <g clipPath="url(#section-clip)" pointerEvents="none">
        <text className="figure" x="36" y={top + 15}>
          {here === null
            ? `Section A to B, to the board’s scale: ${words(thickness)} thick`
            : `${words(here)} of wood, ${words(at!)} from A`}
        </text>
        {cut.pieces.map((piece, i) => (
          <path
            key={i}
            className={piece.of === 'front' ? 'section-wood section-front' : 'section-wood'}
            d={pieceData(piece)}
          />
        ))}
        {cut.bores.map((b, i) => (
          <path
            key={i}
            className="section-bore"
            d={`M${b.outline.map(([along, z]) => `${X(along)} ${Z(z)}`).join('L')}Z`}
          >
            <title>{b.name}</title>
          </path>
        ))}
        {cut.parts.map((p, i) => (
          <rect
            key={i}
            className="section-part"
            x={X(p.from)}
            y={Z(p.high)}
            width={Math.max(1, (p.to - p.from) * s)}
            height={Math.max(1, (p.high - p.low) * s)}
          >
            <title>{p.name}</title>
          </rect>
        ))}
        <Figures cut={cut} lie={lie} words={words} />
        <line className="section-flat" x1={X(0)} x2={X(cut.length)} y1={Z(0)} y2={Z(0)} />
        <line className="section-flat" x1={X(0)} x2={X(cut.length)} y1={Z(-thickness)} y2={Z(-thickness)} />
        {first && last && (
          <>
            <text
              className="section-letter is-free"
              x={X(first[0]) - 14}
              y={Z(-thickness / 2) + 4}
              textAnchor="middle"
            >
              A
            </text>
            <text
              className="section-letter is-free"
              x={X(last[0]) + 14}
              y={Z(-thickness / 2) + 4}
              textAnchor="middle"
            >
              B
            </text>
          </>
        )}
        {here !== null && at !== null && (
          <line className="section-here" x1={X(at)} x2={X(at)} y1={top + HEAD} y2={top + height} />
        )}
      </g>
      <DropHandle cut={cut} lie={lie} />
    </g>
  );
}

/** The section line and its section. */
export function SectionTools() {
  return (
    <>
      <SectionView />
      <CutLine />
    </>
  );
}
