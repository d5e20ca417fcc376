import type { Locator, Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { LAYERS } from '@pelkin/core';
import { centreOf, dragBy, goTo, held, makeDesign, onOneSheet, openStage, saved, type } from './help.ts';
import { printedPaths } from './printed.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { EDGE_WORDS } from '../web/src/shared/edgeWords.ts';
import { WORDS as LAYOUT } from '../web/src/stages/layout/words.ts';
import { WORDS as SHAPE } from '../web/src/stages/shape/words.ts';
import { WORDS as TEMPLATES } from '../web/src/stages/templates/words.ts';
import { PIECE_WORDS } from '../web/src/woods/words.ts';

const press = (page: Page, name: string): Promise<void> =>
  page.getByRole('button', { name, exact: true }).click();
const region = (page: Page, name: string): Locator => page.getByRole('region', { name, exact: true });
const findings = (page: Page): Locator => page.getByTestId('reading-findings');

/** A sum over the pixels of the map, to tell one picture from another. */
const mapSum = (page: Page): Promise<number> =>
  page.getByTestId('field').evaluate((canvas: HTMLCanvasElement) => {
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    return data.reduce((sum, v, i) => sum + (i % 4 === 3 ? 0 : v), 0);
  });

test('a carve runs over the control cavity: it is found with its number and place, and mended', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Carved');
  await openStage(page, id, 'shape');
  await press(page, SHAPE.addForearm);
  const bevel = region(page, 'Forearm bevel');
  await expect(bevel).toBeVisible();
  await expect(page.locator('[data-contour-place]')).toHaveCount(3);
  // On the player's side there is nothing under it; over the controls it is another matter.
  await expect(findings(page)).not.toContainText('stop');
  await bevel.getByRole('button', { name: SHAPE.otherSide }).click();
  const other = region(page, 'Forearm bevel 2');
  const drop = other.getByRole('textbox', { name: SHAPE.drop, exact: true });
  await type(drop, '34');
  await dragBy(page, page.locator('[data-contour-place$=" 1"]'), 0, -60);
  await expect(findings(page)).toContainText('stop', { timeout: 15_000 });
  await findings(page).click();
  const finding = page.getByText(/Control cavity.*under Forearm bevel 2/).first();
  await expect(finding).toBeVisible();
  await page.keyboard.press('Escape');
  await type(drop, '5');
  await expect(findings(page)).not.toContainText('stop', { timeout: 15_000 });
  await saved(page);
  const { design } = await held(request, id);
  expect(design.body.contours.map((c) => [c.face, c.depth])).toEqual([
    ['front', { by: 'drop', drop: 12 }],
    ['front', { by: 'drop', drop: 5 }],
  ]);
});

test('edges, an arch, the map and the section follow what is typed', async ({ page, request }) => {
  const id = await makeDesign(request, 'Edged');
  await openStage(page, id, 'shape');
  const flat = await mapSum(page);
  expect(flat).toBeGreaterThan(0);
  await page.getByRole('tab', { name: SHAPE.arch }).click();
  await region(page, SHAPE.front).getByRole('button', { name: SHAPE.addArch }).click();
  await expect.poll(() => mapSum(page)).not.toBe(flat);
  await expect(page.getByTestId('section-view').locator('.section-wood').first()).toBeVisible();
  await page.getByRole('tab', { name: SHAPE.edges }).click();
  const front = region(page, SHAPE.front);
  await front.getByRole('radio', { name: SHAPE.round, exact: true }).click();
  await type(front.getByRole('textbox', { name: SHAPE.radiusOfRound, exact: true }), '5');
  await front.getByRole('button', { name: SHAPE.addStretch }).click();
  await expect(page.locator('[data-stretch-end]')).toHaveCount(2);
  // Fine numbers come when the hand rests.
  await expect(region(page, 'Measured')).toContainText(/\d\.\d{3}/, { timeout: 20_000 });
  await saved(page);
  const { design } = await held(request, id);
  expect(design.body.edges.front.profile).toEqual({ kind: 'round', radius: 5 });
  expect(design.body.edges.front.stretches).toHaveLength(1);
  expect(design.body.arch.front).toHaveLength(4);
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-stretch-end]')).toHaveCount(0);
});

test('the section line is moved and turned, and tells the wood at the pointer', async ({ page, request }) => {
  const id = await makeDesign(request, 'Cut through');
  await openStage(page, id, 'shape');
  const view = page.getByTestId('section-view');
  const wood = view.locator('.section-wood').first();
  const before = await wood.getAttribute('d');
  await dragBy(page, page.locator('[data-section-end="from"]'), 60, 10);
  await expect.poll(() => wood.getAttribute('d')).not.toBe(before);
  const box = (await wood.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await expect(view).toContainText('of wood');
  await page.getByText(SHAPE.sectionUnderTheBoard).click();
  await expect(view).toHaveCount(0);
});

test('the body is handed over as a mesh, closed to the last triangle', async ({ page, request }) => {
  const id = await makeDesign(request, 'Handed over');
  await openStage(page, id, 'shape');
  await press(page, FRAME.printAndExport);
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 30_000 }),
    page.getByRole('menuitem', { name: /Wood as a mesh STL/ }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('handed-over-body.stl');
  const bytes = await readFile(await download.path());
  const count = bytes.readUInt32LE(80);
  expect(bytes.length).toBe(84 + 50 * count);
  // Each side of a triangle is walked once either way.
  const sides = new Map<string, number>();
  for (let t = 0; t < count; t += 1) {
    const corner = (k: number): string =>
      bytes.subarray(84 + 50 * t + 12 + 12 * k, 84 + 50 * t + 24 + 12 * k).toString('hex');
    for (const [a, b] of [
      [corner(0), corner(1)],
      [corner(1), corner(2)],
      [corner(2), corner(0)],
    ] as const) {
      const key = a < b ? a + b : b + a;
      sides.set(key, (sides.get(key) ?? 0) + (a < b ? 1 : -1));
    }
  }
  expect([...sides.values()].every((n) => n === 0)).toBe(true);
});

test('a bevel by its handles: the section goes with the place that is moved, the drop is pulled in it; copied to another design', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'By handles');
  await openStage(page, id, 'shape');
  await press(page, SHAPE.addForearm);
  const bevel = region(page, 'Forearm bevel');
  await expect(bevel).toBeVisible();
  const line = page.getByTestId('section-line').locator('.section-line');
  const before = await line.getAttribute('x1');
  await dragBy(page, page.locator('[data-contour-place$=" 1"]'), 25, 12);
  await expect.poll(() => line.getAttribute('x1')).not.toBe(before);
  const drop = bevel.getByRole('textbox', { name: SHAPE.drop, exact: true });
  const was = Number.parseFloat(await drop.inputValue());
  await dragBy(page, page.getByTestId('drop-handle'), 0, 12);
  await expect.poll(async () => Number.parseFloat(await drop.inputValue())).toBeGreaterThan(was + 1);
  // Escape in the middle of a pull puts the drop back.
  const pulled = await drop.inputValue();
  const handle = await centreOf(page.getByTestId('drop-handle'));
  await page.mouse.move(handle.x, handle.y);
  await page.mouse.down();
  await page.mouse.move(handle.x, handle.y + 9, { steps: 4 });
  await expect(drop).not.toHaveValue(pulled);
  await page.keyboard.press('Escape');
  await expect(drop).toHaveValue(pulled);
  await page.mouse.move(handle.x, handle.y + 20, { steps: 3 });
  await page.mouse.up();
  await expect(drop).toHaveValue(pulled);
  await saved(page);
  await bevel.getByRole('button', { name: SHAPE.copy, exact: true }).click();
  const other = await makeDesign(request, 'Taken over');
  // In the same page: what was copied is kept there, as parts are.
  await page.evaluate((to) => {
    window.history.pushState(null, '', to);
    window.dispatchEvent(new PopStateEvent('popstate'));
  }, `/designs/${other}/shape`);
  await page.getByRole('button', { name: new RegExp(`^${SHAPE.paste}`) }).click();
  await expect(region(page, 'Forearm bevel')).toBeVisible();
  await saved(page);
  const { design } = await held(request, other);
  expect(design.body.contours).toHaveLength(1);
});

test('a bevel made by three handles, and its start line printed: on paper where it is drawn, to a tenth of a mm', async ({
  page,
  request,
}) => {
  const demo = await held(request, await makeDesign(request, 'On paper'));
  const id = await makeDesign(request, 'Bevel printed', { print: onOneSheet(demo.design.print) });
  await openStage(page, id, 'shape');
  await press(page, SHAPE.addForearm);
  const bevel = region(page, 'Forearm bevel');
  await expect(bevel).toBeVisible();
  const drop = bevel.getByRole('textbox', { name: SHAPE.drop, exact: true });
  const was = Number.parseFloat(await drop.inputValue());
  await dragBy(page, page.locator('[data-contour-place$=" 2"]'), -8, 6);
  await dragBy(page, page.locator('[data-contour-place$=" 1"]'), 10, 8);
  await dragBy(page, page.getByTestId('drop-handle'), 0, 10);
  await expect.poll(async () => Number.parseFloat(await drop.inputValue())).toBeGreaterThan(was + 1);
  await saved(page);
  const { design } = await held(request, id);
  const own = design.body.contours.find((c) => c.name === 'Forearm bevel')!;
  const { line } = own;

  await goTo(page, id, 'templates');
  const printed = async (): Promise<readonly (readonly number[])[]> => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: TEMPLATES.saveThePaperAsPdf }).click(),
    ]);
    return printedPaths(await file.path(), 3);
  };
  const withLines = await printed();
  await page.getByLabel(LAYERS.carves.choice.label).click({ force: true });
  await saved(page);
  const without = new Set((await printed()).map(String));
  const only = withLines.filter((p) => !without.has(String(p)));
  // The start line goes through its places: from the first to each, as far on paper as in the design.
  const far = (of: readonly number[], i: number): number =>
    Math.hypot(of.at(-2)! - of[i]!, of.at(-1)! - of[i + 1]!);
  const [first, last] = [line[0]!, line.at(-1)!];
  const chord = Math.hypot(last.x - first.x, last.y - first.y);
  const path = only.find((p) => Math.abs(far(p, 0) - chord) < 0.1);
  expect(path, `${only.length} lines, a chord of ${chord.toFixed(2)} mm`).toBeDefined();
  for (const place of line) {
    const [toLast, toFirst] = [last, first].map((p) => Math.hypot(p.x - place.x, p.y - place.y));
    const off = Array.from({ length: path!.length / 2 }, (_, k) =>
      Math.hypot(
        far(path!, 2 * k) - toLast!,
        Math.hypot(path![2 * k]! - path![0]!, path![2 * k + 1]! - path![1]!) - toFirst!,
      ),
    );
    expect(Math.min(...off)).toBeLessThan(0.1);
  }
});

test('a glued-on front: a chamber closed under it, a sound opening with its rim, front and core as files', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Glued', { parts: [], openings: [], runs: [], guards: [] });
  await openStage(page, id, 'shape?desk=front');
  await press(page, SHAPE.addGluedFront);
  const front = region(page, SHAPE.gluedFront);
  await type(front.getByRole('textbox', { name: SHAPE.frontThickness, exact: true }), '10');
  await front.getByLabel(PIECE_WORDS.front, { exact: true }).selectOption('Spruce');
  // More than the body is thick cannot be kept, and says why.
  const thick = front.getByRole('textbox', { name: SHAPE.frontThickness, exact: true });
  await type(thick, '43');
  await expect(front).toContainText('core');
  await goTo(page, id, 'layout?desk=openings');
  await press(page, LAYOUT.chamberAlongTheEdge);
  const step = region(page, 'Step 1: chamber');
  await expect(step).toContainText(LAYOUT.closedUnderTheFront);
  await type(step.getByRole('textbox', { name: LAYOUT.depthInTheCore, exact: true }), '20');
  await press(page, LAYOUT.soundOpening);
  const rim = region(page, LAYOUT.rim);
  await rim.getByText(EDGE_WORDS.round, { exact: true }).click();
  await type(rim.getByRole('textbox', { name: EDGE_WORDS.radiusOfRound, exact: true }), '3');
  await saved(page);
  await goTo(page, id, 'shape?desk=front');
  await expect(page.getByText(SHAPE.volumeOfCore)).toBeVisible({ timeout: 20_000 });
  await expect(page.getByTestId('section-view').locator('.section-front').first()).toBeVisible();
  await press(page, FRAME.printAndExport);
  await press(page, FRAME.core);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: /Body as its cuts, the core/ }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/-core-solid\.json$/);
  const file = JSON.parse(await readFile(await download.path(), 'utf8')) as { front: { depth_mm: number }[] };
  // Faced down to the glue line; the neck’s pocket and the chamber go deeper.
  expect(file.front.map((r) => r.depth_mm).sort((a, b) => a - b)).toEqual([10, 16, 30]);
  const { design } = await held(request, id);
  expect(design.body.gluedFront).toEqual({ thickness: 10 });
  expect(design.weight.woods.front).toMatchObject({ name: 'Spruce', density: { likely: 430 } });
  expect(design.openings.map((o) => [o.face, o.steps[0]!.role, o.rim?.profile])).toEqual([
    ['front', 'chamber', undefined],
    ['front', 'sound opening', { kind: 'round', radius: 3 }],
  ]);
});
