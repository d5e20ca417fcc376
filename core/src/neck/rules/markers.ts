import { rule } from '../../design/rule.ts';

/** Of the room between two frets, a marker may take this share and not run into their slots. */
const ROOM = 0.95;

export const markerOverFret = rule({
  id: 'marker-over-fret',
  stage: 'neck',
  severity: 'look',
  unit: 'mm',
  limit: null,
  title: 'A marker runs into a fret',
  says: ({ measured, subject }) =>
    `The marker of fret ${subject} is larger than the ${measured} between its frets leave it: it cannot lie in their middle.`,
  remedy: 'Make the markers smaller, or leave out those near the end of the board.',
  reads: ['shaft', 'stringPlan'],
  find: ({ shaft: { markers }, stringPlan: { frets } }) =>
    markers.face !== 'dots'
      ? []
      : markers.frets.flatMap((n) => {
          const [fret, before] = [n, n - 1].map((k) => frets.find((f) => f.number === k));
          if (!fret || !before) return [];
          const room = before.x - fret.x;
          return markers.size > room * ROOM
            ? [{ subject: `${n}`, where: { x: (fret.x + before.x) / 2, y: 0 }, measured: room }]
            : [];
        }),
});
