import { readFile } from 'node:fs/promises';
import type { Locator, Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { makeDesign, openStage, violations } from './help.ts';
import { WORDS as SHAPE } from '../web/src/stages/shape/words.ts';
import { WORDS as SOLIDS } from '../web/src/solids/words.ts';

// Solids are drawn by the processor where there is no graphics card; whole pages drawn so would be slow, so this file alone has it.
test.use({
  launchOptions: {
    executablePath: process.env['E2E_BROWSER'],
    args: [
      '--no-sandbox',
      '--use-gl=angle',
      '--use-angle=swiftshader',
      '--enable-unsafe-swiftshader',
      '--disable-gpu-compositing',
    ],
  },
});

const press = (page: Page, name: string): Promise<void> =>
  page.getByRole('button', { name, exact: true }).click();
const region = (page: Page, name: string): Locator => page.getByRole('region', { name, exact: true });

/** What a picture shows: how many of its pixels are not its corner’s colour, and a sum that tells it from others. */
const lookedAt = async (page: Page, bytes: Buffer): Promise<{ width: number; share: number; sum: number }> =>
  page.evaluate(async (base64) => {
    const binary = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
    const image = await createImageBitmap(new Blob([binary], { type: 'image/png' }));
    const canvas = new OffscreenCanvas(image.width, image.height);
    const context = canvas.getContext('2d')!;
    context.drawImage(image, 0, 0);
    const { data } = context.getImageData(0, 0, image.width, image.height);
    let [other, sum] = [0, 0];
    for (let i = 0; i < data.length; i += 4) {
      const differs = [0, 1, 2].some((k) => Math.abs(data[i + k]! - data[k]!) > 8);
      if (differs) other += 1;
      sum += data[i]! * ((i % 1009) + 1);
    }
    return { width: image.width, share: other / (data.length / 4), sum };
  }, bytes.toString('base64'));

const savedPicture = async (page: Page): Promise<{ width: number; share: number; sum: number }> => {
  const [download] = await Promise.all([page.waitForEvent('download'), press(page, SOLIDS.savePicture)]);
  return lookedAt(page, await readFile(await download.path()));
};

test('the solid view is turned, cut open and saved as a picture; a carve shows in it', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Seen from all sides');
  // What draws it comes when it is opened, not with the page.
  const scripts: Promise<string>[] = [];
  page.on('response', (r) => {
    if (r.url().endsWith('.js')) scripts.push(r.text().catch(() => ''));
  });
  const draws = async (): Promise<boolean> =>
    (await Promise.all(scripts)).some((script) => script.includes('WebGLRenderer'));
  await openStage(page, id, 'shape');
  expect(await draws()).toBe(false);
  await page.getByText(SOLIDS.solidView, { exact: true }).click();
  const solid = page.getByTestId('solid');
  await expect(solid).toBeVisible({ timeout: 30_000 });
  expect(await draws()).toBe(true);
  await expect(page.getByTestId('board')).toHaveCount(0);
  await page.getByLabel(SOLIDS.pictureSize).selectOption('1280 800');
  await expect(page.getByText(SOLIDS.makingTheSolid)).toHaveCount(0, { timeout: 30_000 });
  const first = await savedPicture(page);
  expect(first.width).toBe(1280);
  expect(first.share).toBeGreaterThan(0.05);
  // Neck, tuners and strings are left out and shown again.
  await page.getByText(SOLIDS.withTheNeck, { exact: true }).click();
  await expect.poll(async () => (await savedPicture(page)).sum).not.toBe(first.sum);
  await page.getByText(SOLIDS.withTheNeck, { exact: true }).click();
  await expect.poll(async () => (await savedPicture(page)).sum).toBe(first.sum);
  await solid.focus();
  for (let k = 0; k < 4; k += 1) await page.keyboard.press('ArrowRight');
  const turned = await savedPicture(page);
  expect(turned.sum).not.toBe(first.sum);
  // The eye stays where it was while the body is carved.
  await press(page, SHAPE.addForearm);
  await expect(region(page, 'Forearm bevel')).toBeVisible();
  await expect(page.getByText(SOLIDS.makingTheSolid)).toHaveCount(0, { timeout: 30_000 });
  await expect.poll(async () => (await savedPicture(page)).sum, { timeout: 30_000 }).not.toBe(turned.sum);
  await page.getByLabel(SOLIDS.cutOpen, { exact: true }).selectOption({ label: SOLIDS.acrossTheBody });
  const cut = await savedPicture(page);
  expect(cut.share).toBeLessThan(turned.share * 0.93);
  await press(page, SOLIDS.fromTheNeck);
  expect((await savedPicture(page)).share).toBeGreaterThan(0.02);
  await page.getByText(SOLIDS.solidView, { exact: true }).click();
  await expect(page.getByTestId('board')).toBeVisible();
});

for (const light of ['light', 'dark'] as const)
  test(`nothing keeps a screen reader or weak eyes from the solid view, ${light}`, async ({
    page,
    request,
  }) => {
    await page.emulateMedia({ colorScheme: light, reducedMotion: 'reduce' });
    const id = await makeDesign(request, `Seen by all, ${light}`);
    await openStage(page, id, 'shape');
    await page.getByText(SOLIDS.solidView, { exact: true }).click();
    await expect(page.getByTestId('solid')).toBeVisible({ timeout: 30_000 });
    expect(await violations(page, light)).toEqual([]);
  });
