import { pathCrossings } from '../../geometry/crossings.ts';
import { rule } from '../../design/rule.ts';

export const doubled = rule({
  id: 'outline-doubled',
  stage: 'outline',
  severity: 'stop',
  unit: 'mm',
  limit: null,
  title: 'The edge is doubled',
  says: ({ measured }) => `The outline runs over its own line for ${measured}: it would be cut twice.`,
  remedy: 'Remove the nodes of one of the two lines.',
  reads: ['path'],
  find: ({ path }) => {
    const { doubled: found } = pathCrossings(path);
    return found ? [{ subject: 'outline', where: found.at, measured: found.length }] : [];
  },
});
