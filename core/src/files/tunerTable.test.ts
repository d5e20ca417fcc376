import { expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { createDeriver } from '../derived/derive.ts';
import { tunerTableCsv } from './csv.ts';

const derive = createDeriver();

it('every tuner is a row, its string counted from the treble side, its angles as the plan has them', () => {
  const { neckPlan } = derive(demo('windrow'));
  const [head, ...rows] = tunerTableCsv(neckPlan).trimEnd().split('\r\n');
  expect(head!.split(',')).toHaveLength(11);
  expect(rows.map((r) => r.split(',')[0])).toEqual(['1', '2', '3', '4', '5', '6']);
  const { tuner, breakAngle, path } = neckPlan.headstock.tuners[0]!;
  const first = rows[0]!.replace(/"[^"]*"/, 'tuner').split(',');
  expect(Number(first[2])).toBeCloseTo(tuner.at.x, 3);
  expect(Number(first[6])).toBeCloseTo((breakAngle! * 180) / Math.PI, 3);
  expect(Number(first[8])).toBeCloseTo(path!.length, 3);
});

it('is its head alone without tuners', () => {
  const { neckPlan } = derive({
    ...demo('windrow'),
    headstock: { ...demo('windrow').headstock, tuners: [] },
  });
  expect(tunerTableCsv(neckPlan).trimEnd().split('\r\n')).toHaveLength(1);
});
