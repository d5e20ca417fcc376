import type { Point, SidePlace } from '@pelkin/core';
import { lengthWithUnit, sideView } from '@pelkin/core';
import { useMemo } from 'react';
import { useBoardFrame } from '../../../board/BoardContext.ts';
import { useDerived } from '../../../design/derived.ts';
import { useDesign } from '../../../design/store.ts';
import { Transitions } from './Transitions.tsx';
import { SIDE_DOWN } from './room.ts';

/** The whole instrument from the side, to scale, under its plan: headstock’s tilt, string line, neck angle, depths. */
export function SideOnBoard() {
  const design = useDesign();
  const { neckPlan, measures, stringPlan } = useDerived();
  const { screen, flip } = useBoardFrame();
  const { neck, headstock, units, body } = design;
  const view = useMemo(
    () => sideView(design, neckPlan, body.thickness, measures.box),
    [design, neckPlan, body.thickness, measures.box],
  );
  const half = Math.max(...stringPlan.board.map((p) => p.y));
  const onBoard = ({ x, z }: SidePlace): Point => ({ x, y: flip.y * (z - half - SIDE_DOWN) });
  const at = (place: SidePlace): Point => screen(onBoard(place));
  const line = (places: readonly SidePlace[], closed = false): string =>
    places
      .map(at)
      .map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`)
      .join('') + (closed ? 'Z' : '');
  const end = at(view.backEnd);
  const heel = at({ x: stringPlan.jointX, z: -body.thickness });
  const saddle = at(view.saddle);
  return (
    <g data-testid="side-elevation" className="side-elevation">
      <g pointerEvents="none">
        <path className="side-body" d={line(view.body, true)} />
        <path className="neck-section-wood" d={line(view.neck, true)} />
        <path className="neck-section-board" d={line(view.board, true)} />
        {view.strings.map((s, i) => (
          <path key={i} className="side-string" d={line(s)} />
        ))}
        <text className="figure" x={end.x} y={end.y + 16} textAnchor={flip.x === 1 ? 'end' : 'start'}>
          tilt {headstock.tilt}°
        </text>
        <text className="figure" x={heel.x} y={heel.y + 16} textAnchor="middle">
          heel {lengthWithUnit(neck.heel, units, 1)}, {lengthWithUnit(neck.depth, units, 1)} in the body
          {neck.angle === 0 ? '' : `, neck at ${neck.angle}°`}
        </text>
        <text className="figure" x={saddle.x} y={saddle.y - 10} textAnchor={flip.x === 1 ? 'start' : 'end'}>
          saddle {lengthWithUnit(view.saddle.z, units, 1)} over the face
        </text>
      </g>
      <Transitions ends={view.transitions} onBoard={onBoard} />
    </g>
  );
}
