import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkDesign } from '../design/check.ts';
import { moveNode, removeNodes, setNodeKind } from '../design/nodeEdits.ts';
import type { Design } from '../design/schema.ts';
import { createDeriver } from '../derived/derive.ts';
import { findAll } from '../findings/index.ts';
import { addOnEdge } from '../outline/addOnEdge.ts';
import {
  addGuardScrew,
  editGuardNodes,
  moveGuardScrew,
  removeGuardScrew,
  spaceGuardScrews,
} from './guardEdits.ts';

const read = (name: string): Design => {
  const checked = checkDesign(
    JSON.parse(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8')),
  );
  if (!checked.ok) throw new Error(name);
  return checked.design;
};
const skerry = read('skerry');
const { id } = skerry.guards[0]!;
const derive = createDeriver();
const isGood = (d: Design) => checkDesign(JSON.parse(JSON.stringify(d))).ok;

describe('a pickguard’s nodes', () => {
  it('are moved, added, curved and removed as the outline’s are; the outline stays', () => {
    const [node] = skerry.guards[0]!.nodes;
    const moved = editGuardNodes(skerry, id, (d) => moveNode(d, node!.id, { x: 1, y: 2 }));
    expect(moved.guards[0]!.nodes[0]).toMatchObject({ x: 1, y: 2 });
    expect(moved.outline).toBe(skerry.outline);
    const added = editGuardNodes(skerry, id, (d) => addOnEdge(d, 0, 0.5).design);
    expect(added.guards[0]!.nodes).toHaveLength(skerry.guards[0]!.nodes.length + 1);
    const fair = editGuardNodes(added, id, (d) => setNodeKind(d, [node!.id], 'fair'));
    expect(fair.guards[0]!.nodes[0]!.kind).toBe('fair');
    const fewer = editGuardNodes(added, id, (d) => removeNodes(d, [node!.id]));
    expect(fewer.guards[0]!.nodes).toHaveLength(skerry.guards[0]!.nodes.length);
    for (const d of [moved, added, fair, fewer]) expect(isGood(d)).toBe(true);
    expect(editGuardNodes(skerry, 'none', (d) => d)).toBe(skerry);
  });
});

describe('a pickguard’s screws', () => {
  const { plates } = derive(skerry);
  const before = plates.find((p) => p.id === id)!.screws;
  it('one set by hand leaves the others where they are; spaced again they follow the edge', () => {
    const to = { x: before[0]!.at.x + 3, y: before[0]!.at.y };
    const moved = moveGuardScrew(skerry, id, 0, to, plates);
    const after = derive(moved).plates.find((p) => p.id === id)!.screws;
    expect(after).toHaveLength(before.length);
    after.forEach((s, i) => {
      const want = i === 0 ? to : before[i]!.at;
      expect(Math.hypot(s.at.x - want.x, s.at.y - want.y)).toBeLessThan(0.01);
    });
    expect(isGood(moved)).toBe(true);
    expect(addGuardScrew(moved, id, { x: 0, y: 0 }, plates).guards[0]!.screws).toHaveLength(
      before.length + 1,
    );
    expect(removeGuardScrew(moved, id, 1, plates).guards[0]!.screws).toHaveLength(before.length - 1);
    expect(derive(spaceGuardScrews(moved, id)).plates.find((p) => p.id === id)!.screws).toEqual(before);
  });
  it('under a knob, and beside an opening from either face, are found', () => {
    const found = (d: Design, rule: string) => findAll(d, derive(d)).filter((f) => f.rule === rule);
    expect(found(skerry, 'guard-screw-knob')).toEqual([]);
    const knob = derive(skerry).layout.parts.find((p) => p.form.knob && p.part.face === 'front')!;
    const under = addGuardScrew(skerry, id, knob.part.at, plates);
    expect(found(under, 'guard-screw-knob')[0]!.measured).toBeLessThan(0);
    const cavity = derive(skerry).layout.cuts.find((c) => c.role === 'cavity' && c.face === 'front');
    if (cavity) {
      const { box } = cavity.area;
      const beside = addGuardScrew(skerry, id, { x: box.maxX + 1, y: (box.minY + box.maxY) / 2 }, plates);
      expect(found(beside, 'guard-screw-wood').length).toBeGreaterThan(0);
    }
  });
});
