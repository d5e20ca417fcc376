import type { BrowserContext, Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { held, makeDesign, openStage, saved, type } from './help.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as LIST } from '../web/src/designs/words.ts';
import { WORDS as LAYOUT } from '../web/src/stages/layout/words.ts';
import { WORDS as STRINGS } from '../web/src/stages/strings/words.ts';

const SAVES = ['PUT', 'PATCH'];
/** Every save of a context's pages goes nowhere, as if the server were away. */
const takeServerAway = (context: BrowserContext): Promise<unknown> =>
  context.route('**/api/designs/**', (route) =>
    SAVES.includes(route.request().method()) ? route.abort() : route.continue(),
  );
/**
 * Lets a page's saves be refused by itself, once its session storage says so: nothing gets out while it is being closed
 * either, when the browser does not hold its requests back any more.
 */
const cutOff = (): void => {
  const { fetch } = window;
  window.fetch = (input, init) =>
    sessionStorage.getItem('cut off') && (init?.method === 'PUT' || init?.method === 'PATCH')
      ? Promise.reject(new TypeError('cut off'))
      : fetch(input, init);
};
const nut = (page: Page) => page.getByRole('textbox', { name: STRINGS.nutWidth });
const scale = (page: Page) => page.getByRole('textbox', { name: LIST.scaleLength });
const state = (page: Page) => page.getByTestId('saved-state');
const kept = (page: Page) => page.getByRole('region', { name: FRAME.keptOnThisDevice });

test('two tabs edit while the server is away and are closed: the work of both is offered, taken by parts, or saved as a file', async ({
  context,
  request,
}) => {
  const id = await makeDesign(request, 'Two closed tabs');
  await context.addInitScript(cutOff);
  const [one, two] = [await context.newPage(), await context.newPage()];
  await openStage(one, id, 'strings');
  await openStage(two, id, 'strings');
  await expect(one.getByTestId('other-tabs')).toHaveText('open in another tab too');
  for (const page of [one, two]) await page.evaluate(() => sessionStorage.setItem('cut off', 'yes'));
  await type(nut(one), '44');
  await type(scale(two), '640');
  for (const page of [one, two])
    await expect(state(page)).toHaveText('server away: 1 change kept on this device');
  await one.close();
  await expect(two.getByTestId('other-tabs')).toHaveCount(0);
  await two.close();

  const page = await context.newPage();
  await openStage(page, id, 'strings');
  await expect(kept(page).getByRole('group')).toHaveCount(2);
  await expect(kept(page)).toContainText('at Strings');
  await expect(kept(page)).toContainText('Different from this screen: strings');
  expect((await held(request, id)).revision).toBe(1);
  const first = kept(page).getByRole('group').first();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    first.getByRole('button', { name: FRAME.saveAsAFile }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('two-closed-tabs-kept.pelkin.json');
  // A reload in the middle loses neither.
  await page.reload();
  await expect(kept(page).getByRole('group')).toHaveCount(2);
  await first.getByRole('button', { name: FRAME.useThem }).click();
  await saved(page);
  await expect(kept(page).getByRole('group')).toHaveCount(1);
  await kept(page).getByRole('button', { name: FRAME.delete, exact: true }).click();
  await kept(page).getByRole('button', { name: FRAME.deleteThemForGood }).click();
  await expect(kept(page)).toHaveCount(0);
  const { design } = await held(request, id);
  expect(
    [design.strings.nutWidth, design.strings.scaleLength].filter((v) => v === 44 || v === 640),
  ).toHaveLength(1);
  await page.reload();
  await saved(page);
  await expect(kept(page)).toHaveCount(0);
});

test('a tab in conflict keeps its work when the other one saves and both are closed', async ({
  context,
  request,
}) => {
  const id = await makeDesign(request, 'Conflict kept');
  const [one, two] = [await context.newPage(), await context.newPage()];
  await openStage(one, id, 'strings');
  await openStage(two, id, 'strings');
  await two.route('**/api/designs/**', (route) => route.abort());
  await type(nut(one), '43');
  await saved(one);
  await type(nut(two), '44');
  await type(scale(two), '650');
  await two.unroute('**/api/designs/**');
  await expect(two.getByRole('alert', { name: FRAME.changedElsewhere })).toBeVisible();
  await type(nut(one), '45');
  await saved(one);
  await one.close();
  await two.close();
  const page = await context.newPage();
  await page.goto(`/designs/${id}/strings`);
  // The only copy there is: it is kept, and the user chooses again.
  await expect(page.getByRole('alert', { name: FRAME.changedElsewhere })).toContainText(
    'nut width: 44 here, 45 there',
  );
  await expect(scale(page)).toHaveValue('650.0');
  expect((await held(request, id)).design.strings).toMatchObject({ nutWidth: 45, scaleLength: 628 });
});

test('a state that the server refuses stays here through a reload, names its field, and is saved once it is mended', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Refused');
  // While the page is closed its saves are not held back below: they go nowhere.
  await page.addInitScript(cutOff);
  await page.addInitScript(() => sessionStorage.removeItem('cut off'));
  await openStage(page, id, 'strings');
  await page.route('**/api/designs/**', (route) =>
    SAVES.includes(route.request().method()) && route.request().postData()?.includes('nutWidth') && nutRefused
      ? route.fulfill({
          status: 422,
          json: {
            error: {
              code: 'design-refused',
              message: 'strings.nutWidth: nut width 44 mm is odd',
              details: [{ where: 'strings.nutWidth', message: 'nut width 44 mm is odd' }],
              request: 'ab12cd34ef',
            },
          },
        })
      : route.continue(),
  );
  let nutRefused = true;
  await type(nut(page), '44');
  const notice = page.getByRole('alert', { name: FRAME.refused });
  await expect(notice).toContainText('strings.nutWidth: nut width 44 mm is odd');
  await expect(notice).toContainText('Request ab12cd34ef');
  await expect(state(page)).toHaveText('not saved: 1 change kept on this device');
  await page.evaluate(() => sessionStorage.setItem('cut off', 'yes'));
  await page.reload();
  await expect(nut(page)).toHaveValue('44.0');
  await expect(notice).toContainText('strings.nutWidth');
  nutRefused = false;
  await type(nut(page), '43.5');
  await saved(page);
  await expect(notice).toHaveCount(0);
  expect((await held(request, id)).design.strings.nutWidth).toBe(43.5);
});

test('full storage: said plainly, a copy is offered as a file, and leaving asks', async ({
  page,
  context,
  request,
}) => {
  const id = await makeDesign(request, 'Full');
  await openStage(page, id, 'strings');
  await takeServerAway(context);
  const session = await context.newCDPSession(page);
  const { origin } = new URL(page.url());
  await session.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 1 });
  await type(nut(page), '44');
  await expect(state(page)).toHaveText('server away: 1 change on this page only');
  await expect(page.getByText('nothing is kept on this device: its storage is full')).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: FRAME.saveACopyAsAFile }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('full.pelkin.json');
  let asked = false;
  page.on('dialog', (dialog) => {
    asked = dialog.type() === 'beforeunload';
    void dialog.dismiss();
  });
  await page.close({ runBeforeUnload: true });
  await expect.poll(() => asked).toBe(true);
  // With room again the next change is kept.
  await session.send('Storage.overrideQuotaForOrigin', { origin });
  await type(nut(page), '45');
  await expect(state(page)).toHaveText('server away: 2 changes kept on this device');
});

test('a browser that refuses storage, or throws when it is opened, opens the design all the same', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'No storage');
  await page.addInitScript(() => {
    Object.defineProperty(window, 'indexedDB', {
      get: () => ({
        open: () => {
          throw new DOMException('denied', 'SecurityError');
        },
      }),
    });
  });
  await openStage(page, id, 'strings');
  await expect(page.getByText('nothing is kept on this device: the browser does not allow it')).toBeVisible();
  await type(nut(page), '44');
  await saved(page);
  expect((await held(request, id)).design.strings.nutWidth).toBe(44);
});

test('storage emptied in the middle: the copy is written again', async ({ page, context, request }) => {
  const id = await makeDesign(request, 'Emptied');
  await openStage(page, id, 'strings');
  await takeServerAway(context);
  await type(nut(page), '44');
  await expect(state(page)).toHaveText('server away: 1 change kept on this device');
  const session = await context.newCDPSession(page);
  await session.send('Storage.clearDataForOrigin', {
    origin: new URL(page.url()).origin,
    storageTypes: 'indexeddb',
  });
  await type(scale(page), '640');
  await expect(state(page)).toHaveText('server away: 2 changes kept on this device');
  await page.reload();
  await expect(nut(page)).toHaveValue('44.0');
  await expect(scale(page)).toHaveValue('640.0');
});

test('the interface cannot make a design that is not taken: over 200 parts by copying is said, and nothing changes', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Too many');
  await page.goto(`/designs/${id}/layout`);
  await saved(page);
  // Chosen one by one in the list, where none lies over another; copied until no more can be.
  const rows = page.getByRole('list', { name: LAYOUT.placedParts }).getByRole('button');
  for (let i = 0; i < 12; i += 1) await rows.nth(i).click({ modifiers: i ? ['Shift'] : [] });
  await expect(page.locator('[data-part][aria-pressed="true"]')).toHaveCount(12);
  const refused = page.getByRole('alert', { name: FRAME.notDone });
  for (let i = 0; i < 30 && (await refused.count()) === 0; i += 1)
    await page.getByRole('button', { name: LAYOUT.copy, exact: true }).first().click();
  await expect(refused).toContainText('Over 200 parts cannot be kept');
  await saved(page);
  expect((await held(request, id)).design.parts.length).toBeLessThanOrEqual(200);
});
