/** `node --import tsx bin/screenshots.mjs ADDRESS`: the pictures of docs/screenshots, from the demo data of a running application. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { photoFile } from '../e2e/photo.ts';
import { CHROMIUM, ROOT } from './lib/system.mjs';

const address = process.argv[2];
const only = process.argv[3];
if (!address) {
  console.error(
    'Say where the application runs: node --import tsx bin/screenshots.mjs http://127.0.0.1:4870',
  );
  process.exit(1);
}

const press = async (page, name) => page.getByRole('button', { name }).click();

/** Name, design and stage (or the list), theme, and what is done before the picture is taken. */
const SHOTS = [
  ['list', null, null, 'light', async () => undefined],
  [
    'measures',
    null,
    null,
    'light',
    async (page) => {
      await press(page, 'New design');
      await page.getByText('Body measurements').click();
      await page.getByTestId('measured-body').waitFor();
    },
  ],
  ['strings', 'Fathom', 'strings', 'light', async () => undefined],
  ['outline', 'Windrow', 'outline', 'light', async (page) => page.locator('[data-node="n13"]').click()],
  ['neck', 'Fathom', 'neck', 'light', async (page) => page.mouse.move(690, 280)],
  [
    'headstock',
    'Skerry',
    'neck',
    'dark',
    async (page) => {
      await page.getByRole('tab', { name: 'Headstock' }).click();
      await page.locator('[data-tuner="t2"]').click();
    },
  ],
  ['layout', 'Windrow', 'layout', 'light', async (page) => page.locator('[data-part="p4"]').click()],
  [
    'neck-join',
    'Windrow',
    'layout',
    'light',
    async (page) => {
      await page.getByRole('tab', { name: 'Neck join' }).click();
      await page.getByTestId('side-view').waitFor();
    },
  ],
  [
    'findings',
    'Windrow, to be mended',
    'layout',
    'light',
    async (page) => page.getByTestId('reading-findings').click(),
  ],
  [
    'shape',
    'Windrow',
    'shape',
    'light',
    async (page) => {
      await page.getByRole('listitem').filter({ hasText: 'Forearm bevel' }).getByRole('button').click();
      await page.waitForTimeout(3000);
    },
  ],
  [
    'solid',
    'Windrow',
    'shape',
    'light',
    async (page) => {
      await page.getByText('Solid view', { exact: true }).click();
      await page.getByTestId('solid').waitFor({ timeout: 60_000 });
      await page.waitForTimeout(3000);
    },
  ],
  [
    'solid-dark',
    'Skerry',
    'shape',
    'dark',
    async (page) => {
      await page.getByText('Solid view', { exact: true }).click();
      await page.getByTestId('solid').waitFor({ timeout: 60_000 });
      await page.getByLabel('Parts', { exact: true }).selectOption({ label: 'Hidden' });
      await page.getByLabel('Cut open', { exact: true }).selectOption({ label: 'Across' });
      await page.getByText('Keep the other side').click();
      await page.getByText('With the neck', { exact: true }).click();
      await press(page, 'Angled');
      await page.waitForTimeout(3000);
    },
  ],
  [
    'weight',
    'Windrow',
    'balance',
    'light',
    async (page) => {
      await page.getByRole('heading', { name: 'What weighs what' }).evaluate((e) => e.scrollIntoView());
      await page.getByRole('button', { name: 'Fixed bridge', exact: true }).click();
      await page.waitForTimeout(1500);
    },
  ],
  [
    'standing',
    'Skerry',
    'balance',
    'light',
    async (page) => {
      await page.getByRole('tab', { name: 'Standing' }).click();
      await page
        .getByRole('heading', { name: 'What the fretting hand does' })
        .evaluate((e) => e.scrollIntoView());
      await page.waitForTimeout(2500);
    },
  ],
  [
    'sitting',
    'Fathom',
    'balance',
    'dark',
    async (page) => {
      await page.getByRole('tab', { name: 'Sitting' }).click();
      await page.getByRole('radio', { name: 'Neck side' }).click();
      await page.waitForTimeout(1000);
    },
  ],
  [
    'mends',
    'Skerry',
    'balance',
    'light',
    async (page) => {
      await page.getByRole('tab', { name: 'Mends' }).click();
      const cards = page.getByRole('list', { name: 'Mends' }).getByRole('group');
      await cards.first().waitFor({ timeout: 90_000 });
      await cards.first().getByRole('button').first().click();
      await page.waitForTimeout(2000);
    },
  ],
  ['templates', 'Windrow', 'templates', 'light', async () => undefined],
  [
    'tracing',
    'Windrow, traced',
    'outline',
    'light',
    async (page) => {
      await page.getByRole('tab', { name: 'Trace' }).click();
      const photo = await photoFile(JSON.parse(readFileSync(join(ROOT, 'demo', 'windrow.json'), 'utf8')));
      await page
        .getByLabel('Picture file')
        .setInputFiles({ name: 'on the bench.jpg', mimeType: 'image/jpeg', buffer: photo.bytes });
      await page.locator('[data-underlay]').waitFor();
      await press(page, 'Mark four known points');
      await page.getByRole('combobox', { name: 'What is marked' }).selectOption('A sheet of A5');
      for (const corner of photo.sheet) {
        const at = await page.locator('[data-underlay]').evaluate((image, { x, y }) => {
          const q = new DOMPoint(x, y).matrixTransform(image.getScreenCTM());
          return { x: q.x, y: q.y };
        }, corner);
        await page.mouse.click(at.x, at.y);
      }
      await page.mouse.move(600, 700);
    },
  ],
  [
    'fairing',
    'Windrow, with a lump',
    'outline',
    'light',
    async (page) => {
      await page.getByRole('tab', { name: 'Judge' }).click();
      await press(page, 'Look for lumps');
      const field = page.getByRole('textbox', { name: 'Edge may move by' });
      await field.fill('1.5');
      await field.press('Enter');
      await page.getByText('goes').first().waitFor();
    },
  ],
];

/** Copies of demo designs that a picture needs changed; archived again after it. */
const COPIES = {
  'Windrow, traced': (windrow) => windrow,
  'Windrow, to be mended': (windrow, core) => {
    // The control cavity slid from under its parts; one of the findings is meant so.
    const at = (o) => ({ x: o.at.x - 6, y: o.at.y - 14 });
    const openings = windrow.openings.map((o) => (o.id === 'o1' ? { ...o, at: at(o) } : o));
    return core.edits.acceptFinding(
      { ...windrow, openings },
      { rule: 'body-hits-wall', subject: 'p8', measured: 7, reason: 'the switch is thinned by hand' },
    );
  },
  'Windrow, with a lump': (windrow, core) => {
    // Nodes close together on the lower bout, one of them lifted off the edge.
    let design = windrow;
    for (const share of [0.66, 0.5, 0.4]) design = core.addOnEdge(design, 6, share).design;
    return core.edits.moveNodes(design, [design.outline.nodes[8].id], { x: 0, y: 0.7 });
  },
};

/** Makes the copy of a demo design under its own name; returns how to archive it. */
async function makeCopy(name) {
  const core = await import('@pelkin/core');
  const source = JSON.parse(
    readFileSync(join(ROOT, 'demo', `${name.split(',')[0].toLowerCase()}.json`), 'utf8'),
  );
  const design = { ...COPIES[name](source, core), name };
  const headers = { 'content-type': 'application/json' };
  const made = await fetch(`${address}/api/designs`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ design }),
  });
  const { id } = await made.json();
  return () =>
    fetch(`${address}/api/designs/${id}/archive`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ archived: true }),
    });
}

const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: ['--no-sandbox', '--use-gl=angle', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'],
});
/** Waits until no reading is under way: what takes long is in the picture too. */
const readingsDone = (page) =>
  page.waitForFunction(
    () =>
      ![...document.querySelectorAll('[data-testid^="reading-"]')].some((r) =>
        /…|measuring|checking/.test(r.textContent),
      ),
    undefined,
    { timeout: 30_000 },
  );

for (const [name, design, stage, theme, prepare] of SHOTS) {
  if (only && only !== name) continue;
  const archive = design && COPIES[design] ? await makeCopy(design) : null;
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: theme });
  await page.goto(address);
  await page.getByRole('article', { name: 'Windrow', exact: true }).waitFor();
  if (!design) await prepare(page);
  else {
    await page.getByRole('link', { name: `Open ${design}`, exact: true }).click();
    await page
      .getByRole('navigation', { name: 'Work order' })
      .getByRole('link', { name: new RegExp(stage, 'i') })
      .click();
    await page.getByTestId('saved-state').waitFor();
    await page.waitForTimeout(600);
    await prepare(page);
  }
  await page.waitForTimeout(300);
  if (design) await readingsDone(page);
  await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) });
  await page.close();
  if (archive) await archive();
  console.log(`docs/screenshots/${name}.png`);
}
await browser.close();
