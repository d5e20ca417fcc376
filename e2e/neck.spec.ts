import { newDesign } from '@pelkin/core';
import { expect, test } from '@playwright/test';
import { centreOf, dragBy, held, makeDesign, onOneSheet, openStage, saved, type } from './help.ts';
import { printedPaths } from './printed.ts';
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
  const tunerIn = ({ headstock }: typeof typed, n: number) => headstock.tuners.find((t) => t.id === `t${n}`)!;
  expect(tunerIn(typed, 1).at.x).toBe(34);
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
  expect(tunerIn(nudged, 6).at.x).toBeCloseTo(tunerIn(typed, 6).at.x + 1, 6);
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
  // A recommendation missed by little is looked at, and does not stop the work.
  await expect(findings).toContainText('look');
  await expect(page.getByText(/At least 4 mm is recommended/)).toBeVisible();
  await type(page.getByRole('textbox', { name: NECK.rodDepth, exact: true }), '8');
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

test('sections, thickness and transitions are pulled on the board, each one step to undo, and by the keys', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Pulled');
  await openStage(page, id, 'neck');
  const grip = (name: string) => page.locator(`[data-grip="${name}"]`);
  const shaftNow = async () => {
    await saved(page);
    return (await held(request, id)).design.shaft;
  };
  const before = await shaftNow();
  await dragBy(page, grip('section 1 bass'), 0, 6);
  const fuller = await shaftNow();
  expect(fuller.stations[1]!.bass).toBeGreaterThan(before.stations[1]!.bass + 0.1);
  expect(fuller.stations[1]!.treble).toBe(fuller.stations[1]!.bass);
  await page.getByRole('button', { name: 'Undo: pulled the section at fret 12' }).click();
  expect((await shaftNow()).stations).toEqual(before.stations);
  await dragBy(page, grip('section 0 back'), 0, 5);
  expect((await shaftNow()).atFret1).toBeGreaterThan(before.atFret1 + 0.5);
  await dragBy(page, grip('heel'), 25, 0);
  expect((await shaftNow()).run).toBeGreaterThan(before.run + 5);
  await grip('headstock').focus();
  await page.keyboard.press('Shift+ArrowRight');
  await saved(page);
  const { headstock } = (await held(request, id)).design;
  const begun = (await held(request, await makeDesign(request, 'As begun'))).design;
  expect(headstock.blend).toBe(begun.headstock.blend + 1);
});

test('the taper template printed: its length, its widths and every fret measure on paper what the strings say', async ({
  page,
  request,
}) => {
  const demo = await held(request, await makeDesign(request, 'On paper'));
  const id = await makeDesign(request, 'Neck printed', {
    print: { ...onOneSheet(demo.design.print), planPage: false },
  });
  await openStage(page, id, 'neck');
  await page.getByRole('button', { name: FRAME.printAndExport }).click();
  await page
    .getByRole('group', { name: FRAME.pieceOfWood })
    .getByRole('button', { name: FRAME.neck })
    .click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: /Full-size paper/ }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('neck-printed-neck-paper.pdf');
  const { strings, neck } = demo.design;
  const along = (path: readonly number[]) => path.filter((_, i) => i % 2 === 0);
  const across = (path: readonly number[]) => path.filter((_, i) => i % 2 === 1);
  const span = (list: readonly number[]) => Math.max(...list) - Math.min(...list);
  const paths = printedPaths(await file.path(), 1);
  const end = strings.scaleLength * 2 ** (-strings.jointFret / 12) - neck.pocketLength;
  const half = (x: number): number =>
    strings.nutWidth / 2 +
    (strings.bridgeSpread / 2 + strings.bridgeMargin - strings.nutWidth / 2) * (1 - x / strings.scaleLength);
  const taper = paths.find(
    (p) =>
      Math.abs(span(along(p)) - (strings.scaleLength - end)) < 0.15 &&
      Math.abs(span(across(p)) - 2 * half(end + neck.radius)) < 0.15,
  );
  expect(taper).toBeDefined();
  const nut = Math.max(...along(taper!));
  const frets = paths.filter((p) => p.length === 4 && Math.abs(p[0]! - p[2]!) < 0.01).map((p) => nut - p[0]!);
  for (let n = 1; n <= strings.frets; n += 1) {
    const from = strings.scaleLength * (1 - 2 ** (-n / 12));
    expect(Math.min(...frets.map((f) => Math.abs(f - from)))).toBeLessThan(0.15);
  }
});

test('a headstock from a drawing, then faired by the body’s own tools: the body stays as it is', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'From a drawing');
  const before = (await held(request, id)).design;
  const { scaleLength, nutWidth } = before.strings;
  await openStage(page, id, 'neck?desk=trace');
  // As drawn in the instrument’s own place: from the nut’s ends on, y down.
  const half = nutWidth / 2;
  const at = (x: number, y: number) => `${scaleLength + x} ${y}`;
  const d = `M${at(0, -half)} C${at(40, -half - 14)} ${at(90, -half - 12)} ${at(150, -22)} L${at(165, 0)} L${at(150, 22)} C${at(90, half + 12)} ${at(40, half + 14)} ${at(0, half)} Z`;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="900mm" height="200mm" viewBox="0 -100 900 200"><path id="head" d="${d}" fill="none" stroke="black"/></svg>`;
  await page
    .getByLabel(NODES.drawingFile)
    .setInputFiles({ name: 'head.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  await expect(page.getByRole('button', { name: NODES.import, exact: true })).toBeVisible();
  await page.getByRole('button', { name: NODES.import, exact: true }).click();
  await expect(page.getByText(/^● Imported an outline/)).toBeVisible();
  await saved(page);
  const { design } = await held(request, id);
  expect(design.outline).toEqual(before.outline);
  expect(design.headstock.outline.nodes).not.toEqual(before.headstock.outline.nodes);
  const xs = design.headstock.outline.nodes.map((n) => n.x);
  expect(Math.max(...xs) - Math.min(...xs)).toBeGreaterThan(100);

  await page.getByRole('tab', { name: NECK.headstock }).click();
  await page.getByRole('button', { name: NODES.lookForLumps }).click();
  await expect(page.getByText(NODES.lumpsBefore)).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: NODES.cancel, exact: true }).click();
});

test('tuners in a row along the edge, a tree added and pulled, a tuner removed and added again', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'In a row');
  await openStage(page, id, 'neck?desk=headstock');
  const now = async () => {
    await saved(page);
    return (await held(request, id)).design.headstock;
  };
  await page.getByRole('button', { name: NECK.inLine, exact: true }).click();
  const row = page.getByRole('region', { name: new RegExp(`^${NECK.row}`) });
  await row.getByRole('radio', { name: 'The edge' }).click({ force: true });
  await type(row.getByLabel(NECK.pitch), '24');
  await row.getByRole('button', { name: NECK.placeTheRow }).click();
  const placed = (await now()).tuners;
  const sorted = [...placed].sort((a, b) => a.at.x - b.at.x);
  sorted.slice(1).forEach((t, i) => {
    const before = sorted[i]!.at;
    expect(Math.hypot(t.at.x - before.x, t.at.y - before.y)).toBeCloseTo(24, 1);
  });
  expect(new Set(placed.map((t) => t.turn)).size).toBeGreaterThan(1);

  await page.getByRole('button', { name: NECK.addATree }).click();
  const [tree] = (await now()).trees;
  // Strings are counted from the thinnest: the tree holds the two of them that go furthest.
  expect(tree).toMatchObject({ first: 1, last: 2 });
  await dragBy(page, page.locator(`[data-grip="tree ${tree!.id}"]`), 20, 0);
  expect((await now()).trees[0]!.at.x).not.toBe(tree!.at.x);

  await page.locator('[data-tuner="t3"]').click();
  await page.keyboard.press('Delete');
  await expect(page.locator('[data-tuner]')).toHaveCount(5);
  await page.getByRole('button', { name: `${NECK.addTheTunerOf} 4` }).click();
  await expect(page.locator('[data-tuner]')).toHaveCount(6);
  expect((await now()).tuners.map((t) => t.string).sort()).toEqual([1, 2, 3, 4, 5, 6]);
});
