import { expect, it } from 'vitest';
import { newDesign } from '../design/defaults.ts';
import * as edits from '../design/allEdits.ts';
import { designRefusals } from '../design/check.ts';
import { flattenPath, signedArea } from '../geometry/closedPath.ts';
import { solveOutline } from '../outline/solve.ts';
import { asHeadstock, fromHeadstock } from './headstockOutline.ts';

const design = newDesign('Skiff', 6, 641.3);
const with_ = (change: (d: typeof design) => typeof design, d = design) =>
  fromHeadstock(d, change(asHeadstock(d)));

it('a tool that changes nothing changes nothing, and the body stays as it is', () => {
  expect(with_((d) => d)).toBe(design);
  const moved = with_((d) => edits.moveNode(d, 'n7', { x: 641.3 + 175, y: 0 }));
  expect(moved.outline).toBe(design.outline);
  expect(moved.progress).toMatchObject({ neck: 'in progress' });
  expect(moved.headstock.outline.nodes[6]).toMatchObject({ x: 175, y: 0 });
  // Not touched: the same node, with its own numbers.
  expect(moved.headstock.outline.nodes[1]).toBe(design.headstock.outline.nodes[1]);
  expect(designRefusals(moved)).toEqual([]);
});

it('mirror links work there too', () => {
  const moved = with_((d) => edits.moveNode(d, 'n5', { x: 641.3 + 90, y: -38 }));
  const at = (id: string) => moved.headstock.outline.nodes.find((n) => n.id === id);
  expect([at('n5')?.y, at('n9')?.y]).toEqual([-38, 38]);
});

it('what was typed for its nodes is kept apart from the body’s', () => {
  const body = edits.rememberTyped(design, 'outline.n5.x', '3 in');
  const typed = with_((d) => edits.rememberTyped(d, 'outline.n5.x', '90 mm'), body);
  expect(typed.typed).toEqual({ 'outline.n5.x': '3 in', 'headstock.outline.n5.x': '90 mm' });
  expect(asHeadstock(typed).typed).toEqual({ 'outline.n5.x': '90 mm' });
  expect(with_((d) => edits.rememberTyped(d, 'outline.n5.x', null), typed).typed).toEqual({
    'outline.n5.x': '3 in',
  });
});

it('a plain paddle is a sound line as wide as the nut where it begins', () => {
  const path = solveOutline(design.headstock.outline.nodes);
  expect(signedArea(path)).toBeGreaterThan(4000);
  const points = flattenPath(path, 0.05);
  const atNut = points.filter((p) => p.x < 0.01).map((p) => p.y);
  expect(Math.max(...atNut)).toBeCloseTo(design.strings.nutWidth / 2, 6);
  // It grows from the nut on: no waist, no step.
  for (const p of points.filter((q) => q.x > 0.5 && q.x < 100))
    expect(Math.abs(p.y)).toBeGreaterThan(design.strings.nutWidth / 2 - 0.3);
});
