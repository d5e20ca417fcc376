import { execFileSync } from 'node:child_process';
import { expect, test } from '@playwright/test';
import { held, saved, type, measureLabel } from './help.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as LIST } from '../web/src/designs/words.ts';
import { WORDS as LAYOUT } from '../web/src/stages/layout/words.ts';
import { WORDS as TEMPLATES } from '../web/src/stages/templates/words.ts';

test('from an empty list by measures to paper in hand', async ({ page, request }) => {
  // A list of its own: what other tests made is hidden from this page.
  await page.route('**/api/designs?archived=*', (route) =>
    route.fulfill({ json: { designs: [], total: 0 } }),
  );
  await page.goto('/');
  for (const way of ['From body measurements', 'From a design file', 'With the demo designs'])
    await expect(page.getByRole('button', { name: new RegExp(way) })).toBeVisible();
  await page.getByRole('button', { name: /From body measurements/ }).click();
  await page.getByRole('textbox', { name: LAYOUT.name }).fill('Measured');
  const body = page.getByTestId('measured-body');
  const before = await body.getAttribute('d');
  await type(page.getByRole('textbox', { name: measureLabel('lowerBout'), exact: true }), '13 in');
  await expect.poll(() => body.getAttribute('d')).not.toBe(before);

  // Measures that contradict each other are named, and nothing can be made of them.
  await type(page.getByRole('textbox', { name: measureLabel('waist'), exact: true }), '300');
  await expect(page.getByRole('alert')).toContainText('waist lies between wider bouts');
  await expect(page.getByRole('button', { name: LIST.create })).toBeDisabled();
  await type(page.getByRole('textbox', { name: '▲ Waist', exact: true }), '215');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: LIST.create }).click();

  await expect(page).toHaveURL(/\/outline$/);
  await expect(page.getByTestId('reading-widest')).toContainText('330.2');
  await expect(page.getByRole('textbox', { name: measureLabel('lowerBout'), exact: true })).toHaveValue(
    '330.2',
  );
  await expect(page.getByRole('textbox', { name: measureLabel('waist'), exact: true })).toHaveValue('215.0');
  // The measures stay live: another lower bout, the rest kept.
  await type(page.getByRole('textbox', { name: measureLabel('lowerBout'), exact: true }), '340');
  await expect(page.getByTestId('reading-widest')).toContainText('340.0');
  await expect(page.getByRole('textbox', { name: measureLabel('waist'), exact: true })).toHaveValue('215.0');
  await saved(page);
  const id = page.url().match(/designs\/([^/]+)\//)![1]!;
  expect(
    (await held(request, id)).design.outline.nodes.filter((n) => n.kind === 'fair').length,
  ).toBeLessThanOrEqual(16);

  await page
    .getByRole('navigation', { name: FRAME.workOrder })
    .getByRole('link', { name: /Templates/ })
    .click();
  await page.getByLabel(TEMPLATES.size).selectOption('roll');
  await expect(page.getByTestId('reading-sheets')).toContainText('1');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: TEMPLATES.saveThePaperAsPdf }).click(),
  ]);
  const path = await file.path();
  expect(execFileSync('pdfinfo', [path], { encoding: 'utf8' })).toMatch(/Pages:\s+3\b/);
  expect(execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' })).toContain('340.0 mm');
});

test('the empty list takes the demo designs, and the list is searched and put in order', async ({ page }) => {
  let shown = false;
  await page.route('**/api/designs?archived=false*', (route) =>
    shown ? route.continue() : route.fulfill({ json: { designs: [], total: 0 } }),
  );
  await page.goto('/');
  const made = page.waitForResponse((r) => r.url().endsWith('/api/demo') && r.status() === 201);
  shown = false;
  await page.getByRole('button', { name: /With the demo designs/ }).click();
  await made;
  shown = true;
  await page.reload();
  for (const name of ['Windrow', 'Skerry', 'Fathom'])
    await expect(page.getByRole('article', { name, exact: true }).first()).toBeVisible();
  await page.getByLabel(LIST.searchByName).fill('fATH');
  await expect(page.getByRole('article', { name: 'Skerry', exact: true })).toHaveCount(0);
  await expect(page.getByRole('article', { name: 'Fathom', exact: true }).first()).toBeVisible();
  await page.getByLabel(LIST.searchByName).fill('nothing such');
  await expect(page.getByText('No design is called “nothing such”.')).toBeVisible();
  await page.getByLabel(LIST.searchByName).fill('');
  await page.getByLabel(LIST.order).selectOption('scale');
  // In order over all pages: the longest scale is not on the first of them.
  const scales = (): Promise<number[]> =>
    page
      .getByRole('article')
      .evaluateAll((list) => list.map((a) => Number(/· ([\d.]+) mm/.exec(a.textContent ?? '')?.[1])));
  await expect
    .poll(async () => (await scales()).every((mm, i, all) => i === 0 || all[i - 1]! <= mm))
    .toBe(true);
  await page.getByLabel(LIST.searchByName).fill('skerry');
  await expect.poll(async () => (await scales()).every((mm) => mm === 762)).toBe(true);
});
