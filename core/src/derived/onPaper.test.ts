import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { checkDesign } from '../design/check.ts';
import { editPrint } from '../design/edits.ts';
import { addPart, removeParts } from '../design/layoutEdits.ts';
import { createDeriver } from './derive.ts';

const checked = checkDesign(
  JSON.parse(readFileSync(new URL('../../../demo/skerry.json', import.meta.url), 'utf8')),
);
if (!checked.ok) throw new Error('the demo does not open');
const skerry = checked.design;
const derive = createDeriver();
const layer = (d: typeof skerry, name: string) => derive(d).template.layers.find((l) => l.name === name);

it('parts go on paper one by one; one that is removed is forgotten there', () => {
  const shown = editPrint(skerry, { show: { ...skerry.print.show, parts: true } });
  const [first] = shown.parts;
  const without = editPrint(shown, { without: [first!.id] });
  const ids = (d: typeof skerry) => layer(d, 'parts')!.marks.map((m) => m.id);
  expect(ids(shown).some((id) => id.startsWith(`part-${first!.id}-`))).toBe(true);
  expect(ids(without).some((id) => id.startsWith(`part-${first!.id}-`))).toBe(false);
  expect(ids(without).length).toBeGreaterThan(0);
  const gone = removeParts(without, [first!.id]);
  expect(gone.print.without).toEqual([]);
  // Its id is free again: the next part is on paper.
  expect(addPart(gone, first!.spec, first!.face, first!.at).design.print.without).toEqual([]);
});

it('a pickguard goes on the body’s sheets with its edge and screws, without what is cut out of it', () => {
  expect(layer(skerry, 'guards')).toBeUndefined();
  const shown = editPrint(skerry, { show: { ...skerry.print.show, guards: true } });
  const { marks } = layer(shown, 'guards')!;
  const { screws } = derive(shown).plates.find((p) => p.id === shown.guards[0]!.id)!;
  const circles = marks.flatMap((m) => (m.kind === 'path' && m.circle ? [m.circle.at] : []));
  expect(circles).toEqual(screws.map((s) => s.at));
  expect(marks.every((m) => m.kind === 'path' && m.ink !== 'opening')).toBe(true);
  expect(derive(shown).backTemplate.layers.some((l) => l.name === 'guards')).toBe(false);
});
