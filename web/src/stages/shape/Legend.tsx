import { figureAndUnit, woodAt } from '@pelkin/core';
import { useBoardFrame } from '../../board/BoardContext.ts';
import { useBoard } from '../../board/boardStore.ts';
import { usePicked } from '../../design/derived.ts';
import { useDesign } from '../../design/store.ts';
import { useAppearance } from '../../shared/appearance.ts';
import { colourOf } from './thickness.ts';
import { DARK, mapOf } from './useMap.ts';

const STEPS = 12;
const WIDE = 12;
const HIGH = 11;

/** The wood under the pointer. */
function Here({ x, y, words }: { x: number; y: number; words: (mm: number) => string }) {
  const pointer = useBoard((s) => s.pointer);
  const design = useDesign();
  const wood = pointer && woodAt(mapOf(design), pointer.x, pointer.y);
  return (
    <text className="figure" x={x} y={y} data-testid="wood-here">
      {wood === null ? '' : `here ${words(wood)}`}
    </text>
  );
}

/** What the colours of the map mean: from no wood to the full thickness, in words and numbers. */
export function Legend() {
  const { size } = useBoardFrame();
  const thickness = usePicked((d) => d.body.thickness);
  const units = usePicked((d) => d.units);
  const dark = useAppearance((s) => s.appearance === 'dark');
  const x = size.width - 84;
  // Under the board’s buttons.
  const y = 94;
  const words = (mm: number): string => {
    const { figure, unit } = figureAndUnit(mm, units);
    return `${figure} ${unit}`;
  };
  return (
    <g data-testid="thickness-legend" pointerEvents="none">
      <rect className="legend-sheet" x={x - 10} y={y - 22} width="88" height={STEPS * HIGH + 50} rx="3" />
      <text className="figure" x={x} y={y - 7}>
        wood left
      </text>
      {Array.from({ length: STEPS }, (_, i) => {
        const share = 1 - (i + 0.5) / STEPS;
        const [r, g, b] = colourOf(share);
        return (
          <rect
            key={i}
            x={x}
            y={y + i * HIGH}
            width={WIDE}
            height={HIGH}
            fillOpacity={dark ? DARK : 1}
            fill={`rgb(${Math.round(r)} ${Math.round(g)} ${Math.round(b)})`}
          />
        );
      })}
      {[0, 1 / 3, 2 / 3, 1].map((share) => (
        <text key={share} className="figure" x={x + WIDE + 5} y={y + share * STEPS * HIGH + 4}>
          {words(thickness * (1 - share))}
        </text>
      ))}
      <Here x={x - 4} y={y + STEPS * HIGH + 19} words={words} />
    </g>
  );
}
