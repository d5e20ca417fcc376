import { pathCrossings } from '../../geometry/crossings.ts';
import type { Rule } from '../finding.ts';

export const crossing: Rule = {
  id: 'outline-crossing',
  stage: 'outline',
  severity: 'stop',
  unit: '',
  limit: null,
  title: 'The edge crosses itself',
  says: () => 'The outline runs over itself here: no tool can follow it.',
  remedy: 'Move the nodes beside the place apart, or remove one.',
  reads: ({ design, derived }) => [derived.path, design.outline],
  find: ({ design, derived }) =>
    pathCrossings(derived.path)
      .crossings.slice(0, 4)
      .map(({ at, segments }) => ({
        subject: design.outline.nodes[segments[0]]!.id,
        where: at,
        measured: null,
      })),
};
