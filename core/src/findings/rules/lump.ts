import { findLumps } from '../../outline/lumps.ts';
import type { Rule } from '../finding.ts';

export const lump: Rule = {
  id: 'lump',
  stage: 'outline',
  severity: 'look',
  unit: 'mm',
  limit: { name: 'lumpHeight', label: 'Lumps from', value: 0.15, unit: 'mm', min: 0.02, max: 2 },
  title: 'The edge has a lump',
  says: ({ measured }) => `A hand along the edge would feel a bump or dip of ${measured} here.`,
  remedy: 'Move or remove the nearest node until the curvature comb has one swing.',
  reads: ({ design, derived }) => [derived.path, design.outline],
  find: ({ design, derived }, least) =>
    findLumps(derived.path, least).map(({ at, height, segment }) => ({
      subject: design.outline.nodes[segment]!.id,
      where: at,
      measured: height,
    })),
};
