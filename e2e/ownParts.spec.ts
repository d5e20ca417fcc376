import type { Locator, Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { held, makeDesign, openStage, saved, type } from './help.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as LAYOUT } from '../web/src/stages/layout/words.ts';
import { WORDS as OUTLINE } from '../web/src/stages/outline/words.ts';
import { WORDS as NODES } from '../web/src/nodes/words.ts';
import { WORDS as STRINGS } from '../web/src/stages/strings/words.ts';

const region = (page: Page, name: string | RegExp): Locator => page.getByRole('region', { name });
const field = (of: Locator, name: string): Locator => of.getByRole('textbox', { name, exact: true });

test('a measured part is kept on the workshop’s shelf, replaced when told, laid down in another design, taken off', async ({
  page,
  request,
}) => {
  const name = `Estuary coil ${Date.now()}`;
  const one = await makeDesign(request, 'Measured here');
  await openStage(page, one, 'layout');
  await page.locator('[data-part="p4"]').focus();
  await page.keyboard.press('Enter');
  await type(field(region(page, 'Bridge twin-coil'), 'Name'), name);
  await type(field(region(page, /^Measurements/), 'Pole spread'), '50.25');
  const keeping = region(page, 'Keep it');
  await keeping.getByRole('button', { name: LAYOUT.keepOnTheShelf }).click();
  await expect(keeping.getByRole('status')).toContainText(name);

  // Measured again under the same name: requested before it is replaced.
  await type(field(region(page, /^Measurements/), 'Pole spread'), '50.5');
  await keeping.getByRole('button', { name: LAYOUT.keepOnTheShelf }).click();
  await expect(keeping.getByRole('alert')).toContainText('is kept already');
  await keeping.getByRole('button', { name: LAYOUT.replaceIt }).click();
  await expect(keeping.getByRole('status')).toContainText('is on your own shelf');
  await saved(page);

  // In another design it stands on the same shelf, with the last reading.
  const two = await makeDesign(request, 'Placed there');
  await openStage(page, two, 'layout');
  await page.getByRole('button', { name: LAYOUT.yourOwn, exact: true }).click();
  const shelf = page.getByRole('list', { name: LAYOUT.yourOwnParts });
  await shelf.getByRole('button', { name, exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(region(page, name)).toBeVisible();
  await saved(page);
  const laid = (await held(request, two)).design.parts.find((p) => p.spec.name === name)!;
  expect(laid.spec.measures.spread).toBe(50.5);

  await shelf.getByRole('button', { name: `Remove ${name} from the shelf` }).click();
  await expect(shelf.getByRole('button', { name, exact: true })).toHaveCount(0);
  // Whoever had laid it down keeps it.
  await expect(region(page, name)).toBeVisible();
  // With the server gone the shelf says so, and the rest goes on.
  await page.context().setOffline(true);
  await page.getByRole('button', { name: LAYOUT.keepOnTheShelf }).click();
  await expect(region(page, 'Keep it').getByRole('alert')).toContainText('cannot be reached');
  await page.context().setOffline(false);
});

test('holes in rows and rings, an offset of another opening, and where an island stands', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Holes');
  await openStage(page, id, 'layout?desk=openings');
  await page.getByRole('button', { name: LAYOUT.ringOfHoles }).click();
  const ring = region(page, 'Step 1: holes');
  await type(field(ring, 'Holes'), '8');
  await type(field(ring, 'Circle through their middles'), '30');
  await expect(page.locator('[data-opening].is-chosen path.part-area')).toHaveCount(8);
  await type(field(ring, 'Holes'), '99');
  await expect(ring.getByRole('alert')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: LAYOUT.rowsOfHoles }).click();
  await type(field(region(page, 'Step 1: holes'), 'Holes along'), '5');
  await expect(page.locator('[data-opening].is-chosen path.part-area')).toHaveCount(10);

  // An offset of the control cavity, 5 mm outside it; an island is put aside of the middle.
  await page.getByRole('button', { name: LAYOUT.chamberAlongTheEdge }).click();
  const chamber = region(page, 'Step 1: chamber');
  await chamber.getByRole('combobox', { name: LAYOUT.itFollows }).selectOption({ label: 'Control cavity' });
  await type(field(chamber, 'Inside it by'), '-5');
  await page.getByRole('button', { name: LAYOUT.rectangle, exact: true }).click();
  const rout = region(page, 'Step 1: rout');
  await rout.getByRole('button', { name: LAYOUT.addAnIsland }).click();
  await type(field(rout, 'Along from the middle'), '-8');
  await type(field(rout, 'Across from the middle'), '3');
  await rout.getByText(LAYOUT.cornerRadiusFromTheBit).click();
  await type(field(rout, 'Bit'), '16');
  await saved(page);
  const { design } = await held(request, id);
  const shapes = design.openings.map((o) => o.steps[0]!.shape);
  expect(shapes).toContainEqual({ kind: 'ring', diameter: 6, holes: 8, across: 30 });
  expect(shapes).toContainEqual(expect.objectContaining({ kind: 'inset', of: 'o1', by: -5 }));
  expect(design.openings.at(-1)!.steps[0]).toMatchObject({ bit: 16, islands: [{ at: { x: -8, y: 3 } }] });
});

test('kinds of string give the compensation, and a glued neck takes a tenon', async ({ page, request }) => {
  const id = await makeDesign(request, 'Kinds of string');
  await openStage(page, id, 'strings');
  await page.getByRole('radio', { name: NODES.kind, exact: true }).click();
  await page.getByRole('button', { name: STRINGS.addAKind }).click();
  const fourth = page.getByRole('group', { name: 'Kind 4' });
  await type(fourth.getByLabel('Kind 4'), 'Half-round');
  await type(fourth.getByLabel(STRINGS.core), '60');
  await page.getByRole('combobox', { name: 'String 6' }).selectOption({ label: 'Half-round' });
  await page.getByRole('radio', { name: STRINGS.compensation }).click();
  await page.getByRole('button', { name: STRINGS.estimate, exact: true }).click();
  await saved(page);
  const { strings } = (await held(request, id)).design;
  expect(strings.typeOf[0]).toBe(3);
  // (60/38)² of the round-wound estimate, both in tenths.
  const round = (205_000 * (Math.PI / 4) * (strings.gauges[0]! * 0.38) ** 2 * 1.8 ** 2) / (75 * 628);
  expect(strings.compensation[0]).toBeCloseTo(round * (60 / 38) ** 2, 0);

  await openStage(page, id, 'layout?desk=neck');
  // Every saddle is reported against the bridge's travel here too.
  await expect(page.getByRole('table', { name: LAYOUT.saddles })).toBeVisible();
  await page.getByRole('combobox', { name: LAYOUT.theNeckIs }).selectOption('glued');
  await page.getByText(LAYOUT.aTenonNarrowerThanTheHeel).click();
  await type(page.getByRole('textbox', { name: LAYOUT.cheekToCheek }), '38');
  await saved(page);
  expect((await held(request, id)).design.neck).toMatchObject({ joint: 'glued', tenon: 38 });
});

test('once a design stands, every stage and desk opens without the server', async ({ page, request }) => {
  const id = await makeDesign(request, 'Offline');
  const fetched: string[] = [];
  page.on('response', (r) => fetched.push(r.url()));
  await openStage(page, id, 'strings');
  await expect.poll(() => fetched.some((url) => /AlongChart/.test(url)), { timeout: 20_000 }).toBe(true);
  await page.waitForLoadState('networkidle');
  // What is fetched ahead comes piece by piece: nothing more for a while.
  let last = -1;
  await expect
    .poll(
      () => {
        const isQuiet = fetched.length === last;
        last = fetched.length;
        return isQuiet;
      },
      { intervals: [2000], timeout: 30_000 },
    )
    .toBe(true);
  await page.context().setOffline(true);
  await page.getByRole('navigation', { name: FRAME.workOrder }).getByText('Layout', { exact: true }).click();
  for (const name of ['Openings', 'Neck join', 'Wires', 'Parts']) {
    await page.getByRole('tab', { name, exact: true }).click();
    await expect(page.locator('aside section').first()).toBeVisible();
  }
  await page.getByRole('navigation', { name: FRAME.workOrder }).getByText('Outline', { exact: true }).click();
  await page.getByRole('tab', { name: OUTLINE.judge }).click();
  await expect(page.locator('aside section').first()).toBeVisible();
  await expect(page.getByText(FRAME.thisPageFailed)).toHaveCount(0);
  await page.context().setOffline(false);
});
