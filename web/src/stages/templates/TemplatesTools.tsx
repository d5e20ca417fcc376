import type { Box, Point } from '@pelkin/core';
import { crosshairs, distance, planToTemplate, tapeUp } from '@pelkin/core';
import { useMemo } from 'react';
import { useBoardFrame } from '../../board/BoardContext.ts';
import { useSeen } from '../seen.ts';
import { useDesign } from '../../design/store.ts';
import { useTrialPlan, useTryPrinter } from './tryPrinter.ts';

const tenth = (n: number): number => Math.round(n * 10) / 10;
const pathOf = (points: readonly Point[], closed: boolean): string =>
  `M${points.map((p) => `${tenth(p.x)} ${tenth(p.y)}`).join('L')}${closed ? 'Z' : ''}`;

/** A sheet's name stands so far inside its corner, px. */
const NAME_INSIDE = 34;

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
  const { plan } = useSeen();
  const { screen, flip } = useBoardFrame();
  const trial = useTryPrinter((s) => s.on);
  const hairs = useMemo(() => crosshairs(plan), [plan]);
  const back = planToTemplate(plan);
  // The plan is turned, corrected, and mirrored or turned over as the board is; the board shows the instrument itself.
  const place = (p: Point): Point => {
    const q = back(p);
    return screen({ x: flip.x * q.x, y: flip.y * q.y });
  };
  const corners = ({ minX, minY, maxX, maxY }: Box): readonly Point[] =>
    [
      { x: minX, y: maxY },
      { x: maxX, y: maxY },
      { x: maxX, y: minY },
      { x: minX, y: minY },
    ].map(place);
  const middle = ({ minX, minY, maxX, maxY }: Box): Point =>
    place({ x: (minX + maxX) / 2, y: (minY + maxY) / 2 });
  // A sheet's name stands in its outermost corner: there is least of the drawing, and no crosshair.
  const centre = plan.tiles.reduce(
    (sum, t) => {
      const m = middle(t.area);
      return { x: sum.x + m.x / plan.tiles.length, y: sum.y + m.y / plan.tiles.length };
    },
    { x: 0, y: 0 },
  );
  const nameAt = (area: Box): Point => {
    const m = middle(area);
    const far = corners(area).reduce((a, b) => (distance(b, centre) > distance(a, centre) + 1 ? b : a));
    const away = distance(far, m) || 1;
    return {
      x: far.x + ((m.x - far.x) / away) * NAME_INSIDE,
      y: far.y + ((m.y - far.y) / away) * NAME_INSIDE,
    };
  };
  const { overlap } = plan.grid;
  const printedAt = (column: number, row: number): boolean =>
    plan.printed.some((t) => t.column === column && t.row === row);
  const leftOut = plan.tiles.filter((t) => !t.printed);
  return (
    <g pointerEvents="none">
      {leftOut.map((t) => (
        <path key={t.label} className="tile-left-out" d={pathOf(corners(t.area), true)} />
      ))}
      {plan.printed.map((t) => {
        const at = nameAt(t.area);
        return (
          <g key={t.label} data-tile={t.label}>
            {printedAt(t.column + 1, t.row) && (
              <path
                className="overlap"
                d={pathOf(corners({ ...t.area, minX: t.area.maxX - overlap }), true)}
              />
            )}
            {printedAt(t.column, t.row + 1) && (
              <path
                className="overlap"
                d={pathOf(corners({ ...t.area, minY: t.area.maxY - overlap }), true)}
              />
            )}
            <path className="tile" d={pathOf(corners(t.area), true)} />
            <text className="tile-label" x={at.x} y={at.y + 8} textAnchor="middle">
              {t.label}
            </text>
          </g>
        );
      })}
      {leftOut.map((t) => {
        const at = middle(t.area);
        return (
          <text key={t.label} className="figure quiet" x={at.x} y={at.y} textAnchor="middle">
            {t.label} left out, empty
          </text>
        );
      })}
      {hairs.map(({ at }, i) => {
        const p = place(at);
        return (
          <g key={`${at.x},${at.y}`}>
            <path className="crosshair" d={`M${p.x - 6} ${p.y}h12M${p.x} ${p.y - 6}v12`} />
            <text className="figure quiet" x={p.x + 5} y={p.y - 4}>
              {i + 1}
            </text>
          </g>
        );
      })}
      {trial && <AsPrinted />}
    </g>
  );
}
