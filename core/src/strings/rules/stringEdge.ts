import { boardEdge, yAt } from '../taper.ts';
import { rule } from '../../design/rule.ts';

export const stringEdge = rule({
  id: 'string-off-board',
  stage: 'strings',
  severity: 'look',
  unit: 'mm',
  limit: {
    name: 'stringToEdge',
    label: 'String from the board’s edge',
    value: 1.8,
    unit: 'mm',
    min: 0,
    max: 20,
  },
  title: 'A string runs near the board’s edge',
  says: ({ measured, limit, subject }) =>
    `The outer string of the ${subject} side comes to within ${measured} of the board’s edge; ${limit} keeps it from being pulled off.`,
  remedy: 'Take more margin at the nut or at the bridge, or less spread.',
  reads: ['stringPlan', 'strings'],
  find: ({ stringPlan, strings }, least) =>
    (['bass', 'treble'] as const).flatMap((side) => {
      const line = side === 'bass' ? stringPlan.lines[0]! : stringPlan.lines.at(-1)!;
      const edge = boardEdge(strings, side);
      // Straight lines both: the least lies at one end of the board.
      const ends = [line.start.x, Math.max(line.bridge.x, stringPlan.boardEndX)].map((x) => {
        const share = (x - line.bridge.x) / (line.nut.x - line.bridge.x);
        const y = line.bridge.y + (line.nut.y - line.bridge.y) * share;
        return { where: { x, y }, measured: Math.abs(yAt(edge, x)) - Math.abs(y) - line.gauge / 2 };
      });
      const worst = ends[1]!.measured < ends[0]!.measured ? ends[1]! : ends[0]!;
      return worst.measured < least ? [{ subject: side, ...worst }] : [];
    }),
});
