import { readFileSync } from 'node:fs';
import type { Design } from '@pelkin/core';
import { createDeriver, newDesign } from '@pelkin/core';
import type { Locator, Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { centreOf, dragBy, held, makeDesign, openStage, saved, type } from './help.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as LAYOUT } from '../web/src/stages/layout/words.ts';

const windrow = JSON.parse(
  readFileSync(new URL('../core/tests/designs/pointed-windrow.json', import.meta.url), 'utf8'),
) as Design;
const derive = createDeriver();
const bare = {
  parts: [],
  openings: [],
  runs: [],
  neck: newDesign('x', 6, 628).neck,
} as unknown as Partial<Design>;

const region = (page: Page, name: string | RegExp): Locator => page.getByRole('region', { name });
const field = (of: Locator, name: string): Locator => of.getByRole('textbox', { name, exact: true });
const findings = (page: Page): Locator => page.getByTestId('reading-findings');

async function desk(page: Page, name: 'Parts' | 'Openings' | 'Neck join' | 'Wires'): Promise<void> {
  await page.getByRole('tab', { name }).click();
}

/** Takes a part from the shelf by keyboard; it lies where such parts usually do, and is chosen. */
async function fromShelf(page: Page, group: string, key: string): Promise<void> {
  const button = page.getByRole('button', { name: group, exact: true });
  if ((await button.getAttribute('aria-pressed')) !== 'true') await button.click();
  await page.locator(`[data-shelf="${key}"]`).focus();
  await page.keyboard.press('Enter');
}

/** Sets a number with the side that its word behind it says. */
async function put(section: Locator, name: string, value: number): Promise<void> {
  const entry = field(section, name);
  await type(entry, String(Math.abs(value)));
  const words = name.includes('centre') ? ['bass', 'treble'] : ['nutward', 'tailward'];
  const row = section
    .getByRole('group')
    .filter({ has: section.page().getByRole('textbox', { name, exact: true }) });
  const side = row.getByRole('button', { name: words[value < 0 ? 0 : 1]!, exact: true });
  // The word tells the side it is on: pressed where it is the other one.
  if ((await side.count()) && value !== 0) await side.click();
}

test('a six-string laid out from its outline alone, by hand and by numbers, to no problems found', async ({
  page,
  request,
}) => {
  test.setTimeout(150_000);
  const id = await makeDesign(request, 'Laid out', bare);
  await openStage(page, id, 'layout');

  // The bridge is dragged from the shelf to the centre line, and set by its saddles.
  const shelf = page.locator('[data-shelf="bridge-plate"]');
  const from = await centreOf(shelf);
  const board = (await page.getByTestId('board').boundingBox())!;
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(board.x + 260, board.y + 338, { steps: 8 });
  await expect(page.getByTestId('carried')).toBeVisible();
  await page.mouse.up();
  const bridge = region(page, 'Fixed bridge, six strings');
  await expect(field(bridge, 'From centre line')).toHaveValue('0.0');
  // Wherever the hand let it go, it is dragged on a little and then set by its saddles.
  await dragBy(page, page.locator('[data-part="p1"] circle'), 20, 0);
  await expect(page.getByRole('button', { name: 'Undo: moved Fixed bridge, six strings' })).toBeVisible();
  await page.getByRole('button', { name: LAYOUT.moveTheBridgeToSuitIts }).click();

  await fromShelf(page, 'Pickups', 'pickup-twin');
  await put(region(page, 'Twin-coil pickup'), 'From bridge', 133);
  await type(field(region(page, 'Twin-coil pickup'), 'Name'), 'Neck twin-coil');
  await type(field(region(page, /^Measurements/), 'Pole spread ▲'), '48.5');
  await fromShelf(page, 'Pickups', 'pickup-twin');
  await put(region(page, 'Twin-coil pickup'), 'From bridge', 40);
  await type(field(region(page, 'Twin-coil pickup'), 'Name'), 'Bridge twin-coil');
  await expect(region(page, 'Under the strings')).toContainText('51.4');

  // The cavity, its numbers, its cover with screws by rule.
  await desk(page, 'Openings');
  await page.getByRole('button', { name: 'Control cavity' }).click();
  const cavity = region(page, 'Control cavity');
  await put(cavity, 'From bridge', -22);
  await put(cavity, 'From centre line', -92);
  await type(field(cavity, 'Turned by'), '20');
  const step = region(page, 'Step 1: cavity');
  await type(field(step, 'Along'), '118');
  await type(field(step, 'Across'), '50');
  await type(field(step, 'Corner radius'), '14');
  const cover = region(page, 'Cover');
  await cover.getByRole('button', { name: LAYOUT.addACover }).click();
  await type(field(cover, LAYOUT.ledge), '7');
  await type(field(cover, LAYOUT.screwSpacingAbout), '85');
  await expect(cover.getByRole('button', { name: LAYOUT.removeTheCover })).toBeVisible();

  await desk(page, 'Parts');
  for (const [name, key, x, y] of [
    ['Volume', 'pot-24-long', -8, -85],
    ['Tone', 'pot-24-long', -46, -99],
  ] as const) {
    await fromShelf(page, 'Controls', key);
    const part = region(page, 'Pot 24 mm, long bush');
    await put(part, 'From bridge', x);
    await put(part, 'From centre line', y);
    await type(field(part, 'Name'), name);
  }
  await fromShelf(page, 'Jacks', 'jack-barrel');
  // Placed by a number it slides along the edge to it, and stands square.
  await put(region(page, 'Barrel jack in the edge'), 'From bridge', -92);
  await expect(field(region(page, 'Barrel jack in the edge'), LAYOUT.fromSquare)).toHaveValue('0');

  // Nothing can be said of heights before the join is decided.
  await desk(page, 'Neck join');
  await page.getByRole('combobox', { name: LAYOUT.theNeckIs }).selectOption('screwed');
  await type(field(region(page, 'The pocket in plan'), 'Tailward of the joint'), '66');
  const screws = region(page, 'Neck screws');
  await type(field(screws, 'Middle, tailward of the joint'), '33');
  await type(field(screws, 'Length under the head'), '40');
  await expect(region(page, 'Results')).toContainText('reaches it');
  await expect(page.getByTestId('side-view')).toContainText('saddle 13.6');

  await desk(page, 'Wires');
  const runs: readonly (readonly [readonly number[], readonly number[], number])[] = [
    [[172, -10, 11.5], [148, -10, 11.5], 6],
    [[118, -10, 11.5], [55, -10, 11.5], 6],
    [[33, -38, 11], [22, -60, 24], 6],
    [[-2, -80, 36], [-9.5, 19.5, 9.5], 3],
  ];
  for (const [i, [a, b, bit]] of runs.entries()) {
    await page.getByRole('button', { name: LAYOUT.addARun }).click();
    const run = region(page, `Run ${i + 1}`);
    await type(field(run, 'Bit'), String(bit));
    for (const [end, at] of [
      ['Begins', a],
      ['Ends', b],
    ] as const) {
      await put(run, `${end} from bridge`, at[0]!);
      await put(run, `${end} from centre line`, at[1]!);
      await type(field(run, `${end} below the face`), String(at[2]));
    }
  }
  await expect(region(page, 'To the controls').getByText('■ no way')).toHaveCount(0);
  await expect(findings(page)).toContainText('no problems found');
  await saved(page);

  // A reload finds all of it.
  const { design } = await held(request, id);
  expect(design.parts).toHaveLength(6);
  expect(design.openings[0]!.cover).toMatchObject({ ledge: 7, thickness: 2, apart: 85 });
  expect(design.runs).toHaveLength(4);
  await page.reload();
  await expect(findings(page)).toContainText('no problems found');
  await expect(page.getByTestId('reading-wall')).toContainText('mm');
});

/** Chooses a part in the list of those laid down. */
const choosePart = (page: Page, name: string): Promise<void> =>
  page
    .getByRole('list', { name: LAYOUT.placedParts })
    .getByRole('listitem')
    .filter({ hasText: name })
    .first()
    .click();

test('ten classic mistakes are found with their numbers, and gone again when they are undone', async ({
  page,
  request,
}) => {
  test.setTimeout(150_000);
  const id = await makeDesign(request, 'Mistaken');
  await openStage(page, id, 'layout');
  await expect(findings(page)).toContainText('no problems found');
  const list = page.getByLabel(FRAME.findings, { exact: true });

  const isFound = async (rule: string, text: string | RegExp): Promise<void> => {
    const hit = list.locator(`[data-finding="${rule}"]`).first();
    if (!(await list.isVisible())) await findings(page).click();
    await expect(hit).toContainText(text);
    await findings(page).click();
    await page.getByRole('button', { name: /^Undo: / }).click();
    await expect(findings(page)).toContainText('no problems found');
  };
  const opening = async (): Promise<void> => {
    await desk(page, 'Openings');
    await page.getByRole('listitem').filter({ hasText: 'Control cavity' }).first().click();
  };

  // 1. A cavity breaks the edge.
  await opening();
  await type(field(region(page, 'Control cavity'), 'From centre line'), '128');
  await isFound('breaks-edge', 'out of the body');
  // 2. Too little floor: 44 mm less 41.
  await type(field(region(page, 'Step 1: cavity'), 'Depth'), '41');
  await isFound('floor-thin', '3.00 mm');
  // 3. The ledge is forgotten.
  await region(page, 'Step 2: cover’s ledge').getByRole('button', { name: LAYOUT.remove }).click();
  await isFound('ledge-forgotten', 'Control cavity');

  // 4. A wall of end grain beside the pocket: its end less the rout's, 7 mm nearer.
  await desk(page, 'Parts');
  await choosePart(page, 'Neck twin-coil');
  await type(field(region(page, 'Neck twin-coil'), 'From bridge'), '140');
  const wall = derive(windrow).stringPlan.jointX - 66 - (140 + 38.5 / 2 + 0.4);
  await isFound('wall-thin-end-grain', `${wall.toFixed(2)} mm`);
  // 5. Poles beside the strings.
  await type(field(region(page, /^Measurements/), 'Pole spread'), '42');
  await isFound('poles-off', 'Neck twin-coil');
  // 6. The bridge out of reach of intonation.
  await choosePart(page, 'Fixed bridge');
  await type(field(region(page, 'Fixed bridge'), 'From bridge'), '20');
  await isFound('saddle-travel', 'string 6 on Fixed bridge');
  // 7. The bridge, and with it the strings, off the neck's centre line.
  await type(field(region(page, 'Fixed bridge'), 'From centre line'), '2');
  await isFound('bridge-off-centre', '2.00 mm');
  // 8. The switch in the strum path.
  await choosePart(page, 'Pickup switch');
  await type(field(region(page, 'Pickup switch'), 'From centre line'), '46');
  await isFound('lever-in-strum-path', 'Pickup switch');
  // 9. A screw through the fingerboard: 25.4 − 6 − (50 − 2 − 28).
  await desk(page, 'Neck join');
  await type(field(region(page, 'Neck screws'), 'Length under the head'), '50');
  await isFound('neck-screw-board', '−0.60 mm');
  // 10. A wire without a way.
  await desk(page, 'Wires');
  await page.getByRole('button', { name: 'Bridge pickup to controls' }).click();
  await region(page, 'Bridge pickup to controls').getByRole('button', { name: LAYOUT.remove }).click();
  await isFound('wire-no-way', 'Neck twin-coil');
  await expect(findings(page)).toContainText('no problems found');
});

test('parts: measured, copied, mirrored, grouped, spread; a file out and in; refusals', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Handled');
  await openStage(page, id, 'layout');
  // A measure that is taken is no longer assumed.
  await choosePart(page, 'Tone');
  const measures = region(page, /^Measurements/);
  await expect(measures).toContainText('assumed');
  await field(measures, 'Bush ▲').click();
  await expect(page.getByTestId('caliper')).toContainText('across its thread');
  await type(field(measures, 'Bush ▲'), '9.5');
  await expect(field(measures, 'Bush')).toHaveValue('9.50');
  await type(field(measures, 'Bush'), '900');
  await expect(measures.getByRole('alert')).toBeVisible();
  await page.keyboard.press('Escape');

  // Nudged by keys, all steps of a run one step of undo.
  await page.locator('[data-part="p7"]').focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: 'Undo: nudged Tone' }).click();
  await saved(page);
  const tone = (await held(request, id)).design.parts.find((p) => p.spec.name === 'Tone')!;
  expect(tone.at.x).toBe(-46);
  expect(tone.spec.measures.bush).toBe(9.5);
  expect(tone.spec.assumed).not.toContain('bush');

  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: LAYOUT.saveThePart }).click(),
  ]);
  const text = readFileSync(await file.path(), 'utf8');
  expect(JSON.parse(text)).toMatchObject({ format: 'pelkin-part', kind: 'pot', measures: { bush: 9.5 } });
  await page
    .getByLabel(LAYOUT.partFile)
    .setInputFiles({ name: 'a.json', mimeType: 'application/json', buffer: Buffer.from('{"format":"x"}') });
  await expect(region(page, 'Shelf').getByRole('alert')).toContainText('not a Pelkin part');
  await page
    .getByLabel(LAYOUT.partFile)
    .setInputFiles({ name: 'b.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  const board = (await page.getByTestId('carry-area').boundingBox())!;
  await page.mouse.click(board.x + 200, board.y + 250);
  await saved(page);
  expect((await held(request, id)).design.parts.filter((p) => p.spec.name === 'Tone')).toHaveLength(2);

  // Several: spread evenly, grouped, moved together.
  await choosePart(page, 'Volume');
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Pickup switch' })
    .first()
    .click({ modifiers: ['Shift'] });
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Tone' })
    .first()
    .click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: LAYOUT.inLine }).click();
  await expect(region(page, '3 parts chosen')).toContainText('Off one line');
  await page.getByRole('button', { name: LAYOUT.group, exact: true }).click();
  await saved(page);
  const grouped = (await held(request, id)).design.parts.filter((p) => p.group?.startsWith('g'));
  expect(grouped).toHaveLength(3);
  await page.getByRole('button', { name: /^Undo: grouped parts/ }).click();
  // Delete takes what is chosen; undo brings it back.
  await page.locator('[data-part="p6"]').focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: 'Undo: removed 3 parts' })).toBeVisible();
});

test('an opening is pulled wider on the board, and its join to the paper', async ({ page, request }) => {
  const id = await makeDesign(request, 'Pulled', bare);
  await openStage(page, id, 'layout?desk=openings');
  await page.getByRole('button', { name: LAYOUT.rectangle }).click();
  await dragBy(page, page.locator('[data-grip="0 long"]'), 30, 0);
  await saved(page);
  const [made] = (await held(request, id)).design.openings;
  const { shape } = made!.steps[0]!;
  expect(shape.kind === 'rect' && shape.long).toBeGreaterThan(80);
  const before = made!.at.x;
  await dragBy(page, page.locator('[data-opening="o1"] path').first(), -40, 0);
  await saved(page);
  expect((await held(request, id)).design.openings[0]!.at.x).toBeLessThan(before - 10);
  await page.getByRole('button', { name: /^Undo: moved Opening/ }).click();
  await saved(page);
  expect((await held(request, id)).design.openings[0]!.at.x).toBe(before);
  // On paper it is there with its depth.
  await page
    .getByRole('navigation', { name: FRAME.workOrder })
    .getByRole('link', { name: /Templates/ })
    .click();
  await expect(page.getByTestId('board')).toContainText('18');
});
