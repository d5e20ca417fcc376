import { seatAt } from '../widthAt.ts';
import { boardHalfWidth } from '../../strings/taper.ts';
import { rule } from '../../design/rule.ts';

/** How far inside the body’s edge the seat is looked at, mm: past rounded corners of the pocket’s mouth. */
const INSIDE = [1, 5, 10] as const;

export const boardSeat = rule({
  id: 'board-wider-than-seat',
  stage: 'outline',
  severity: 'look',
  unit: 'mm',
  limit: {
    name: 'woodBesideBoard',
    label: 'Wood beside the fingerboard',
    value: 0,
    unit: 'mm',
    min: 0,
    max: 60,
  },
  title: 'The fingerboard is wider than the body there',
  says: ({ measured, limit, subject }) =>
    `On the ${subject} side the body reaches ${measured} past the board at the joint (below zero: the board overhangs); at least ${limit} is recommended.`,
  remedy: 'Move the seat’s nodes outward, or narrow the board.',
  reads: ['measures', 'path', 'strings'],
  find: ({ measures, path, strings }, least) => {
    const heel = measures.neck?.heelX;
    if (heel === undefined) return [];
    return (['bass', 'treble'] as const).flatMap((side) => {
      const places = INSIDE.flatMap((inside) => {
        const x = heel - inside;
        const seat = seatAt(path, x);
        const half = boardHalfWidth(strings, x, side);
        return seat ? [{ where: { x, y: side === 'bass' ? half : -half }, measured: seat[side] - half }] : [];
      });
      const [first, ...rest] = places;
      if (!first) return [];
      const worst = rest.reduce((a, b) => (b.measured < a.measured ? b : a), first);
      return worst.measured < least ? [{ subject: side, ...worst }] : [];
    });
  },
});
