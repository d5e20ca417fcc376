/** `node bin/screenshots.mjs ADDRESS`: the pictures of docs/screenshots, from the demo data of a running application. */
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ROOT } from './lib/system.mjs';

const address = process.argv[2];
const only = process.argv[3];
if (!address) {
  console.error('Say where the application runs: node bin/screenshots.mjs http://127.0.0.1:4870');
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
      await page.getByText('The body’s measures').click();
      await page.getByTestId('measured-body').waitFor();
    },
  ],
  ['strings', 'Fathom', 'strings', 'light', async () => undefined],
  ['outline', 'Windrow', 'outline', 'light', async (page) => page.locator('[data-node="n17"]').click()],
  ['outline-dark', 'Skerry', 'outline', 'dark', async () => undefined],
  ['findings', 'Fathom', 'outline', 'light', async (page) => page.getByTestId('tale-findings').click()],
  ['templates', 'Windrow', 'templates', 'light', async () => undefined],
  [
    'printer',
    'Windrow',
    'templates',
    'light',
    async (page) => {
      await page.getByText('Show what a simulated printer makes of it').click();
      await page.getByText('Correct by these bars').scrollIntoViewIfNeeded();
    },
  ],
];

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
for (const [name, design, stage, theme, prepare] of SHOTS) {
  if (only && only !== name) continue;
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
  await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) });
  await page.close();
  console.log(`docs/screenshots/${name}.png`);
}
await browser.close();
