import { readFileSync } from 'node:fs';
import type { Design } from '@pelkin/core';
import {
  buttonsOf,
  checkDesign,
  createDeriver,
  edits,
  hangingState,
  quickWeight,
  slabOf,
} from '@pelkin/core';
import type { Measured } from './measure.ts';
import { summed, times } from './measure.ts';

const demo = (name: string): Design => {
  const checked = checkDesign(
    JSON.parse(readFileSync(new URL(`../../demo/${name}.json`, import.meta.url), 'utf8')),
  );
  if (!checked.ok) throw new Error(`demo/${name}.json is no design`);
  return checked.design;
};

/** Weight, balance point and left-hand load: while a node is dragged, and once it rests. */
export async function measureBalance(): Promise<Measured[]> {
  const design = demo('windrow');
  const derive = createDeriver();
  const slab = (d: Design) => {
    const { path, layout } = derive(d);
    return slabOf(d, path, layout.cuts);
  };
  const rested = derive(design).weighed!;
  const atRest = slab(design);
  const node = design.outline.nodes[3]!;
  const moved = (i: number): Design =>
    edits.moveNode(design, node.id, { x: node.x + (i % 97) / 20, y: node.y + (i % 53) / 20 });
  const dragged = await times(200, (i) => {
    const next = moved(i);
    const weight = quickWeight(rested, atRest, slab(next));
    return hangingState(weight, buttonsOf(next.parts), next.player, next.strings)!.loads!.smooth;
  });
  const settled = await times(40, (i) => {
    const { hanging } = derive(moved(i));
    return hanging!.loads!.smooth;
  });
  // What takes longest of the demo: an arch, a glued-on front, a chamber and a pickguard that follow the outline.
  const arched = demo('skerry');
  const archedBy = createDeriver();
  const place = arched.outline.nodes[3]!;
  const slowest = await times(25, (i) => {
    const next = edits.moveNode(arched, place.id, { x: place.x + (i % 97) / 20, y: place.y });
    return archedBy(next).hanging!.loads!.smooth;
  });
  return [
    summed('weight and left-hand load, a node dragged, 95th percentile', 'ms', dragged, 16, 0.95),
    summed('the same in full once it rests', 'ms', settled, 60),
    summed('the same with an arch and a glued-on front', 'ms', slowest, 60),
  ];
}
