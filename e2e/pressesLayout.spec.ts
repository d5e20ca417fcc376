import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import type { Design } from '@pelkin/core';
import { controlFits, createDeriver } from '@pelkin/core';
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
