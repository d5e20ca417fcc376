import { readFileSync } from 'node:fs';
import { dxfParts } from './readDxf.ts';
import type { Design } from '@pelkin/core';
import { createDeriver, edits, newDesign } from '@pelkin/core';
import type { Locator, Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { Hand } from './hand.ts';
import { centreOf, held, makeDesign, openStage, saved } from './help.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as BOARD } from '../web/src/board/words.ts';
import { WORDS as LAYOUT } from '../web/src/stages/layout/words.ts';
import { WORDS as NODES } from '../web/src/nodes/words.ts';

const derive = createDeriver();
const read = (name: string): Design =>
  JSON.parse(readFileSync(new URL(`../demo/${name}.json`, import.meta.url), 'utf8')) as Design;
const bare = {
  parts: [],
  openings: [],
  runs: [],
  guards: [],
  neck: newDesign('x', 6, 628).neck,
} as Partial<Design>;
const region = (page: Page, name: string | RegExp): Locator => page.getByRole('region', { name });
const field = (of: Locator, name: string): Locator => of.getByRole('textbox', { name, exact: true });
const tab = (page: Page, name: string): Locator => page.getByRole('tab', { name });
const button = (of: Page | Locator, name: string | RegExp): Locator =>
  of.getByRole('button', { name, exact: true });

/** A place of the instrument on the screen, by two of its lines that are drawn there. */
async function onScreen(page: Page): Promise<(p: { x: number; y: number }) => { x: number; y: number }> {
  const [a, b, c, d, e, f] = await page
    .getByTestId('board')
    .locator('svg.board > g:has(> [data-layer])')
    .first()
    .evaluate((g) => {
      const m = (g as SVGGElement).getScreenCTM()!;
      return [m.a, m.b, m.c, m.d, m.e, m.f];
    });
  return ({ x, y }) => ({ x: a! * x + c! * y + e!, y: b! * x + d! * y + f! });
}

test('measurements to a cavity with its cover: at most 14 presses', async ({ page, request }) => {
  const id = await makeDesign(request, 'Cavity', bare);
  await openStage(page, id, 'layout');
  const hand = new Hand(page);
  await hand.press(tab(page, 'Openings'));
  await hand.press(button(page, 'Control cavity'));
  const cavity = region(page, 'Control cavity');
  await hand.fill(field(cavity, LAYOUT.fromBridge), '22');
  await hand.fill(field(cavity, LAYOUT.fromCentreLine), '92');
  await hand.fill(field(cavity, LAYOUT.turnedBy), '20');
  const step = region(page, 'Step 1: cavity');
  await hand.fill(field(step, 'Along'), '118');
  await hand.fill(field(step, 'Across'), '50');
  await hand.fill(field(step, 'Corner radius'), '14');
  await hand.fill(field(step, LAYOUT.depth), '36');
  await hand.press(button(page, LAYOUT.addACover));
  await saved(page);
  const [made] = (await held(request, id)).design.openings;
  expect(made).toMatchObject({
    at: { x: -22, y: -92 },
    turn: 20,
    face: 'back',
    steps: [{ shape: { kind: 'rect', long: 118, wide: 50, radius: 14 }, depth: 36 }],
  });
  expect(made!.cover).not.toBeNull();
  expect(hand.presses).toBeLessThanOrEqual(14);
  test.info().annotations.push({ type: 'presses', description: String(hand.presses) });
});

test('a stepped round recess: at most 12 presses', async ({ page, request }) => {
  const id = await makeDesign(request, 'Recess', bare);
  await openStage(page, id, 'layout?desk=openings');
  const hand = new Hand(page);
  await hand.press(button(page, 'Round'));
  await hand.fill(field(region(page, 'Step 1: bore'), 'Diameter'), '38');
  await hand.fill(field(region(page, 'Step 1: bore'), LAYOUT.depth), '6');
  await hand.press(button(page, LAYOUT.addAStep));
  const deeper = region(page, 'Step 2: deeper');
  await hand.fill(field(deeper, 'Diameter'), '22');
  await hand.fill(field(deeper, LAYOUT.depth), '30');
  await hand.key('Enter');
  await saved(page);
  expect((await held(request, id)).design.openings[0]!.steps).toMatchObject([
    { shape: { kind: 'circle', diameter: 38 }, depth: 6 },
    { shape: { kind: 'circle', diameter: 22 }, depth: 30 },
  ]);
  expect(hand.presses).toBeLessThanOrEqual(12);
});

test('a pickup with deeper legs, at most 10 presses; a button on the underside of a horn, at most 5', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Parts', bare);
  await openStage(page, id, 'layout');
  const hand = new Hand(page);
  await hand.press(button(page, 'Pickups'));
  const board = (await page.getByTestId('board').boundingBox())!;
  const open = { x: board.x + board.width * 0.55, y: board.y + board.height / 2 };
  await hand.drag(await centreOf(page.locator('[data-shelf="pickup-twin"]')), open);
  await hand.fill(field(region(page, /^Measurements/), 'Legs below the face ▲'), '21');
  await hand.key('Enter');
  await saved(page);
  const pickup = (await held(request, id)).design.parts[0]!;
  expect(pickup.spec.measures.legBelow).toBe(21);
  expect(hand.presses).toBeLessThanOrEqual(10);

  hand.presses = 0;
  await hand.press(button(page, 'Hardware'));
  const { design } = await held(request, id);
  const { measures, path } = derive(design);
  // Round the horn's tip, to where it turns back to the neck.
  const tip = path.map((c) => c.p0).reduce((a, b) => (b.y > 0 && b.x > a.x ? b : a), { x: -999, y: 0 });
  const place = await onScreen(page);
  const shelf = await centreOf(page.locator('[data-shelf="strap-button"]'));
  await hand.drag(shelf, place({ x: tip.x - 40, y: tip.y - 38 }));
  await saved(page);
  const strap = (await held(request, id)).design.parts.at(-1)!;
  expect(strap.spec.kind).toBe('strap-button');
  expect(strap.at.x).toBeGreaterThan(measures.box.maxX - 120);
  // It points into the wood from below: its way out of the body has the treble side's sense.
  expect(strap.at.y).toBeLessThan(tip.y + 2);
  expect(hand.presses).toBeLessThanOrEqual(5);
});

/** A plan of a hundred lines and more, as another program would have drawn it. */
function plan(): string {
  const circles = (count: number, across: number, y: number, r: number): string =>
    Array.from(
      { length: count },
      (_, i) => `<circle cx="${130 + (i % across) * 14}" cy="${y + Math.floor(i / across) * 18}" r="${r}"/>`,
    ).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="560mm" height="420mm" viewBox="0 0 560 420">
    <rect x="4" y="4" width="552" height="412"/>
    <g id="body"><path d="M60 210C60 110 110 60 190 60C250 60 270 100 320 100C360 100 380 60 430 70C480 80 470 130 440 150C420 165 440 180 440 185L440 235C440 240 420 255 440 270C470 290 480 340 430 350C380 360 360 320 320 320C270 320 250 360 190 360C110 360 60 310 60 210Z"/></g>
    <g id="front pockets 18 mm"><rect x="300" y="165" width="40" height="90" rx="4"/><rect x="220" y="165" width="40" height="90" rx="4"/></g>
    <g id="rear" stroke-dasharray="4 2"><rect x="120" y="260" width="90" height="50" rx="10"/><rect x="100" y="100" width="60" height="50" rx="8"/></g>
    <g id="screw holes">${circles(60, 20, 180, 1.5)}</g><g id="drill 6">${circles(38, 19, 290, 3)}</g>
    <g id="pickguard"><path d="M200 150L360 150L360 300L200 290Z"/></g>
    <g id="guides"><path d="M30 210L540 210"/></g></svg>`;
}

test('a plan with 100 lines to body, pockets and holes: at most 12 presses after the file', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Plan', { ...bare, outline: newDesign('x', 6, 628).outline });
  await openStage(page, id, 'outline?desk=trace');
  await page
    .getByLabel(NODES.drawingFile)
    .setInputFiles({ name: 'plan.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(plan()) });
  const section = region(page, NODES.fromADrawing);
  const layer = (name: string): Locator => section.getByRole('group', { name, exact: true });
  await expect(section.getByRole('combobox', { name: 'Use of the layer body' })).toHaveValue('outline');
  await expect(layer('rear').getByRole('radio', { name: 'Back' })).toBeChecked();
  const hand = new Hand(page);
  await hand.fill(field(layer('rear'), NODES.depth), '34');
  await hand.fill(field(layer('screw holes'), NODES.depth), '14');
  await hand.fill(field(layer('drill 6'), NODES.depth), '20');
  await hand.choose(section.getByRole('combobox', { name: 'Use of the layer guides' }), 'guide lines');
  await hand.press(button(section, NODES.import));
  await expect(section).toContainText(
    /an outline of \d+ nodes, 4 openings, 98 round holes, 1 pickguard and 1 guide line/,
    {
      timeout: 60_000,
    },
  );
  await saved(page);
  const { design } = await held(request, id);
  expect(design.openings.filter((o) => o.steps[0]!.shape.kind === 'circle')).toHaveLength(98);
  expect(design.openings.find((o) => o.name === 'rear')).toMatchObject({
    face: 'back',
    steps: [{ depth: 34 }],
  });
  const pocket = design.openings.find((o) => o.name.startsWith('front'))!;
  expect(pocket.steps[0]!.depth).toBe(18);
  // Its origin is its own middle.
  expect(pocket.at.x).not.toBe(0);
  expect(hand.presses).toBeLessThanOrEqual(12);

  // Every line of the drawing is reached, the smallest too.
  await page
    .getByLabel(NODES.drawingFile)
    .setInputFiles({ name: 'plan.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(plan()) });
  await layer('screw holes')
    .getByRole('button', { name: /Show its lines \(60\)/ })
    .click();
  await layer('screw holes').getByRole('combobox', { name: NODES.sortTheLines }).selectOption('smallest');
  await layer('screw holes')
    .getByRole('button', { name: new RegExp(NODES.showMore) })
    .click();
  const lines = layer('screw holes').getByRole('list', { name: NODES.linesOfTheDrawing });
  await expect(lines.getByRole('listitem')).toHaveCount(60);
  await button(section, NODES.cancel).click();
});

test('an artwork sheet out and back: at most 10 presses', async ({ page, request }) => {
  const id = await makeDesign(request, 'Painted');
  await openStage(page, id, 'outline?desk=trace');
  const hand = new Hand(page);
  const [out] = await Promise.all([
    page.waitForEvent('download'),
    hand.press(button(page, NODES.saveTheSheetAsPdf)),
  ]);
  // It comes back as a picture of its page.
  await hand.file(page.getByLabel(NODES.pictureFile), await out.path());
  await expect(page.getByRole('list', { name: NODES.pictures })).toContainText('the file’s own size');
  await saved(page);
  const { design } = await held(request, id);
  const [under] = design.underlays;
  const { box } = derive(design).measures;
  // The crosses of the sheet, where the page lies under now: at the sheet's scale about the page's middle.
  const [w, h] = [297, 210];
  const scale = Math.min(
    1,
    (w - 28) / (box.maxX - box.minX + 32),
    (h - 28 - 10) / (box.maxY - box.minY + 32),
  );
  const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
  const cross = (x: number, y: number) => ({
    x: under!.at.x + (x - middle.x) * scale,
    y: under!.at.y + (y - middle.y) * scale + 5,
  });
  await hand.press(button(page, NODES.markFourKnownPoints));
  await hand.choose(page.getByRole('combobox', { name: NODES.whatIsMarked }), 'An artwork sheet’s crosses');
  const place = await onScreen(page);
  for (const [x, y] of [
    [box.minX - 12, box.maxY + 12],
    [box.maxX + 12, box.maxY + 12],
    [box.maxX + 12, box.minY - 12],
    [box.minX - 12, box.minY - 12],
  ] as const)
    await hand.at(place(cross(x, y)));
  await hand.press(button(page, NODES.straightenThePhoto));
  await expect(region(page, NODES.fromAPicture)).toContainText('Straightened', { timeout: 30_000 });
  await saved(page);
  const back = (await held(request, id)).design.underlays.at(-1)!;
  expect(back).toMatchObject({ artwork: 'front', scaled: 'instrument' });
  expect(hand.presses).toBeLessThanOrEqual(10);

  // Out again, at full size, in all three kinds of file.
  for (const [words, ending] of [
    [NODES.saveAsSvg, 'svg'],
    [NODES.saveAsPng, 'png'],
    [NODES.saveFullSizeSheets, 'pdf'],
  ] as const) {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('group', { name: back.name }).getByRole('button', { name: words }).click(),
    ]);
    expect(file.suggestedFilename()).toBe(`painted-artwork-front.${ending}`);
    const bytes = readFileSync(await file.path());
    if (ending === 'svg')
      expect(bytes.toString()).toContain(
        `width="${(box.maxX - box.minX + 10).toFixed(4).replace(/\.?0+$/, '')}mm"`,
      );
    else expect(bytes.subarray(0, 4).toString('latin1')).toBe(ending === 'png' ? '\x89PNG' : '%PDF');
  }
});

test('one neck screw longer, 6 presses; all pots at once, 4; a measure kept as a guide, 4', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Changes', read('windrow'));
  await openStage(page, id, 'layout');
  const hand = new Hand(page);
  await hand.press(tab(page, 'Neck join'));
  const screws = region(page, LAYOUT.neckScrews);
  await hand.choose(screws.getByRole('combobox', { name: LAYOUT.oneScrew }), '3');
  await hand.press(screws.getByText(LAYOUT.differsFromTheOthers));
  await hand.fill(screws.getByRole('textbox', { name: LAYOUT.lengthUnderTheHead }).last(), '45');
  await hand.key('Enter');
  await saved(page);
  const { screws: kept } = (await held(request, id)).design.neck;
  expect(kept.own).toMatchObject([{ screw: 3, length: 45 }]);
  await expect(page.getByRole('table', { name: LAYOUT.biteOfTheNeckScrews })).toContainText('45.0 mm');
  await expect(page.getByRole('table', { name: LAYOUT.openingsForTheNeck })).toContainText(
    '4 × clearance, neck screw',
  );
  expect(hand.presses).toBeLessThanOrEqual(6);

  await tab(page, 'Parts').click();
  hand.presses = 0;
  await hand.press(
    page.getByRole('list', { name: LAYOUT.placedParts }).getByRole('listitem').filter({ hasText: 'Volume' }),
  );
  await hand.press(button(page, /All of this kind/));
  const measures = region(page, LAYOUT.measurementsOfAllOfThem);
  await hand.fill(field(measures, 'Bush long'), '11');
  await hand.key('Enter');
  await saved(page);
  const pots = (await held(request, id)).design.parts.filter((p) => p.spec.kind === 'pot');
  expect(pots.length).toBeGreaterThan(1);
  expect(new Set(pots.map((p) => p.spec.measures.bushLong))).toEqual(new Set([11]));
  expect(hand.presses).toBeLessThanOrEqual(4);

  hand.presses = 0;
  await hand.press(button(page, BOARD.measure));
  const place = await onScreen(page);
  const { outline } = (await held(request, id)).design;
  const [a, b] = [outline.nodes[2]!, outline.nodes[8]!];
  const near = (n: { x: number; y: number }) => place({ x: n.x + 1, y: n.y - 1 });
  await hand.at(near(a));
  await hand.at(near(b));
  await expect(page.getByRole('group', { name: BOARD.ruler })).toContainText('a node to a node');
  await expect(page.getByTestId('ruler-length')).toHaveText(
    `${Math.hypot(a.x - b.x, a.y - b.y).toFixed(2)} mm`,
  );
  await hand.press(button(page, BOARD.keepAsAGuide));
  await saved(page);
  const [guide] = (await held(request, id)).design.lines;
  expect(guide).toMatchObject({ kind: 'guide', way: { by: 'points', from: { x: a.x, y: a.y } } });
  expect(hand.presses).toBeLessThanOrEqual(4);
});

test('a pickguard’s screw moved and a node added, 3 presses; the back for a machine, 4', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Back', read('skerry'));
  await openStage(page, id, 'layout?desk=openings');
  const hand = new Hand(page);
  const before = derive((await held(request, id)).design).plates.find((p) => p.id === 'g1')!.screws;
  const screw = page.locator('[data-guard-screw="g1 2"] circle').first();
  const at = await centreOf(screw);
  await hand.drag(at, { x: at.x + 14, y: at.y });
  await saved(page);
  const [guard] = (await held(request, id)).design.guards;
  expect(guard!.screws).toHaveLength(before.length);
  expect(Math.abs(guard!.screws![2]!.x - before[2]!.at.x)).toBeGreaterThan(3);
  await hand.press(page.locator('[data-guard-node="g1 0"] circle').first());
  await hand.press(button(page, LAYOUT.addANodeAfterIt));
  await saved(page);
  expect((await held(request, id)).design.guards[0]!.nodes).toHaveLength(guard!.nodes.length + 1);
  expect(hand.presses).toBeLessThanOrEqual(3);
  await page.getByRole('button', { name: LAYOUT.spaceThemEvenly }).click();
  await saved(page);
  expect((await held(request, id)).design.guards[0]!.screws).toBeNull();

  await button(page, BOARD.fromTheBack).click();
  await expect(page.getByRole('group', { name: /drawn to scale, back/ })).toBeVisible();
  hand.presses = 0;
  await hand.press(button(page, FRAME.printAndExport));
  // The face is the one that is looked at.
  await expect(button(page, FRAME.seenFromTheBack)).toHaveAttribute('aria-pressed', 'true');
  await hand.press(page.getByRole('menuitem', { name: /machine/i }));
  const dialog = page.getByRole('dialog', { name: FRAME.layersForAMachine });
  await expect(dialog).toContainText('BACK 34.0');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    hand.press(dialog.getByRole('button', { name: FRAME.saveTheFile })),
  ]);
  const text = readFileSync(await file.path(), 'utf8');
  const { layers, circles } = dxfParts(text);
  expect(layers).toEqual(expect.arrayContaining(['OUTLINE', 'BACK 34.0', 'CENTRES']));
  expect(circles).toBeGreaterThan(10);
  expect(hand.presses).toBeLessThanOrEqual(4);
});

test('what is measured stays while the page does: Escape ends the ruler, its places are typed, the board turns over and back', async ({
  page,
  request,
}) => {
  const seam = edits.addLine(read('windrow'), {
    name: 'Seam 1',
    kind: 'seam',
    way: { by: 'centre', off: 0 },
  }).design;
  const id = await makeDesign(request, 'Ruled', seam);
  await openStage(page, id, 'layout?desk=lines');
  await expect(page.locator('[data-layer="seams"] path')).toHaveCount(1);
  await button(page, BOARD.measure).click();
  await page.keyboard.press('Escape');
  const ruler = page.getByRole('group', { name: BOARD.ruler });
  await expect(ruler).toHaveCount(0);
  // Without a mouse: switched on, both places typed, kept.
  await button(page, BOARD.measure).focus();
  await page.keyboard.press('Enter');
  await ruler.getByRole('button', { name: BOARD.typeThePlaces }).press('Enter');
  for (const [label, words] of [
    [BOARD.startAlong, '-100'],
    [BOARD.startAcross, '1 in'],
    [BOARD.endAlong, '200'],
    [BOARD.endAcross, '-374.6'],
  ] as const) {
    await field(ruler, label).fill(words);
    await field(ruler, label).press('Enter');
  }
  await expect(page.getByTestId('ruler-length')).toHaveText('500.00 mm');
  await field(ruler, BOARD.endAcross).fill('far');
  await field(ruler, BOARD.endAcross).press('Escape');
  await expect(page.getByTestId('ruler-length')).toHaveText('500.00 mm');
  await ruler.getByRole('button', { name: BOARD.endMeasuring }).press('Enter');
  await expect(ruler).toHaveCount(0);
  await page.getByRole('button', { name: LAYOUT.alongTheEdge }).click();
  const line = region(page, 'Guide 1');
  await line.getByRole('radio', { name: 'Seam' }).click();
  await field(line, LAYOUT.insideTheEdgeBy).fill('12');
  await field(line, LAYOUT.insideTheEdgeBy).press('Enter');
  await saved(page);
  expect((await held(request, id)).design.lines[1]).toMatchObject({
    kind: 'seam',
    way: { by: 'edge', off: 12 },
  });
  await expect(page.locator('[data-layer="seams"] path')).toHaveCount(2);
});
