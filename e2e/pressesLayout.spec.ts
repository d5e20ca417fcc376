import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import type { Design } from '@pelkin/core';
import { controlFits, createDeriver, edits } from '@pelkin/core';
import { Hand } from './hand.ts';
import { held, makeDesign, openStage, saved } from './help.ts';
import { WORDS as LAYOUT } from '../web/src/stages/layout/words.ts';

const windrow = JSON.parse(readFileSync(new URL('../demo/windrow.json', import.meta.url), 'utf8')) as Design;

test('all pots exchanged for another model, what follows told before: at most 5 presses', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Exchanged');
  const before = (await held(request, id)).design;
  await openStage(page, id, 'layout');
  const hand = new Hand(page);
  await hand.press(page.getByRole('list', { name: LAYOUT.placedParts }).getByText('Volume'));
  await hand.press(page.getByRole('button', { name: LAYOUT.exchange, exact: true }));
  const exchange = page.getByRole('region', { name: LAYOUT.exchangeIt });
  await hand.press(exchange.getByRole('radio', { name: 'All 2' }));
  await hand.choose(exchange.getByLabel(LAYOUT.exchangeFor, { exact: true }), 'Pot 16 mm, solid shaft');
  const follows = exchange.getByRole('list', { name: LAYOUT.whatFollows });
  await expect(follows).toContainText('16.5 mm × 16.5 mm, 11.0 mm deep');
  await expect(follows).toContainText('it is still called Volume');
  await hand.press(exchange.getByRole('button', { name: 'Exchange all 2' }));
  await saved(page);
  expect(hand.presses).toBeLessThanOrEqual(5);
  const { design } = await held(request, id);
  const pots = (d: typeof design) => d.parts.filter((p) => p.spec.kind === 'pot');
  expect(pots(design).map((p) => [p.id, p.at, p.spec.name])).toEqual(
    pots(before).map((p) => [p.id, p.at, p.spec.name]),
  );
  expect(pots(design).map((p) => p.spec.measures['body'])).toEqual([16.5, 16.5]);
  // A single undo restores all exchanged parts.
  await page.getByRole('button', { name: 'Undo: exchanged 2 parts' }).click();
  await saved(page);
  expect((await held(request, id)).design.parts).toEqual(before.parts);
});

test('a cavity with its cover round three controls that are there: at most 3 presses', async ({
  page,
  request,
}) => {
  const { parts } = windrow;
  const id = await makeDesign(request, 'Round', { parts, openings: [], runs: [] });
  await openStage(page, id, 'layout');
  const hand = new Hand(page);
  await hand.press(page.getByRole('tab', { name: 'Openings' }));
  await hand.press(page.getByRole('button', { name: 'Control cavity', exact: true }));
  await hand.press(page.getByRole('button', { name: LAYOUT.addACover }));
  await saved(page);
  expect(hand.presses).toBeLessThanOrEqual(3);
  const { design } = await held(request, id);
  const { layout } = createDeriver()(design);
  const fits = controlFits(layout);
  expect(fits).toHaveLength(3);
  for (const fit of fits) {
    expect(fit.cavity?.owner.id).toBe(design.openings[0]!.id);
    expect(fit.bodyOut).toBe(0);
  }
  const screws = layout.cuts.filter((c) => c.name.startsWith('cover screw'));
  expect(screws.length).toBeGreaterThanOrEqual(4);
});

test('controls in the wood moved into a pickguard, with their cavity from the front: at most 3 presses', async ({
  page,
  request,
}) => {
  const { parts } = windrow;
  const corners = [
    [25, -34],
    [-130, -34],
    [-130, -130],
    [25, -130],
  ] as const;
  const guard = { ...edits.plainGuard('Pickguard', corners), id: 'g1', follow: 8 };
  const id = await makeDesign(request, 'In the guard', { parts, openings: [], runs: [], guards: [guard] });
  await openStage(page, id, 'layout');
  const hand = new Hand(page);
  await hand.press(page.getByRole('tab', { name: 'Openings' }));
  await hand.press(page.getByRole('button', { name: 'Fix 3 parts to it' }));
  await hand.press(page.getByRole('button', { name: 'Control cavity', exact: true }));
  await saved(page);
  expect(hand.presses).toBeLessThanOrEqual(3);
  const { design } = await held(request, id);
  const { layout, plates } = createDeriver()(design);
  expect(design.openings[0]!.face).toBe('front');
  const fits = controlFits(layout);
  expect(fits).toHaveLength(3);
  for (const fit of fits) {
    expect(fit.cavity?.owner.id).toBe(design.openings[0]!.id);
    expect(fit.part.cuts).toEqual([]);
  }
  expect(plates.find((p) => p.id === 'g1')!.holes).toHaveLength(3);
  // One of them is put back into the wood by the choice beside its place.
  await page.getByRole('tab', { name: 'Parts' }).click();
  await page.getByRole('list', { name: LAYOUT.placedParts }).getByText('Volume').click();
  await page.getByLabel(LAYOUT.fixedTo, { exact: true }).selectOption(LAYOUT.theWood);
  await saved(page);
  expect((await held(request, id)).design.parts.filter((p) => p.mount === 'g1')).toHaveLength(2);
});

test('a way for every wire: at most 2 presses', async ({ page, request }) => {
  const id = await makeDesign(request, 'Wired', { ...windrow, name: 'Wired', runs: [] });
  await openStage(page, id, 'layout');
  const hand = new Hand(page);
  await hand.press(page.getByRole('tab', { name: 'Wires' }));
  const wires = page.getByRole('list', { name: LAYOUT.wires });
  await expect(wires.getByText('■ no path')).toHaveCount(3);
  await hand.press(page.getByRole('button', { name: LAYOUT.proposeRunsForAll }));
  await expect(wires.getByText('■ no path')).toHaveCount(0);
  await saved(page);
  expect(hand.presses).toBeLessThanOrEqual(2);
  const { runs } = (await held(request, id)).design;
  expect(runs.map((r) => r.name).sort()).toEqual([
    'Bridge twin-coil to Control cavity',
    'Fixed bridge, ground to Control cavity',
    'Neck twin-coil to Bridge twin-coil',
  ]);
  await page.getByRole('list', { name: LAYOUT.drilledRuns }).getByText('Neck twin-coil to').click();
  await expect(page.getByText('Begins in Neck twin-coil')).toBeVisible();
  await page.getByRole('button', { name: 'Undo: drilled 3 runs' }).click();
  await expect(wires.getByText('■ no path')).toHaveCount(3);
});

test('a thinner body with all that hangs on it: at most 2 presses', async ({ page, request }) => {
  const id = await makeDesign(request, 'Thinner', { ...windrow, name: 'Thinner' });
  await openStage(page, id, 'outline');
  const hand = new Hand(page);
  await hand.fill(page.getByLabel('Thickness', { exact: true }), '38');
  await page.keyboard.press('Enter');
  const notice = page.getByRole('region', { name: 'What followed a change' });
  await expect(notice).toContainText('Depth of Control cavity 36 → 30 mm');
  await expect(notice).toContainText('Neck screws 40 → 35 mm');
  await hand.press(notice.getByRole('button', { name: 'Change all of them' }));
  await expect(notice.getByText('Typed by hand')).toHaveCount(0);
  await saved(page);
  expect(hand.presses).toBeLessThanOrEqual(2);
  const { design } = await held(request, id);
  expect(design.body.thickness).toBe(38);
  expect(design.neck.screws.length).toBe(35);
  expect(design.openings[0]!.steps[0]!.depth).toBe(30);
  // One step each: what followed went with the thickness.
  await page.getByRole('button', { name: 'Undo: brought along: 3 numbers' }).click();
  await page.getByRole('button', { name: /^Undo: body thickness/ }).click();
  await expect(notice).toHaveCount(0);
  await saved(page);
  expect((await held(request, id)).design.openings[0]!.steps[0]!.depth).toBe(36);
});

test('neck screws that come up under the board, by their finding: at most 2 presses', async ({
  page,
  request,
}) => {
  const neck = { ...windrow.neck, screws: { ...windrow.neck.screws, length: 60 } };
  const id = await makeDesign(request, 'Long screws', { ...windrow, name: 'Long screws', neck });
  await openStage(page, id, 'layout');
  const hand = new Hand(page);
  await hand.press(page.getByRole('button', { name: /Findings/ }));
  await hand.press(page.getByRole('button', { name: 'Do it: Neck screws 60 → 45 mm.' }).first());
  await saved(page);
  expect(hand.presses).toBeLessThanOrEqual(2);
  expect((await held(request, id)).design.neck.screws.length).toBe(45);
  await expect(page.getByRole('button', { name: /Do it: Neck screws/ })).toHaveCount(0);
});

test('a saddle for each string: at most 2 presses', async ({ page, request }) => {
  const parts = windrow.parts.filter((p) => !p.spec.kind.startsWith('bridge'));
  const id = await makeDesign(request, 'Saddles', { ...windrow, name: 'Saddles', parts });
  await openStage(page, id, 'layout');
  const hand = new Hand(page);
  await hand.press(page.getByRole('button', { name: 'Bridges', exact: true }));
  await hand.press(page.getByRole('button', { name: 'A saddle for each string (6)' }));
  await saved(page);
  expect(hand.presses).toBeLessThanOrEqual(2);
  const { design } = await held(request, id);
  expect(design.parts.filter((p) => p.spec.kind === 'bridge-single')).toHaveLength(6);
});

test('a sliver between two pockets closed by its finding: at most 2 presses', async ({ page, request }) => {
  const pocket = (name: string, x: number, y: number, long: number) => ({
    id: name.toLowerCase(),
    name,
    face: 'front' as const,
    at: { x, y },
    turn: 0,
    steps: [edits.plainStep(name, { kind: 'rect', long, wide: 30, radius: 4 }, 18)],
  });
  const openings = [pocket('Left', -60, 70, 40), pocket('Right', -24, 68, 30)];
  const id = await makeDesign(request, 'Sliver', { openings, parts: [], runs: [], guards: [] });
  await openStage(page, id, 'layout');
  const hand = new Hand(page);
  await hand.press(page.getByRole('button', { name: /Findings/ }));
  const row = page.getByRole('listitem').filter({ hasText: 'Two routs almost meet' });
  await hand.press(row.getByRole('button', { name: /^Do it/ }));
  await expect(row).toHaveCount(0);
  await saved(page);
  expect(hand.presses).toBeLessThanOrEqual(2);
  expect((await held(request, id)).design.openings.map((o) => o.name)).toEqual(['Left', 'Right', 'Join']);
});
