import { pathCrossings } from '../../geometry/crossings.ts';
import type { Rule } from '../finding.ts';

export const doubled: Rule = {
  id: 'outline-doubled',
  stage: 'outline',
  severity: 'stop',
  unit: 'mm',
  limit: null,
  title: 'The edge is doubled',
  says: ({ measured }) => `The outline runs over its own line for ${measured}: it would be cut twice.`,
  remedy: 'Remove the nodes of one of the two lines.',
  reads: ({ design, derived }) => [derived.path, design.outline],
  find: ({ derived }) => {
    const { doubled: found } = pathCrossings(derived.path);
    return found ? [{ subject: 'outline', where: found.at, measured: found.length }] : [];
  },
};
