import { newDesign } from '@pelkin/core';
import { expect, test } from '@playwright/test';
import { centreOf, dragBy, held, makeDesign, openStage, saved, type } from './help.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as NECK } from '../web/src/stages/neck/words.ts';
import { WORDS as NODES } from '../web/src/nodes/words.ts';
import { WORDS as STRINGS } from '../web/src/stages/strings/words.ts';

test('from the strings alone to a headstock with its tuners, by drag and by numbers; a string at another post is found', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Tuned', newDesign('Tuned', 6, 640));
  await openStage(page, id, 'neck?desk=headstock');
  const findings = page.getByTestId('reading-findings');
  const told = async (): Promise<string> => (await findings.innerText()).replace(/\s+/g, ' ');
  const none = await told();
  await page.getByRole('button', { name: NECK.bothSides, exact: true }).click();
  await expect(page.locator('[data-tuner]')).toHaveCount(6);
  await saved(page);
  const begun = (await held(request, id)).design;
  expect(begun.headstock.tuners).toHaveLength(6);
  expect(begun.progress).toMatchObject({ neck: 'in progress' });
  await expect.poll(told).toBe(none);

  // By numbers: a tuner's place, and a node of the headstock; the body stays where it is.
  const tuner = (n: number) => page.locator(`[data-tuner="t${n}"]`);
  await tuner(1).click();
  await expect(page.getByRole('heading', { name: 'Selected: tuner of string 6' })).toBeVisible();
  await type(page.getByLabel('From nut'), '34');
  const end = begun.headstock.outline.nodes.find((n) => n.y === 0)!;
  await page.locator(`[data-node="${end.id}"]`).click();
  await type(page.getByLabel('From nut'), '4 in');
  await saved(page);
  const typed = (await held(request, id)).design;
  expect(typed.headstock.tuners[0]!.at.x).toBe(34);
  expect(typed.headstock.outline.nodes.find((n) => n.id === end.id)!.x).toBe(101.6);
  expect(typed.outline).toEqual(begun.outline);
  expect(typed.typed).toMatchObject({ [`headstock.outline.${end.id}.x`]: '4 in' });

  // A node dragged, its mirror image with it; one step to undo.
  const [a, b] = typed.headstock.outline.mirror.find(([p, q]) => p !== q && p !== 'n1')!;
  const before = await centreOf(page.locator(`[data-node="${b}"]`));
  await dragBy(page, page.locator(`[data-node="${a}"]`), 0, 9);
  const after = await centreOf(page.locator(`[data-node="${b}"]`));
  expect(before.y - after.y).toBeGreaterThan(5);
  await page.getByRole('button', { name: /^Undo: moved node/ }).click();
  await expect(async () => {
    const again = await centreOf(page.locator(`[data-node="${b}"]`));
    expect(Math.abs(again.y - before.y)).toBeLessThan(1);
  }).toPass();

  // The second tuner dragged onto the third string: it runs into the post.
  const way = await page.evaluate(() => {
    const of = (i: number) => document.querySelector(`[data-tuner="t${i}"]`)!.getBoundingClientRect();
    return { dx: 0, dy: of(3).y - of(2).y };
  });
  await dragBy(page, tuner(2), way.dx, way.dy);
  await expect(findings).toContainText('stop');
  await findings.click();
  const list = page.getByLabel(FRAME.findings, { exact: true });
  await expect(list.getByText('A string runs into another post')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo: moved the tuner of string 5' }).click();
  await expect.poll(told).toBe(none);

  // The keyboard alone: a tuner nudged.
  await tuner(6).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await saved(page);
  const nudged = (await held(request, id)).design;
  expect(nudged.headstock.tuners[5]!.at.x).toBeCloseTo(typed.headstock.tuners[5]!.at.x + 1, 6);
  // Reload in the middle of the work: all is there.
  await page.reload();
  await expect(page.locator('[data-tuner]')).toHaveCount(6);
  await expect(page.getByRole('button', { name: NODES.selectByABox })).toBeVisible();
});

test('the back of the neck: sections, a rod too deep is found and mended, the side follows', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Carved neck');
  await openStage(page, id, 'neck');
  await expect(page.getByTestId('side-elevation')).toBeVisible();
  await expect(page.locator('[data-section]')).toHaveCount(2);
  await page.getByRole('button', { name: NECK.addASection }).click();
  await expect(page.locator('[data-section]')).toHaveCount(3);
  await type(page.getByLabel(NECK.atFret1), '19');
  await type(page.getByLabel(NECK.atFret12), '21');
  const findings = page.getByTestId('reading-findings');
  await expect(findings).toContainText('stop');
  await expect(page.getByText(/At least 4 mm is recommended/)).toBeVisible();
  await type(page.getByLabel(NECK.rodDepth), '8');
  await expect(page.getByText(/At least 4 mm is recommended/)).toHaveCount(0);
  await page.getByRole('button', { name: /Undo: slot depth|Undo: rod slot depth/i }).click();
  await expect(page.getByText(/At least 4 mm is recommended/)).toBeVisible();
  await page.keyboard.press('Control+Shift+z');

  // The section at the pointer.
  const board = (await page.getByTestId('board').boundingBox())!;
  const nut = await page.evaluate(() => {
    const box = document.querySelector('[data-section="1"] .neck-section-lead')!.getBoundingClientRect();
    return { x: box.x, y: box.y };
  });
  await page.mouse.move(nut.x - 120, nut.y - 20);
  await expect(page.locator('[data-section="live"]')).toContainText('round');
  await page.mouse.move(board.x + board.width / 2, board.y + 12);
  await expect(page.locator('[data-section="live"]')).toHaveCount(0);
  await saved(page);
  expect((await held(request, id)).design.shaft).toMatchObject({
    atFret1: 19,
    atFret12: 21,
    rod: { depth: 8 },
  });
});

test('a narrower nut takes the headstock with it', async ({ page, request }) => {
  const id = await makeDesign(request, 'Narrow', newDesign('Narrow', 6, 640));
  await openStage(page, id, 'strings');
  await type(page.getByLabel(STRINGS.nutWidth), '41');
  await saved(page);
  const { headstock } = (await held(request, id)).design;
  expect(headstock.outline.nodes.filter((n) => n.x === 0).map((n) => n.y)).toEqual([20.5, -20.5]);
});
