import { findLumps } from '../lumps.ts';
import { rule } from '../../design/rule.ts';

export const lump = rule({
  id: 'lump',
  stage: 'outline',
  severity: 'look',
  unit: 'mm',
  limit: { name: 'lumpHeight', label: 'Lumps from', value: 0.15, unit: 'mm', min: 0.02, max: 2 },
  title: 'The edge has a lump',
  says: ({ measured }) => `A hand along the edge would feel a bump or dip of ${measured} here.`,
  remedy: 'Move or remove the nearest node until the curvature comb has one swing.',
  reads: ['outline', 'path'],
  find: ({ outline, path }, least) =>
    findLumps(path, least).map(({ at, height, segment }) => ({
      subject: outline.nodes[segment]!.id,
      where: at,
      measured: height,
    })),
});
