import type { Point } from '@pelkin/core';
import { boardHalfWidth } from '@pelkin/core';
import { useBoardFrame } from '../../board/BoardContext.ts';
import { useDerived } from '../../design/derived.ts';
import { useDesign } from '../../design/store.ts';

/** Names of the places that follow from the strings, beside them on the board. */
export function StringsTools() {
  const { strings } = useDesign();
  const { stringPlan } = useDerived();
  const { screen } = useBoardFrame();
  const above = (x: number, off = 14): Point => {
    const p = screen({ x, y: boardHalfWidth(strings, x, 'bass') });
    return { x: p.x, y: p.y - off };
  };
  const below = (x: number): Point => {
    const p = screen({ x, y: -boardHalfWidth(strings, x, 'treble') });
    return { x: p.x, y: p.y + 22 };
  };
  const bridge = screen({ x: 0, y: strings.bridgeSpread / 2 + 18 });
  const ends = [
    screen({ x: stringPlan.jointX, y: boardHalfWidth(strings, stringPlan.jointX, 'bass') }),
    screen({ x: stringPlan.jointX, y: -boardHalfWidth(strings, stringPlan.jointX, 'treble') }),
  ] as const;
  const label = (
    key: string,
    at: Point,
    words: string,
    quiet = false,
    anchor: 'middle' | 'start' = 'middle',
  ) => (
    <text key={key} className={`figure${quiet ? ' quiet' : ''}`} x={at.x} y={at.y} textAnchor={anchor}>
      {words}
    </text>
  );
  const numbered = stringPlan.frets.filter(
    (f) => [3, 5, 7, 9, 12, 15, 19, 24].includes(f.number) && f.number !== strings.jointFret,
  );
  return (
    <g pointerEvents="none">
      <line
        x1={ends[0].x}
        y1={ends[0].y - 9}
        x2={ends[1].x}
        y2={ends[1].y + 9}
        stroke="var(--chakra-colors-kelp)"
        strokeWidth="1.6"
      />
      {label('bridge', { x: bridge.x, y: bridge.y - 7 }, 'bridge line')}
      {label('nut', above(stringPlan.lines[0]!.nut.x), stringPlan.guide ? 'zero fret' : 'nut')}
      {label(
        'joint',
        { x: ends[0].x + 8, y: ends[0].y - 8 },
        `joint, fret ${strings.jointFret}`,
        false,
        'start',
      )}
      {numbered.map((f) => label(`fret-${f.number}`, below(f.treble.x), String(f.number), true))}
    </g>
  );
}
