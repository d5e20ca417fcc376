import { expect, test } from '@playwright/test';
import { Hand } from './hand.ts';
import { held, makeDesign, openStage, saved } from './help.ts';
import { WORDS as LAYOUT } from '../web/src/stages/layout/words.ts';

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
  // One step of undo takes all of it back.
  await page.getByRole('button', { name: 'Undo: exchanged 2 parts' }).click();
  await saved(page);
  expect((await held(request, id)).design.parts).toEqual(before.parts);
});
