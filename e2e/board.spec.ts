import { expect, test } from '@playwright/test';
import { centreOf, dragBy, held, makeDesign, nearestOnEdge, openStage, saved, type } from './help.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as BOARD } from '../web/src/board/words.ts';
import { WORDS as LAYOUT } from '../web/src/stages/layout/words.ts';
import { WORDS as OUTLINE } from '../web/src/stages/outline/words.ts';
import { WORDS as NODES } from '../web/src/nodes/words.ts';
import { WORDS as TEMPLATES } from '../web/src/stages/templates/words.ts';
import { WORDS as STRINGS } from '../web/src/stages/strings/words.ts';

test('fields take any unit and refuse the rest in words', async ({ page, request }) => {
  const id = await makeDesign(request, 'Fields');
  await openStage(page, id, 'strings');
  const nut = page.getByRole('textbox', { name: STRINGS.nutWidth });
  const problem = page.getByRole('alert');
  for (const [text, words] of [
    ['12', /nut width 12 mm is narrower than the [\d.]+ mm that the strings need/],
    ['<script>alert(1)</script>', /not a length that can be read/],
    ['1 3/0 in', /divides by zero/],
    ['999999999', /longer than anything/],
    ['500', /outside 10\.0 mm to 140\.0 mm/],
    ['', /Nothing was typed/],
  ] as const) {
    await type(nut, text);
    await expect(problem).toHaveText(words);
    await nut.press('Escape');
  }
  await expect(nut).toHaveValue('42.0');
  await type(nut, '1 11/16');
  await expect(nut).toHaveValue('42.9');
  await page.getByLabel(FRAME.units, { exact: true }).selectOption('in-fraction');
  await expect(nut).toHaveValue('1 11/16');
  await nut.focus();
  await page.keyboard.press('Escape');
  await page.getByLabel(FRAME.units, { exact: true }).selectOption('mm');
  await page.keyboard.press('Escape');
  await saved(page);
  const { design } = await held(request, id);
  expect(design.strings.nutWidth).toBe(42.8625);
  expect(design.typed['strings.nutWidth']).toBe('1 11/16');
  const strings = page.getByLabel(STRINGS.strings, { exact: true });
  await type(strings, '19');
  await expect(problem).toHaveText(/whole number from 1 to 18/);
});

test('nodes: add on the edge, corner and handle, place by number, Escape puts a drag back', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Nodes');
  await openStage(page, id, 'outline');
  await expect(page.locator('[data-node]')).toHaveCount(23);

  // Between nodes 12 and 13 the edge runs near the tail: twice on it adds a node there.
  const [a, b] = [
    await centreOf(page.locator('[data-node="n12"]')),
    await centreOf(page.locator('[data-node="n13"]')),
  ];
  const spot = await nearestOnEdge(page, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
  await page.mouse.dblclick(spot.x, spot.y);
  await expect(page.locator('[data-node]')).toHaveCount(24);
  await expect(page.getByRole('heading', { name: /Selected: node 13 of 24/ })).toBeVisible();
  await page.getByRole('radio', { name: 'Corner' }).click();
  await page.getByRole('button', { name: NODES.addAHandle }).first().click();
  const handle = page.locator('[data-handle="before"]');
  await expect(handle).toBeVisible();
  await page.getByRole('button', { name: NODES.removeTheHandle }).click();
  await expect(handle).toHaveCount(0);

  await type(page.getByLabel(LAYOUT.fromBridge), '6 in');
  await page.getByRole('button', { name: 'tailward', exact: true }).click();
  await expect(page.getByRole('button', { name: 'nutward', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'nutward', exact: true }).click();
  await saved(page);
  const { design } = await held(request, id);
  expect(design.outline.nodes[12]).toMatchObject({ kind: 'corner', x: -152.4 });

  const node = page.locator('[data-node="n8"]');
  const from = await centreOf(node);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + 40, from.y - 40, { steps: 5 });
  await expect(node).not.toHaveAttribute('aria-label', /108\.0 mm nutward/);
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await expect(node).toHaveAttribute(
    'aria-label',
    /108\.0 mm nutward of the bridge, 107\.0 mm to the bass side/,
  );
});

test('the wheel zooms to the pointer, a drag moves the board, fit brings it back', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Zoom');
  await openStage(page, id, 'outline');
  const node = page.locator('[data-node="n8"]');
  const at = await centreOf(node);
  await page.mouse.move(at.x, at.y);
  await page.mouse.wheel(0, -600);
  await expect
    .poll(async () => Math.hypot((await centreOf(node)).x - at.x, (await centreOf(node)).y - at.y))
    .toBeLessThan(2);
  const other = page.locator('[data-node="n9"]');
  await page.getByRole('button', { name: BOARD.fitTheDrawing }).click();
  await expect.poll(async () => Math.abs((await centreOf(node)).x - at.x)).toBeLessThan(2);
  const before = await centreOf(other);
  await page.mouse.move(700, 620);
  await page.mouse.down();
  await page.mouse.move(760, 590, { steps: 4 });
  await page.mouse.up();
  const after = await centreOf(other);
  expect(after.x - before.x).toBeCloseTo(60, 0);
  expect(after.y - before.y).toBeCloseTo(-30, 0);
  // The pointer's place is reported in makers' terms.
  await page.mouse.move(at.x + 60, at.y - 30);
  await expect(page.getByTestId('board')).toContainText(
    /108\.\d mm nutward of the bridge, 10[67]\.\d mm to the bass side/,
  );
});

test('a left-handed design is mirrored on the board and dragged where the hand goes', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Left');
  await openStage(page, id, 'outline');
  const node = page.locator('[data-node="n8"]');
  const right = await centreOf(node);
  await page.getByRole('button', { name: FRAME.rightHanded, exact: true }).click();
  await expect(page.getByRole('button', { name: FRAME.leftHanded, exact: true })).toBeVisible();
  const bridge = await centreOf(page.locator('#bridge-line'));
  const left = await centreOf(node);
  expect(left.x).toBeLessThan(bridge.x);
  expect(left.y).toBeCloseTo(right.y, 0);
  await dragBy(page, node, -20, 0);
  await expect.poll(async () => (await centreOf(node)).x - left.x).toBeLessThan(-18);
  await saved(page);
  expect((await held(request, id)).design.outline.nodes[7]!.x).toBeGreaterThan(110);
});

test('readings lead to their place; the comb and dimensions can be put off', async ({ page, request }) => {
  const id = await makeDesign(request, 'Tales');
  await openStage(page, id, 'strings');
  await page.getByTestId('reading-hollow').click();
  await expect(page).toHaveURL(/\/outline$/);
  await expect(page.getByTestId('shown-place')).toBeVisible();
  await expect(page.getByTestId('comb')).toBeVisible();
  await page.getByText(OUTLINE.curvatureComb).click();
  await expect(page.getByTestId('comb')).toHaveCount(0);
  await expect(page.locator('[data-mark="figure-waist"]')).toHaveText(/219\.6 mm waist/);
  await page.getByText(OUTLINE.lengthAndWidths, { exact: true }).click();
  await expect(page.locator('[data-mark="figure-waist"]')).toHaveCount(0);
  await page.getByTestId('reading-sheets').click();
  await expect(page.locator('[data-tile]')).toHaveCount(4);
});

test('the printer’s error is typed as measured, questioned over 3 %, and taken off', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Printer');
  await openStage(page, id, 'templates');
  await type(page.getByLabel('100 mm bar, across'), '99.2');
  await expect(page.getByText('× 1.0081')).toBeVisible();
  // The same print's other bar says the same again: it does not compound. Four inches are inches in their own field.
  await type(page.getByLabel('4 in bar, across'), '3.968');
  await expect(page.getByText('× 1.0081')).toBeVisible();
  await type(page.getByLabel('4 in bar, across'), '4');
  await expect(page.getByLabel('Correction across').or(page.getByText('× 1.0000')).first()).toBeVisible();
  await type(page.getByLabel('100 mm bar, across'), '4');
  await expect(page.getByText(/4.0 mm is outside/)).toBeVisible();
  await page.getByLabel('100 mm bar, across').press('Escape');
  // The simulated printer corrects inside its trial: the design's own correction stays.
  await page.getByText(TEMPLATES.showWhatASimulatedPrinterMakes).click();
  await page.getByRole('button', { name: TEMPLATES.correctByTheseBars }).click();
  await expect(page.getByText(/your own paper is not changed/)).toBeVisible();
  expect((await held(request, id)).design.print.correction.x).toBeCloseTo(1, 3);
  await type(page.getByLabel('100 mm bar, up'), '95');
  await expect(page.getByRole('alert')).toContainText(['fit to page']);
  await expect(
    page.getByRole('navigation', { name: FRAME.workOrder }).getByRole('img', { name: FRAME.needsALook }),
  ).toBeVisible();
  await page.getByRole('button', { name: TEMPLATES.remove }).click();
  await expect(page.getByText(/fit to page/)).toHaveCount(0);
  await saved(page);
  expect((await held(request, id)).design.print.correction).toEqual({ x: 1, y: 1 });
});

test('life size is known after the screen was measured once', async ({ page, request }) => {
  const id = await makeDesign(request, 'Life size');
  await openStage(page, id, 'outline');
  await page.getByRole('button', { name: BOARD.lifeSize, exact: true }).click();
  await page.getByRole('button', { name: BOARD.theCardFits }).click();
  await expect(page.getByRole('button', { name: BOARD.showAtLifeSize })).toHaveText(/100 % of life size/);
  await page.getByRole('button', { name: BOARD.fitTheDrawing }).click();
  await page.reload();
  await page.getByRole('button', { name: BOARD.showAtLifeSize }).click();
  await expect(page.getByRole('button', { name: BOARD.showAtLifeSize })).toHaveText(/100 % of life size/);
});

test('two fingers zoom the board to what lies between them', async ({ page, request }) => {
  const id = await makeDesign(request, 'Touch');
  await openStage(page, id, 'strings');
  await page
    .getByRole('navigation', { name: FRAME.workOrder })
    .getByRole('link', { name: /Outline/ })
    .click();
  const [left, right] = [page.locator('[data-node="n10"]'), page.locator('[data-node="n15"]')];
  const apart = async (): Promise<number> => {
    const [a, b] = [await centreOf(left), await centreOf(right)];
    return Math.hypot(a.x - b.x, a.y - b.y);
  };
  const before = await apart();
  const touch = await page.context().newCDPSession(page);
  const at = (spread: number) => [
    { x: 640 - spread, y: 620, id: 1 },
    { x: 640 + spread, y: 620, id: 2 },
  ];
  await touch.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(40) });
  for (const spread of [50, 60, 70, 80])
    await touch.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(spread) });
  await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await expect.poll(apart).toBeGreaterThan(before * 1.9);
  expect(await apart()).toBeLessThan(before * 2.1);
});

test('a design’s drawing stands in its place from the first painting on', async ({ page, request }) => {
  const id = await makeDesign(request, 'Placed');
  // Every place that the outline is painted at: read after each of the page's frames.
  await page.addInitScript(() => {
    const seen: string[] = [];
    (window as unknown as { seen: string[] }).seen = seen;
    const look = (): void => {
      const outline = document.querySelector('#outline');
      if (outline) {
        const { x, y, width } = outline.getBoundingClientRect();
        const place = [x, y, width].map(Math.round).join(' ');
        if (seen.at(-1) !== place) seen.push(place);
      }
      next();
    };
    const next = (): void => void requestAnimationFrame(() => setTimeout(look, 0));
    next();
  });
  const places = () => page.evaluate(() => (window as unknown as { seen: string[] }).seen);
  for (const stage of ['outline', 'layout'] as const) {
    await openStage(page, id, stage);
    await expect(page.locator('.rulers text').first()).toBeVisible();
    await page.waitForTimeout(400);
    expect(await places()).toHaveLength(1);
  }
  // From the list the same, in a window of another size than before.
  await page.setViewportSize({ width: 1100, height: 700 });
  await page.goto('/');
  await page.getByRole('link', { name: 'Open Placed' }).click();
  await expect(page.locator('.rulers text').first()).toBeVisible();
  await page.waitForTimeout(400);
  expect(await places()).toHaveLength(1);
});
