import type { Design, Point } from '@pelkin/core';
import {
  boxHeight,
  boxWidth,
  closedPathMark,
  growBox,
  mapPath,
  onPlan,
  pathBox,
  pathData,
  planStrings,
  polylineMark,
  solveOutline,
  unionBox,
} from '@pelkin/core';
import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { WORDS } from './words.ts';

/** Room round the instrument, mm. */
const ROOM = 12;
const down = ({ x, y }: Point): Point => ({ x, y: -y });

/** The lines of a design that is not begun yet: body, headstock, fingerboard with its frets, strings. */
function linesOf(design: Design) {
  const { strings, outline, headstock } = design;
  const body = solveOutline(outline.nodes);
  const head = mapPath(solveOutline(headstock.outline.nodes), onPlan(strings));
  const plan = planStrings(strings);
  const box = growBox(unionBox(pathBox(body), pathBox(head))!, ROOM);
  const line = (points: readonly Point[], closed = false): string =>
    pathData(polylineMark('line', 'note', points, closed), down);
  return {
    viewBox: `${box.minX} ${-box.maxY} ${boxWidth(box)} ${boxHeight(box)}`,
    wood: [body, head].map((path) => pathData(closedPathMark('wood', 'outline', path), down)).join(''),
    board: line(plan.board, true),
    strings: plan.lines.map((l) => line([l.nut, l.bridge])).join(''),
  };
}

/** The instrument that a form would create, drawn to scale as its numbers are typed. */
export function InstrumentPicture({ design }: { design: Design }) {
  const { viewBox, wood, board, strings } = useMemo(() => linesOf(design), [design]);
  return (
    <Box
      asChild
      w="full"
      h={{ base: '150px', lg: '260px' }}
      bg="paper"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="l2"
    >
      <svg viewBox={viewBox} role="img" aria-label={WORDS.theInstrumentWithTheseNumbers}>
        <path
          d={wood}
          fill="var(--chakra-colors-wood)"
          stroke="var(--chakra-colors-ink)"
          strokeWidth="1.8"
          vectorEffect="non-scaling-stroke"
        />
        <g fill="none" stroke="var(--chakra-colors-ink)" strokeWidth="0.8">
          <path d={board} fill="var(--chakra-colors-sheet)" vectorEffect="non-scaling-stroke" />
          <path d={strings} opacity="0.55" vectorEffect="non-scaling-stroke" />
        </g>
      </svg>
    </Box>
  );
}
