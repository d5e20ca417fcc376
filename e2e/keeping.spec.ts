import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { held, makeDesign, openStage, saved, type, measureLabel } from './help.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as LIST } from '../web/src/designs/words.ts';
import { WORDS as STRINGS } from '../web/src/stages/strings/words.ts';

test('a change is saved within two seconds, and the title line says so', async ({ page, request }) => {
  const id = await makeDesign(request, 'Autosave');
  await openStage(page, id, 'strings');
  await type(page.getByRole('textbox', { name: STRINGS.nutWidth }), '43');
  await expect(page.getByTestId('saved-state')).toHaveText('1 change waiting for the server');
  await expect
    .poll(async () => (await held(request, id)).design.strings.nutWidth, { timeout: 2000 })
    .toBe(43);
  await saved(page);
});

test('a server that is away: work goes on, a reload keeps it, and it is sent when the server is back', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Away');
  await openStage(page, id, 'strings');
  await page.route('**/api/designs/**', (route) =>
    ['PUT', 'PATCH'].includes(route.request().method()) ? route.abort() : route.continue(),
  );
  await type(page.getByRole('textbox', { name: STRINGS.nutWidth }), '44');
  await expect(page.getByTestId('saved-state')).toHaveText(/server away: 1 change kept on this device/);
  await type(page.getByRole('textbox', { name: LIST.scaleLength }), '640');
  await expect(page.getByTestId('saved-state')).toHaveText(/server away: 2 changes kept on this device/);
  expect((await held(request, id)).revision).toBe(1);
  await page.reload();
  await expect(page.getByRole('textbox', { name: STRINGS.nutWidth })).toHaveValue('44.0');
  await expect(page.getByRole('textbox', { name: LIST.scaleLength })).toHaveValue('640.0');
  await page.unroute('**/api/designs/**');
  await saved(page);
  expect((await held(request, id)).design.strings).toMatchObject({ nutWidth: 44, scaleLength: 640 });
});

test('a save whose answer was lost is not mistaken for somebody else’s', async ({ page, request }) => {
  const id = await makeDesign(request, 'Lost answer');
  await openStage(page, id, 'strings');
  let lost = 0;
  await page.route('**/api/designs/**', async (route) => {
    if (route.request().method() !== 'PATCH' || lost > 0) return route.continue();
    lost += 1;
    await route.fetch();
    return route.abort();
  });
  await type(page.getByRole('textbox', { name: STRINGS.nutWidth }), '44');
  await expect.poll(() => lost).toBe(1);
  await saved(page);
  expect((await held(request, id)).revision).toBe(2);
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('two tabs: what each changed is put together at once; the same thing changed twice is asked', async ({
  context,
  request,
}) => {
  const id = await makeDesign(request, 'Two tabs');
  const [one, two] = [await context.newPage(), await context.newPage()];
  await openStage(one, id, 'strings');
  await openStage(two, id, 'strings');
  await type(one.getByRole('textbox', { name: STRINGS.nutWidth }), '43');
  await saved(one);
  await expect(two.getByRole('textbox', { name: STRINGS.nutWidth })).toHaveValue('43.0');
  await expect(two.getByRole('status', { name: FRAME.takenIn })).toContainText('nut width 43');
  await type(two.getByRole('textbox', { name: LIST.scaleLength }), '650');
  await expect(one.getByRole('textbox', { name: LIST.scaleLength })).toHaveValue('650.0');
  // Undo takes back what was done here, not what came from elsewhere.
  await two.getByRole('button', { name: /^Undo: / }).click();
  await saved(two);
  expect((await held(request, id)).design.strings).toMatchObject({ nutWidth: 43, scaleLength: 628 });

  // Both at once, neither hearing of the other.
  await two.route('**/api/designs/**', (route) => route.abort());
  await type(two.getByRole('textbox', { name: STRINGS.nutWidth }), '44');
  await type(two.getByRole('textbox', { name: STRINGS.frets }), '24');
  await type(one.getByRole('textbox', { name: STRINGS.nutWidth }), '42');
  await saved(one);
  await two.unroute('**/api/designs/**');
  const notice = two.getByRole('alert', { name: FRAME.changedElsewhere });
  await expect(notice).toContainText('nut width: 44 here, 42 there');
  await two.getByRole('button', { name: FRAME.useTheServers }).click();
  await expect(notice).toHaveCount(0);
  await saved(two);
  expect((await held(request, id)).design.strings).toMatchObject({ nutWidth: 42, frets: 24 });
  await expect(one.getByRole('textbox', { name: STRINGS.frets })).toHaveValue('24');
});

test('undo and redo reach back over a reload, and over one in the middle of a cut-off server', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Undone later');
  await openStage(page, id, 'strings');
  const nut = page.getByRole('textbox', { name: STRINGS.nutWidth });
  const undo = page.getByRole('button', { name: /^Undo/ });
  await type(nut, '43');
  await type(nut, '44');
  await type(nut, '45');
  await undo.click();
  await saved(page);
  await page.waitForTimeout(1_500);
  await page.reload();
  await expect(nut).toHaveValue('44.0');
  await page.getByRole('button', { name: /^Redo: nut width/ }).click();
  await expect(nut).toHaveValue('45.0');
  await undo.click();
  await undo.click();
  await undo.click();
  await expect(nut).toHaveValue('42.0');
  await saved(page);
  expect((await held(request, id)).design.strings.nutWidth).toBe(42);

  await page.route('**/api/designs/**', (route) =>
    route.request().method() === 'GET' ? route.continue() : route.abort(),
  );
  await type(nut, '41');
  await type(nut, '40');
  await page.waitForTimeout(1_500);
  await page.reload();
  await expect(nut).toHaveValue('40.0');
  await expect(page.getByRole('button', { name: /^Undo: nut width/ })).toBeVisible();
  await undo.click();
  await expect(nut).toHaveValue('41.0');
});

test('leaving the page at once loses nothing', async ({ page, request }) => {
  const id = await makeDesign(request, 'Leaving');
  await openStage(page, id, 'strings');
  await type(page.getByRole('textbox', { name: STRINGS.nutWidth }), '45');
  await page.getByRole('link', { name: FRAME.allDesigns }).click();
  await expect.poll(async () => (await held(request, id)).design.strings.nutWidth).toBe(45);
  await page.goto(`/designs/${id}/strings`);
  await expect(page.getByRole('textbox', { name: STRINGS.nutWidth })).toHaveValue('45.0');
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('the name is changed in the title line; an empty one is not taken', async ({ page, request }) => {
  const id = await makeDesign(request, 'Named');
  await openStage(page, id, 'outline');
  const rename = async (name: string): Promise<void> => {
    await page.getByRole('button', { name: FRAME.designName }).click();
    await page.getByRole('textbox', { name: FRAME.designName }).fill(name);
    await page.keyboard.press('Enter');
  };
  await rename('Named “again”');
  await expect(page).toHaveTitle('Named “again” · Pelkin');
  await expect(page.getByRole('button', { name: FRAME.designName })).toBeFocused();
  await rename('   ');
  await expect(page).toHaveTitle('Named “again” · Pelkin');
  await saved(page);
  expect((await held(request, id)).design.name).toBe('Named “again”');
  await page.getByRole('button', { name: 'Undo: renamed the design' }).click();
  await expect(page).toHaveTitle('Named · Pelkin');
  await page.getByRole('button', { name: FRAME.designName }).click();
  await page.getByRole('textbox', { name: FRAME.designName }).fill('Not this');
  await page.keyboard.press('Escape');
  await expect(page).toHaveTitle('Named · Pelkin');
});

test('what cannot be opened says why', async ({ page }) => {
  await page.goto('/designs/00000000-0000-4000-8000-00000000dead/outline');
  await expect(page.getByText('There is no such design')).toBeVisible();
  await page.goto('/');
  const open = (name: string, text: string) =>
    page
      .getByTestId('open-file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  await open('broken.json', '{"format":');
  await expect(page.getByRole('alert')).toHaveText(/broken\.json: the file is not JSON/);
  await open('other.json', '{"format":"drawing"}');
  await expect(page.getByRole('alert')).toHaveText(/other\.json: .*not a Pelkin design/);
});

test('two machines that changed the same things: each is asked by itself, and what differs is dashed on the board', async ({
  browser,
  request,
}) => {
  const id = await makeDesign(request, 'Things');
  const pages = [await (await browser.newContext()).newPage(), await (await browser.newContext()).newPage()];
  const [one, two] = pages as [Page, Page];
  await openStage(one, id, 'strings');
  await openStage(two, id, 'outline');
  await two.route('**/api/designs/**', (route) => route.abort());
  await type(one.getByRole('textbox', { name: STRINGS.nutWidth }), '43');
  await openStage(one, id, 'outline');
  await type(one.getByRole('textbox', { name: measureLabel('lowerBout'), exact: true }), '330');
  await saved(one);
  await type(two.getByRole('textbox', { name: measureLabel('lowerBout'), exact: true }), '320');
  await two.unroute('**/api/designs/**');
  const notice = two.getByRole('alert', { name: FRAME.changedElsewhere });
  await expect(notice).toContainText('The same was changed here and there: outline');
  await expect(notice).not.toContainText('strings');
  await expect(two.getByTestId('ghost')).toBeVisible();
  await two.getByRole('button', { name: FRAME.keepWhatIsOnThisScreen }).click();
  await expect(notice).toHaveCount(0);
  await saved(two);
  const { design } = await held(request, id);
  expect(design.strings.nutWidth).toBe(43);
  await expect(two.getByTestId('reading-widest')).toContainText('320.0');
  await expect(one.getByTestId('reading-widest')).toContainText('320.0', { timeout: 15_000 });
  for (const page of pages) await page.context().close();
});

test('a frozen revision is made, looked at, gone back to, and never changed', async ({ page, request }) => {
  const id = await makeDesign(request, 'Frozen');
  await openStage(page, id, 'outline');
  const button = page.getByTitle(FRAME.revisionsAndRestorePoints);
  await expect(button).toHaveText(FRAME.revisions);
  await button.click();
  await page.getByRole('button', { name: FRAME.freezeThisState }).click();
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('name is empty');
  await page.getByLabel(FRAME.nameOfTheFrozenRevision).fill('First wood');
  await page.getByRole('button', { name: FRAME.freezeThisState }).click();
  await expect(page.getByRole('button', { name: 'Look at First wood' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(button).toHaveText('revision 1');
  await page.reload();
  await expect(button).toHaveText('revision 1');
  await type(page.getByRole('textbox', { name: measureLabel('lowerBout'), exact: true }), '330');
  await saved(page);
  await expect(button).toHaveText(FRAME.revisions);
  await button.click();
  await page.getByRole('button', { name: 'Look at First wood' }).click();
  const view = page.getByRole('complementary', { name: FRAME.whatChanged });
  await expect(view).toContainText('nodes of the outline');
  await expect(view).toContainText('314.5 → 330.0');
  await expect(page.getByTestId('ghost')).toBeVisible();
  await page.getByRole('button', { name: FRAME.restoreItAsANewState }).click();
  await saved(page);
  await expect(page.getByTestId('reading-widest')).toContainText('314.5');
  const { revision } = await held(request, id);
  expect(revision).toBe(3);
  await page.getByRole('button', { name: 'Undo: went back to “First wood”' }).click();
  await expect(page.getByTestId('reading-widest')).toContainText('330.0');
  const frozen = (await (await request.get(`/api/designs/${id}/revisions/1`)).json()) as { name: string };
  expect(frozen.name).toBe('First wood');
});

test('a stage that is marked done is a restore point; what changed since is listed and drawn', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Restored');
  await openStage(page, id, 'outline');
  await page.getByRole('button', { name: FRAME.markDone }).click();
  await saved(page);
  await type(page.getByRole('textbox', { name: measureLabel('lowerBout'), exact: true }), '330');
  await saved(page);
  await page.getByTitle(FRAME.revisionsAndRestorePoints).click();
  await page.getByRole('button', { name: /Look at Outline done/ }).click();
  const view = page.getByRole('complementary', { name: FRAME.whatChanged });
  await expect(view).toContainText('the state that was marked done');
  await expect(view).toContainText('314.5 → 330.0');
  await view.getByRole('button', { name: FRAME.close }).click();
  // Another design of the workshop can be compared, but is never taken over.
  const other = await makeDesign(request, 'Another one');
  expect(other).not.toBe(id);
  await page.getByTitle(FRAME.revisionsAndRestorePoints).click();
  await page.getByRole('button', { name: 'Look at Another one' }).click();
  await expect(view).toContainText('330.0');
  await expect(view.getByRole('button', { name: FRAME.restoreItAsANewState })).toHaveCount(0);
});
