import { describe, expect, it } from 'vitest';
import { demo } from '../../tests/findings.ts';
import { editDrill, editPlayer, editWeight, setWood } from '../design/balanceEdits.ts';
import { PENDING } from '../design/later.ts';
import { moveParts } from '../design/layoutEdits.ts';
import { editHeadstock, editShaft } from '../design/neckEdits.ts';
import { moveNode } from '../design/nodeEdits.ts';
import type { Design } from '../design/schema.ts';
import { createDeriver } from './derive.ts';

const windrow = demo('windrow');
const begun = () => {
  const derive = createDeriver(() => PENDING as never);
  const before = derive(windrow);
  // Each is read once, so that it is there to be kept.
  void [before.weighed, before.hanging, before.caseFit, before.neckSolid, before.neckFittings, before.layout];
  return { derive, before };
};
const node = windrow.outline.nodes[3]!;

/** A change, and what of the neck, the layout and the balance it leaves as the same objects. */
const CASES: readonly (readonly [string, (d: Design) => Design, readonly string[], readonly string[]])[] = [
  [
    'a node of the body moved',
    (d) => moveNode(d, node.id, { x: node.x + 1, y: node.y }),
    ['neckPlan', 'neckSolid', 'neckFittings', 'stringPlan'],
    ['weighed', 'hanging', 'layout'],
  ],
  [
    'another angle to play at',
    (d) => editPlayer(d, { angle: 31 }),
    ['weighed', 'layout', 'neckSolid', 'neckFittings', 'caseFit'],
    ['hanging'],
  ],
  [
    'another wood of the neck',
    (d) => setWood(d, 'neck', d.weight.woods.body),
    ['layout', 'neckSolid', 'neckPlan', 'neckFittings'],
    ['weighed', 'hanging'],
  ],
  [
    'more finish',
    (d) => editWeight(d, { finish: 90 }),
    ['layout', 'neckSolid', 'neckPlan', 'caseFit'],
    ['weighed', 'hanging'],
  ],
  [
    'another drill',
    (d) => editDrill(d, { bit: 90 }),
    ['weighed', 'hanging', 'layout', 'neckSolid', 'caseFit', 'neckFittings'],
    [],
  ],
  [
    'a thicker shaft',
    (d) => editShaft(d, { atFret1: d.shaft.atFret1 + 1 }),
    ['layout', 'stringPlan', 'walls'],
    ['weighed', 'neckSolid', 'hanging'],
  ],
  [
    'a headstock with more tilt',
    (d) => editHeadstock(d, { tilt: d.headstock.tilt + 2 }),
    ['layout', 'stringPlan', 'floors'],
    ['weighed', 'neckPlan', 'neckSolid'],
  ],
  [
    'a part moved',
    (d) => moveParts(d, ['p6'], { x: 1, y: 0 }),
    ['neckPlan', 'neckSolid', 'neckFittings', 'path', 'measures'],
    ['weighed', 'layout'],
  ],
];

describe('what follows from a design', () => {
  it.each(CASES)(
    '%s: what it does not touch is the same object, what it does is not',
    (_, change, same, other) => {
      const { derive, before } = begun();
      const after = derive(change(windrow)) as unknown as Record<string, unknown>;
      const old = before as unknown as Record<string, unknown>;
      for (const key of same) expect(after[key] === old[key], key).toBe(true);
      for (const key of other) expect(after[key] === old[key], key).toBe(false);
    },
  );
  it('gone back to is what it was', () => {
    const { derive, before } = begun();
    void derive(setWood(windrow, 'neck', windrow.weight.woods.body)).weighed;
    const again = derive({ ...windrow });
    expect(again.weighed).toBe(before.weighed);
    expect(again.hanging).toBe(before.hanging);
    expect(again.neckSolid).toBe(before.neckSolid);
  });
  it('is the same whatever was derived before it', () => {
    const { derive } = begun();
    const changed = moveParts(setWood(windrow, 'body', windrow.weight.woods.neck), ['p6'], { x: 4, y: 2 });
    const [warm, cold] = [derive(changed), createDeriver(() => PENDING as never)(changed)];
    expect(warm.weighed!.total).toEqual(cold.weighed!.total);
    expect(warm.weighed!.centre).toEqual(cold.weighed!.centre);
    expect(warm.hanging!.loads!.smooth).toEqual(cold.hanging!.loads!.smooth);
    expect(warm.caseFit).toEqual(cold.caseFit);
  });
});
