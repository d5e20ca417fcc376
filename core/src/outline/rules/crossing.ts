import { pathCrossings } from '../../geometry/crossings.ts';
import { rule } from '../../design/rule.ts';

export const crossing = rule({
  id: 'outline-crossing',
  stage: 'outline',
  severity: 'stop',
  unit: '',
  limit: null,
  title: 'The edge crosses itself',
  says: () => 'The outline runs over itself here: no tool can follow it.',
  remedy: 'Move the nodes beside the place apart, or remove one.',
  reads: ['outline', 'path'],
  find: ({ outline, path }) =>
    pathCrossings(path)
      .crossings.slice(0, 4)
      .map(({ at, segments }) => ({
        subject: outline.nodes[segments[0]]!.id,
        where: at,
        measured: null,
      })),
});
