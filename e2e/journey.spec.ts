import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import DxfParser from 'dxf-parser';
import { expect, test } from '@playwright/test';
import { dragBy, held, makeDesign, openStage, saved, type } from './help.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as LIST } from '../web/src/designs/words.ts';
import { WORDS as LAYOUT } from '../web/src/stages/layout/words.ts';
import { WORDS as TEMPLATES } from '../web/src/stages/templates/words.ts';

test('from the list to paper in hand, and found again', async ({ page, request }) => {
  const id = await makeDesign(request, 'Journey');
  await page.goto('/');
  await page.getByRole('link', { name: 'Open Journey', exact: true }).click();

  // Another scale length moves every fret and is one step.
  const scale = page.getByRole('textbox', { name: LIST.scaleLength });
  await expect(scale).toHaveValue('628.0');
  await type(scale, '25 1/4 in');
  await expect(page.getByRole('row', { name: /^12 320\.68/ })).toBeVisible();
  await page.getByRole('button', { name: /^Undo: scale length/ }).click();
  await expect(page.getByRole('row', { name: /^12 314\.00/ })).toBeVisible();
  await page.getByRole('button', { name: /^Redo: scale length/ }).click();

  // A dragged node moves the readings and is one step, however long the drag.
  await page
    .getByRole('navigation', { name: FRAME.workOrder })
    .getByRole('link', { name: /Outline/ })
    .click();
  const length = page.getByTestId('reading-length');
  await expect(length).toContainText('515.0');
  await dragBy(page, page.locator('[data-node="n12"]'), -30, 0);
  await expect(length).not.toContainText('515.0');
  await expect(length).toContainText('▲');
  const moved = await length.innerText();
  await page.getByRole('button', { name: 'Undo: moved node 12' }).click();
  await expect(length).toContainText('515.0');
  await expect(page.getByRole('button', { name: /^Undo: scale length/ })).toBeVisible();
  await page.getByRole('button', { name: 'Redo: moved node 12' }).click();
  expect((await length.innerText()).split('\n')[1]).toBe(moved.split('\n')[1]);
  await saved(page);

  // Paper: as many pages as the plan says, of the paper's size, named on every sheet.
  await page
    .getByRole('navigation', { name: FRAME.workOrder })
    .getByRole('link', { name: /Templates/ })
    .click();
  const sheets = Number(
    /\d+/.exec(await page.getByTestId('reading-sheets').locator('p').nth(1).innerText())![0],
  );
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: TEMPLATES.saveThePaperAsPdf }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('journey-paper.pdf');
  const path = await file.path();
  const info = execFileSync('pdfinfo', [path], { encoding: 'utf8' });
  // Two pages of the cover and the plan of the sheets go before them.
  expect(info).toMatch(new RegExp(`Pages:\\s+${sheets + 3}\\b`));
  expect(info).toMatch(/Page size:\s+841\.8\d* x 595\.2\d* pts \(A4\)/);
  const words = execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
  expect(words.match(/Journey/g)?.length).toBe(sheets + 3);
  expect(words.match(/100 mm/g)?.length).toBe(2 * sheets);
  expect(words).toMatch(/saved \d{4}-\d\d-\d\d \d\d:\d\d/);
  expect(words).toMatch(/from crosshair \d+ to crosshair \d+: [\d.]+ mm/);

  // A reload, and the list, find it as it was left.
  const { design } = await held(request, id);
  expect(design.strings.scaleLength).toBeCloseTo(641.35, 9);
  await page.reload();
  await page
    .getByRole('navigation', { name: FRAME.workOrder })
    .getByRole('link', { name: /Strings/ })
    .click();
  await expect(scale).toHaveValue('641.4');
  await scale.focus();
  await expect(scale).toHaveValue('25 1/4 in');
  await page.getByRole('link', { name: FRAME.allDesigns }).click();
  await expect(page.getByRole('article', { name: 'Journey', exact: true })).toContainText('641.4 mm');
});

test('a new design from an empty form, drawn with the keyboard alone', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: LIST.newDesign }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: LAYOUT.name, exact: true })).toBeFocused();
  await page.keyboard.type('By keys');
  await page.keyboard.press('Tab');
  await page.keyboard.type('7');
  await page.keyboard.press('Tab');
  await page.keyboard.type('660');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: LIST.create }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: LIST.scaleLength })).toHaveValue('660.0');
  await expect(page.getByRole('navigation', { name: FRAME.workOrder })).toContainText('660 mm · 7');
  await page
    .getByRole('navigation', { name: FRAME.workOrder })
    .getByRole('link', { name: /Outline/ })
    .focus();
  await page.keyboard.press('Enter');
  const node = page.locator('[data-node="n5"]');
  await node.focus();
  await expect(page.getByRole('heading', { name: /Selected: node 5 of/ })).toBeVisible();
  const field = page.getByLabel(LAYOUT.fromCentreLine);
  const before = Number(await field.inputValue());
  await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('ArrowUp');
  await expect(field).toHaveValue((before + 1.1).toFixed(1));
  await page.keyboard.press('Delete');
  await expect(node).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(node).toHaveCount(1);
  await saved(page);
});

test('files: one closed outline in millimetres, frets, and a design that opens again', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Files <&> “here”');
  await openStage(page, id, 'outline');
  const take = async (item: string): Promise<string> => {
    await page.getByRole('button', { name: FRAME.printAndExport }).click();
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: item }).click(),
    ]);
    return readFileSync(await file.path(), 'utf8');
  };
  const svg = await take('Template drawing');
  expect(svg).toMatch(/width="[\d.]+mm" height="[\d.]+mm"/);
  expect(svg).toContain('Files &lt;&amp;&gt;');
  const read = await page.evaluate((text) => {
    const doc = new DOMParser().parseFromString(text, 'image/svg+xml');
    const root = doc.documentElement as unknown as SVGSVGElement;
    document.body.append(root);
    const outline = root.querySelector<SVGPathElement>('#outline')!;
    const box = outline.getBBox();
    const result = {
      errors: doc.querySelectorAll('parsererror').length,
      outlines: root.querySelectorAll('#layer-outline path').length,
      closed: /^M[^MZ]*Z$/.test(outline.getAttribute('d')!),
      width: box.width,
      perMm: root.viewBox.baseVal.width / parseFloat(root.getAttribute('width')!),
    };
    root.remove();
    return result;
  }, svg);
  expect(read).toMatchObject({ errors: 0, outlines: 1, closed: true });
  expect(read.perMm).toBeCloseTo(1, 6);
  expect(Math.abs(read.width - 515.0)).toBeLessThan(0.1);
  const csv = await take('Frets and slot ends');
  expect(csv.split('\r\n').length).toBe(25);
  const dxf = await take('Profiles as arcs');
  const parsed = new DxfParser().parseSync(dxf)!;
  expect(parsed.header.$INSUNITS).toBe(4);
  const profiles = parsed.entities.filter((e) => e.layer === 'OUTLINE');
  expect(profiles).toMatchObject([{ type: 'LWPOLYLINE', shape: true }]);
  await expect(page.getByRole('status').filter({ hasText: 'DXF in millimetres' })).toBeVisible();
  const json = await take('Design file');
  await page.goto('/');
  await page
    .getByTestId('open-file')
    .setInputFiles({ name: 'again.json', mimeType: 'application/json', buffer: Buffer.from(json) });
  await expect(page.getByRole('button', { name: FRAME.printAndExport })).toBeVisible();
  const again = page.url().match(/designs\/([^/]+)\//)![1]!;
  expect(again).not.toBe(id);
  expect((await held(request, again)).design).toEqual((await held(request, id)).design);
});

test('the list: rename, duplicate, archive, restore', async ({ page, request }) => {
  await makeDesign(request, 'Listed');
  await page.goto('/');
  const more = async (name: string, item: string): Promise<void> => {
    await page.getByRole('button', { name: `More for ${name}`, exact: true }).click();
    await page.getByRole('menuitem', { name: item }).click();
  };
  await more('Listed', 'Rename');
  await page.getByLabel(LIST.newName).fill('Renamed <b>here</b>');
  await page.getByLabel(LIST.newName).press('Enter');
  const renamed = page.getByRole('article', { name: 'Renamed <b>here</b>', exact: true });
  await expect(renamed).toBeVisible();
  await more('Renamed <b>here</b>', 'Duplicate');
  const copy = page.getByRole('article', { name: 'Renamed <b>here</b>, copy', exact: true });
  await expect(copy).toBeVisible();
  await more('Renamed <b>here</b>, copy', 'Archive');
  await expect(copy).toHaveCount(0);
  await page.getByRole('tab', { name: LIST.archived }).click();
  await expect(copy).toBeVisible();
  await more('Renamed <b>here</b>, copy', 'Restore');
  await page.getByRole('tab', { name: LIST.designs }).click();
  await expect(copy).toBeVisible();
});
