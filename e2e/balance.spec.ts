import { readFileSync } from 'node:fs';
import { checkDesign, edits } from '@pelkin/core';
import type { Design } from '@pelkin/core';
import { expect, test } from '@playwright/test';
import { goTo, held, makeDesign, openStage, saved, type } from './help.ts';
import { WORDS as BALANCE } from '../web/src/stages/balance/words.ts';
import { WORDS as WOODS } from '../web/src/woods/words.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';

function demo(name: string): Design {
  const checked = checkDesign(
    JSON.parse(readFileSync(new URL(`../demo/${name}.json`, import.meta.url), 'utf8')),
  );
  if (!checked.ok) throw new Error(JSON.stringify(checked));
  return checked.design;
}

/** Windrow with a light body and heavy tuners: its neck dives. */
function diving(name: string): Design {
  const design = edits.setWood({ ...demo('windrow'), name }, 'body', {
    name: 'Paulownia',
    density: { likely: 290, from: 240, to: 350 },
    board: null,
  });
  return edits.editPlayer(
    edits.editHeadstock(design, {
      tuners: design.headstock.tuners.map((t) => ({
        ...t,
        spec: { ...t.spec, measures: { ...t.spec.measures, mass: 78 } },
      })),
    }),
    { heaviest: null, case: null },
  );
}

test('a neck-heavy design comes to no load with two mends, each one step; undo takes them back', async ({
  page,
  request,
}) => {
  test.slow();
  const id = await makeDesign(request, 'Diving', diving('Diving'));
  await openStage(page, id, 'balance?desk=mends');
  const hand = page.getByTestId('reading-left-hand');
  await expect(hand).toContainText('at the hand (');
  const load = async (): Promise<number> =>
    parseFloat((await hand.innerText()).replace(/[^\d.]*([\d.]+)[\s\S]*/, '$1'));
  const begun = await load();
  expect(begun).toBeGreaterThan(0.5);
  const cards = page.getByRole('list', { name: BALANCE.mends }).getByRole('group');
  await expect(cards.first()).toBeVisible({ timeout: 60_000 });
  // The first: a part of it by hand, lighter tuners not all of the way.
  const tuners = page.getByRole('group', { name: /^Lighter tuners/ });
  await tuners.locator('button[aria-pressed]').click();
  await expect(tuners.locator('button[aria-pressed="true"]')).toBeVisible();
  await expect(page.getByRole('img', { name: BALANCE.standingPicture })).toBeVisible();
  const wood = page.getByRole('group', { name: /^Neck of/ });
  await wood.getByRole('button', { name: BALANCE.applyMend, exact: true }).click();
  await expect.poll(load).toBeLessThan(begun);
  const after = await load();
  // The rest with what mends it all: cards that leave no load come first.
  await expect(page.getByText(BALANCE.lookingForMends)).toBeHidden({ timeout: 60_000 });
  if (after > 0) {
    await cards.first().getByRole('button', { name: BALANCE.applyMend, exact: true }).click();
    await expect.poll(load).toBe(0);
  }
  await saved(page);
  const mended = (await held(request, id)).design;
  expect(mended.weight.woods.neck.name).not.toBe('Maple, hard');
  await expect(page.getByText(BALANCE.nothingToMend)).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect.poll(load).toBeCloseTo(begun, 1);
});

test('three woods side by side; a board of one’s own weighed; what is weighed narrows the range', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Woods', { ...demo('windrow'), name: 'Woods' });
  await openStage(page, id, 'balance');
  const variants = page.getByRole('region', { name: BALANCE.whatWouldItWeigh });
  for (const [letter, wood] of [
    ['A', 'Oak'],
    ['B', 'Alder'],
    ['C', 'Paulownia'],
  ] as const) {
    await variants.getByRole('button', { name: BALANCE.addVariant }).click();
    await variants
      .getByRole('group', { name: `${BALANCE.variant} ${letter}` })
      .getByRole('combobox', { name: 'Body', exact: true })
      .selectOption(wood);
  }
  const mass = async (row: number): Promise<number> =>
    Number(await variants.locator('tbody tr').nth(row).locator('td').nth(1).innerText());
  await expect.poll(() => mass(3), { timeout: 20_000 }).toBeGreaterThan(1);
  expect(await mass(1)).toBeGreaterThan(await mass(2));
  expect(await mass(2)).toBeGreaterThan(await mass(3));

  // What it is made of now is left alone; its board is weighed anew, and the weight follows.
  const weight = page.getByTestId('reading-weight');
  const before = (await weight.textContent())!;
  await type(page.getByLabel(WOODS.boardMass), '5000');
  await expect(weight).not.toHaveText(before);
  await expect(weight).toContainText('▲');

  // A line of the table is weighed: the range narrows.
  await page.getByRole('button', { name: 'Fixed bridge', exact: true }).click();
  await page.getByRole('button', { name: `${BALANCE.typeItsWeight}: ${BALANCE.weighedMass}` }).click();
  await type(page.getByRole('textbox', { name: BALANCE.weighedMass }), '212');
  await saved(page);
  expect((await held(request, id)).design.weight.weighed).toEqual([
    // What it was estimated at when it was weighed is kept: it tells when the thing has changed since.
    { of: 'part:p1', mass: 212, at: null, estimate: { mass: 190, at: expect.anything() as unknown } },
  ]);

  // A copy with a variant is a design of its own.
  await variants
    .getByRole('group', { name: `${BALANCE.variant} C` })
    .getByRole('button', { name: BALANCE.makeACopy })
    .click();
  await page.waitForURL((url) => !url.pathname.includes(id));
  await expect(page.getByText('Woods, variant c')).toBeVisible();
});

test('a button goes under a neck screw, which is put right; weight moves with a dragged outline', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Button', { ...demo('windrow'), name: 'Button' });
  await openStage(page, id, 'balance?desk=standing');
  const horn = page.getByRole('group', { name: BALANCE.hornButton, exact: true });
  await horn.getByLabel(BALANCE.standsOn).selectOption('Neck screw 1');
  await expect(horn).toContainText('bites');
  await saved(page);
  const { design } = await held(request, id);
  const button = design.parts.find((p) => p.id === 'p15')!;
  expect(button.face).toBe('back');
  expect(design.neck.screws.own[0]).toMatchObject({
    screw: 1,
    length: demo('windrow').neck.screws.length + 14,
  });
  await expect(page.getByTestId('reading-findings')).not.toContainText('stop');
  await horn.getByLabel(BALANCE.standsOn).selectOption('Edge');
  await saved(page);
  expect((await held(request, id)).design.neck.screws.own).toEqual([]);

  // Turned on the slider, and back.
  const slider = page.getByRole('slider', { name: BALANCE.turnIt });
  await slider.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText(`${BALANCE.turnIt}: 26°`)).toBeVisible();

  // Anywhere in the design: a node dragged moves the weight, and says by how much.
  await goTo(page, id, 'outline');
  const weight = page.getByTestId('reading-weight');
  const was = (await weight.textContent())!;
  await page.locator('[data-node="n4"]').first().focus();
  for (let i = 0; i < 6; i += 1) await page.keyboard.press('Shift+ArrowUp');
  await expect(weight).not.toHaveText(was);
  await expect(weight).toContainText(/[▲▼] \d+ g/);
});

test('sitting, the player and a case; without strap buttons it says what is missing', async ({
  page,
  request,
}) => {
  const design = demo('windrow');
  const id = await makeDesign(request, 'Bare', {
    ...design,
    name: 'Bare',
    parts: design.parts.filter((p) => p.spec.kind !== 'strap-button'),
  });
  await openStage(page, id, 'balance?desk=standing');
  await expect(page.getByText(BALANCE.noButtons)).toBeVisible();
  await page.getByRole('tab', { name: 'Sitting' }).click();
  await expect(page.getByRole('img', { name: BALANCE.sittingPicture })).toBeVisible();
  await page.getByRole('radio', { name: 'Neck side' }).click();
  await page.getByRole('tab', { name: 'Player' }).click();
  await page.getByRole('combobox', { name: BALANCE.caseAndBag }).selectOption('Straight case, bass');
  await expect(page.getByRole('region', { name: BALANCE.caseAndBag })).toContainText('width at the body');
  await type(page.getByLabel(BALANCE.caseWidth), '300');
  await expect(page.getByTestId('reading-findings')).toContainText('look');
  // Hostile: a strap shorter than its buttons are apart, numbers that are none.
  await type(page.getByLabel(BALANCE.caseLength), 'wide');
  await expect(page.getByRole('alert').first()).toBeVisible();
});

test('hostile straps, drills and weights: each is refused in words or told; a reload in the middle loses nothing', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Hostile', { ...demo('windrow'), name: 'Hostile' });
  await openStage(page, id, 'balance?desk=standing');
  const alert = page.getByRole('alert').first();
  // By its holes: no hole is used that the strap has not.
  await type(page.getByRole('textbox', { name: BALANCE.hole }), '9');
  await expect(alert).toContainText('the strap has 8 holes, not a hole 9');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: BALANCE.byLength }).click();
  const strap = page.getByRole('textbox', { name: BALANCE.strapLength });
  for (const [words, says] of [
    ['long', /mm/],
    ['0', /300/],
    ['99999', /2200/],
    ['-5', /300/],
  ] as const) {
    await type(strap, words);
    await expect(alert).toContainText(says);
    await page.keyboard.press('Escape');
    await expect(strap).toHaveValue('1100.0');
  }
  // A strap shorter than its buttons are apart can be typed; it is told that it goes over no shoulder.
  await type(strap, '310');
  await expect(page.getByTestId('reading-left-hand')).toContainText('strap too short');
  await expect(page.getByTestId('reading-findings')).toContainText('1');
  await expect(page.getByText('it goes over no shoulder')).toBeVisible();
  await expect(page.getByTestId('rest-bands')).toHaveCount(0);
  // A bit too short to bore the hole.
  const drill = page.getByRole('group', { name: BALANCE.drill });
  await type(drill.getByRole('textbox', { name: BALANCE.drillBit }), '0');
  await expect(alert).toContainText('20');
  await type(drill.getByRole('textbox', { name: BALANCE.drillBit }), '20');
  const horn = page.getByRole('group', { name: BALANCE.hornButton, exact: true });
  await expect(horn).toContainText(BALANCE.bitTooShort);
  await saved(page);
  await page.reload();
  await expect(strap).toHaveValue('310.0');
  await expect(horn).toContainText(BALANCE.bitTooShort);
  await expect(page.getByTestId('reading-findings')).toContainText('3');
  await type(drill.getByRole('textbox', { name: BALANCE.drillBit }), '80');
  await expect(horn).toContainText(BALANCE.drillReaches);
  await type(strap, '1100');
  await expect(page.getByTestId('rest-bands')).toBeVisible();
  await expect(page.getByTestId('reading-findings')).toContainText('0');
});

test('a lock and a washer; the neck weighed with its balance point; what two tabs changed is put together', async ({
  context,
  request,
}) => {
  const id = await makeDesign(request, 'Two tabs', { ...demo('windrow'), name: 'Two tabs' });
  const [one, two] = [await context.newPage(), await context.newPage()];
  await openStage(one, id, 'balance');
  await openStage(two, id, 'balance?desk=standing');
  const point = one.getByTestId('reading-balance-point');
  const before = (await point.textContent())!;
  const ofNeck = `: ${BALANCE.finishedNeck}`;
  await one.getByRole('button', { name: BALANCE.typeItsWeight + ofNeck }).click();
  await one.getByRole('button', { name: BALANCE.typeBalancePoint + ofNeck }).click();
  const fromNut = one.getByRole('textbox', { name: BALANCE.balancesFromNut });
  await expect(point).toHaveText(before);
  await type(fromNut, '3000');
  await expect(one.getByRole('alert').first()).toContainText('2000');
  await type(fromNut, '120');
  // Nearer to the nut: the whole balances nearer to it too.
  await expect(point).not.toHaveText(before);
  await saved(one);
  expect((await held(request, id)).design.weight.weighed).toMatchObject([{ of: 'neck', at: { x: 120 } }]);

  const horn = two.getByRole('group', { name: BALANCE.hornButton, exact: true });
  await horn.getByRole('combobox', { name: BALANCE.heldBy }).selectOption(BALANCE.heldByLock);
  // What was weighed in the other tab is here by itself.
  await expect(two.getByRole('status', { name: FRAME.takenIn })).toContainText('woods and weights');
  await type(horn.getByRole('textbox', { name: 'Washer under it' }), '1.5');
  await saved(two);
  const { design } = await held(request, id);
  expect(design.weight.weighed).toMatchObject([{ of: 'neck', at: { x: 120 } }]);
  expect(design.parts.find((p) => p.id === 'p15')!.spec.measures).toMatchObject({ lock: 11, washer: 1.5 });
});
