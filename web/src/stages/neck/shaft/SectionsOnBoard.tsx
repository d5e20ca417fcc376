import type { DisplayUnit, Point, Shaft } from '@pelkin/core';
import { fretAt, lengthWithUnit, sectionCurve, sectionSize } from '@pelkin/core';
import { useMemo } from 'react';
import { useBoardFrame } from '../../../board/BoardContext.ts';
import { useBoard } from '../../../board/boardStore.ts';
import { useDerived } from '../../../design/derived.ts';
import { useDesign } from '../../../design/store.ts';
import type { SectionPlaces } from './SectionGrips.tsx';
import { SectionGrips } from './SectionGrips.tsx';
import { ENLARGED, FIRST_ROW, ROW } from './room.ts';

/** Sections nearer to one another along the neck than this, mm, or than their words are long, stand in two rows. */
const BESIDE = 60 * ENLARGED;
/** A letter of their words is so wide, and they keep so far apart, px. */
const LETTER_PX = 7;
const GAP_PX = 10;

/** Width and depth of a section in words. */
const sizeWords = ({ width, thickness }: ReturnType<typeof sectionSize>, units: DisplayUnit): string =>
  `${lengthWithUnit(width, units, 1)} × ${lengthWithUnit(thickness, units, 1)}`;

interface Drawn {
  readonly key: string;
  readonly u: number;
  readonly words: string;
  readonly row: number;
  readonly isLive: boolean;
  /** Which of the typed sections it is; null for the one at the pointer. */
  readonly index: number | null;
}

/** One section, enlarged, under its place: board on top, the back below, with its width and depth. */
function SectionMark(props: {
  readonly shaft: Shaft;
  readonly board: number;
  readonly scale: number;
  readonly top: number;
  readonly drawn: Drawn;
}) {
  const { shaft, board, scale, top, drawn } = props;
  const { units } = useDesign();
  const { screen, flip } = useBoardFrame();
  const { u, row, words, isLive } = drawn;
  const x = scale - u;
  // The board’s face of each row at one height; v runs along x, so that the bass side lies nutward.
  // Under the neck as it is seen, upright: from the back its treble side is up.
  const [up, edge] = [flip.y, -flip.y * top];
  const face = -edge - up * (FIRST_ROW + row * ROW);
  const at = (v: number, w: number): Point =>
    screen({ x: x - ENLARGED * v, y: face + up * ENLARGED * (w - board) });
  const curve = sectionCurve(shaft, u);
  const size = sectionSize(shaft, u);
  const path = (points: readonly Point[]): string =>
    points.map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('');
  const back = path(curve.map(({ v, w }) => at(v, w)));
  const [a, b] = [curve[0]!.v, curve.at(-1)!.v];
  const wood = path([at(a, 0), at(a, board), at(b, board), at(b, 0)]);
  // The one at the pointer is marked across the neck: its lead would run through what stands above it.
  const [from, to] = isLive
    ? [screen({ x, y: edge }), screen({ x, y: -edge })]
    : [screen({ x, y: -edge - up * 4 }), screen({ x, y: face + up * 4 })];
  /** The same places on the board, and back: what is taken hold of. */
  const onBoard: SectionPlaces = {
    to: (v, w) => ({ x: x - ENLARGED * v, y: face + up * ENLARGED * (w - board) }),
    from: (p) => ({ v: (x - p.x) / ENLARGED, w: (p.y - face) / (up * ENLARGED) + board }),
  };
  const words1 = at(0, board);
  const words2 = at(0, -size.depth);
  return (
    <g className={`neck-section${isLive ? ' is-live' : ''}`} data-section={drawn.key}>
      <g pointerEvents="none">
        <line className="neck-section-lead" x1={from.x} y1={from.y} x2={to.x} y2={to.y} />
        <path className="neck-section-board" d={`${wood}Z`} />
        <path className="neck-section-wood" d={`${back}Z`} />
        <text className="figure" x={words1.x} y={words1.y - 6} textAnchor="middle">
          {words}, × {ENLARGED}
        </text>
        <text className="figure quiet" x={words2.x} y={words2.y + 20} textAnchor="middle">
          {sizeWords(size, units)}
          {isLive ? `, round ${lengthWithUnit(size.girth, units, 0)}` : ''}
        </text>
      </g>
      {drawn.index !== null && <SectionGrips index={drawn.index} shaft={shaft} u={u} places={onBoard} />}
    </g>
  );
}

/** The neck’s sections under it, each at its fret, and one at the pointer. */
export function SectionsOnBoard() {
  const { neck, units } = useDesign();
  const { neckPlan, stringPlan } = useDerived();
  const pointer = useBoard((s) => s.pointer);
  const { view } = useBoardFrame();
  const { shaft, heel, sections } = neckPlan;
  // Once for each neck: the pointer is followed.
  const letters = useMemo(
    () => Math.max(0, ...sections.map(({ u }) => sizeWords(sectionSize(shaft, u), units).length)),
    [shaft, sections, units],
  );
  const apart = Math.max(BESIDE, (LETTER_PX * letters + GAP_PX) / view.scale);
  const scale = stringPlan.centreScale;
  const top = Math.min(...stringPlan.board.map((p) => p.y));
  const rows: Drawn[] = [];
  sections.forEach(({ fret, u }, index) => {
    const last = rows.at(-1);
    const row = last && last.row === 0 && u - last.u < apart ? 1 : 0;
    const words = fret === 0 ? 'nut' : `fret ${fret}`;
    rows.push({ key: `${fret}`, u, row, words, isLive: false, index });
  });
  const at = pointer && scale - pointer.x;
  const live: Drawn | null =
    at !== null && at >= 0 && at <= heel.shaftEnd && Math.abs(pointer!.y) < 40
      ? { key: 'live', u: at, row: 1, words: fretAt(scale, at), isLive: true, index: null }
      : null;
  const all = live ? [...rows.filter((r) => r.row === 0 || Math.abs(r.u - live.u) > apart), live] : rows;
  return (
    <>
      {all.map((drawn) => (
        <SectionMark key={drawn.key} shaft={shaft} board={neck.board} scale={scale} top={top} drawn={drawn} />
      ))}
    </>
  );
}
