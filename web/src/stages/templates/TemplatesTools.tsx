import type { Point } from '@pelkin/core';
import { crosshairs, tapeUp } from '@pelkin/core';
import { useMemo } from 'react';
import { useBoardFrame } from '../../board/BoardContext.ts';
import { useDesk, usePlan } from './desk.ts';
import { useDesign } from '../../design/store.ts';
import { sheetPlaces } from './onBoard.ts';
import { useTrialPlan, useTryPrinter } from './tryPrinter.ts';

const tenth = (n: number): number => Math.round(n * 10) / 10;
const pathOf = (points: readonly Point[], closed: boolean): string =>
  `M${points.map((p) => `${tenth(p.x)} ${tenth(p.y)}`).join('L')}${closed ? 'Z' : ''}`;

/** What a simulated printer makes of the sheets, laid over the true drawing. */
function AsPrinted() {
  const plan = useTrialPlan();
  const { print } = useDesign();
  const printer = useTryPrinter((s) => s.printer);
  const { matrix, flip } = useBoardFrame();
  const { margins } = print;
  const lines = useMemo(() => {
    const hundredth = (n: number): number => Math.round(n * 100) / 100;
    return tapeUp(plan, margins, printer)
      .lines.map(
        (run) => `M${run.map((p) => `${hundredth(flip.x * p.x)} ${hundredth(flip.y * p.y)}`).join('L')}`,
      )
      .join('');
  }, [plan, margins, printer, flip]);
  return <path className="as-printed" data-testid="as-printed" transform={matrix} d={lines} />;
}

/** The sheets laid over the drawing: what is printed, what overlaps, where crosshairs stand, what is left out. */
export function TemplatesTools() {
  const plan = usePlan();
  const [desk] = useDesk();
  const frame = useBoardFrame();
  const trial = useTryPrinter((s) => s.on);
  const hairs = useMemo(() => crosshairs(plan), [plan]);
  const { place, corners } = sheetPlaces(plan, frame);
  const { overlap } = plan.grid;
  const printedAt = (column: number, row: number): boolean =>
    plan.printed.some((t) => t.column === column && t.row === row);
  const leftOut = plan.tiles.filter((t) => !t.printed);
  return (
    <g pointerEvents="none">
      {leftOut.map((t) => (
        <path key={t.label} className="tile-left-out" d={pathOf(corners(t.area), true)} />
      ))}
      {plan.printed.map((t) => (
        <g key={t.label} data-tile={t.label}>
          {printedAt(t.column + 1, t.row) && (
            <path className="overlap" d={pathOf(corners({ ...t.area, minX: t.area.maxX - overlap }), true)} />
          )}
          {printedAt(t.column, t.row + 1) && (
            <path className="overlap" d={pathOf(corners({ ...t.area, minY: t.area.maxY - overlap }), true)} />
          )}
          <path className="tile" d={pathOf(corners(t.area), true)} />
        </g>
      ))}
      {hairs.map(({ at }) => {
        const p = place(at);
        return (
          <path
            key={`${at.x},${at.y}`}
            className="crosshair"
            d={`M${p.x - 6} ${p.y}h12M${p.x} ${p.y - 6}v12`}
          />
        );
      })}
      {trial && desk === 'body' && <AsPrinted />}
    </g>
  );
}
