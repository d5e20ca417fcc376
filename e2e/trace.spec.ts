import { gzipSync } from 'node:zlib';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Design, Point } from '@pelkin/core';
import {
  closedPathMark,
  createDeriver,
  drawingSvg,
  edits,
  layOutSheets,
  nearestOnPath,
  newDesign,
  pathData,
  pixelMap,
  planSheets,
  solveOutline,
  toPixelMap,
  weightsFor,
} from '@pelkin/core';
import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { drawingDxf } from '@pelkin/core/files/dxf';
import { sheetsPdf } from '@pelkin/core/files/pdf';
import { leftHandedPhoto, photoFile } from './photo.ts';
import { held, makeDesign, openStage, saved, type } from './help.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as OUTLINE } from '../web/src/stages/outline/words.ts';
import { TRACED, WORDS as NODES } from '../web/src/nodes/words.ts';
import { WORDS as TEMPLATES } from '../web/src/stages/templates/words.ts';

const windrow = JSON.parse(
  readFileSync(new URL('../core/tests/designs/pointed-windrow.json', import.meta.url), 'utf8'),
) as Design;
const derive = createDeriver();

/** Presses on the board at a place of the shown picture, in its pixels. */
async function pressPixel(page: Page, p: Point): Promise<void> {
  const at = await page.locator('[data-underlay]').evaluate((element, { x, y }) => {
    const image = element as unknown as SVGImageElement;
    const q = new DOMPoint(x, y).matrixTransform(image.getScreenCTM()!);
    return { x: q.x, y: q.y };
  }, p);
  await page.mouse.click(at.x, at.y);
}

/** Nodes and middles of a closed line's pieces. */
const placesOn = (path: ReturnType<typeof solveOutline>): readonly Point[] =>
  path.flatMap((c) => [
    c.p0,
    {
      x: (c.p0.x + 3 * c.p1.x + 3 * c.p2.x + c.p3.x) / 8,
      y: (c.p0.y + 3 * c.p1.y + 3 * c.p2.y + c.p3.y) / 8,
    },
  ]);

/** The largest and the mean distance of a held outline from the true one, mm. */
function offTruth(design: Design): { readonly rms: number; readonly most: number } {
  const truth = solveOutline(windrow.outline.nodes);
  const off = placesOn(solveOutline(design.outline.nodes)).map((p) => nearestOnPath(truth, p)!.distance);
  return {
    rms: Math.sqrt(off.reduce((s, v) => s + v * v, 0) / off.length),
    most: Math.max(...off),
  };
}

// The last of the files: its tests are shared out, or one worker would wait for the other.
test.describe.configure({ mode: 'parallel' });

test('a photo taken at an angle becomes a true outline, and paper', async ({ page, request }) => {
  test.setTimeout(120_000);
  const photo = await photoFile();
  // The strings are the instrument’s; the body is a plain one until the photo is traced.
  const plain = newDesign('Photographed', 6, 628);
  const id = await makeDesign(request, 'Photographed', { outline: plain.outline });
  await openStage(page, id, 'outline');
  await page.getByRole('tab', { name: OUTLINE.trace }).click();
  await page
    .getByLabel(NODES.pictureFile)
    .setInputFiles({ name: 'bench photo.jpg', mimeType: 'image/jpeg', buffer: photo.bytes });
  await expect(page.locator('[data-underlay]')).toBeVisible();
  await expect(page.getByRole('list', { name: NODES.pictures })).toContainText('size is a guess');

  // Four corners of the small sheet that lies on the face.
  await page.getByRole('button', { name: NODES.markFourKnownPoints }).click();
  await page.getByRole('combobox', { name: NODES.whatIsMarked }).selectOption('A sheet of A5');
  for (const corner of photo.sheet) await pressPixel(page, corner);
  await page.getByRole('button', { name: NODES.straightenThePhoto }).click();
  await expect(page.getByText(/good to about ±/)).toBeVisible({ timeout: 30_000 });
  await expect(page.locator('[data-underlay]')).toHaveCount(1);

  // Laid on bridge and joint: both lie at known places of the sheet’s plane.
  await page.getByRole('button', { name: NODES.bridgeAndJoint }).click();
  await pressPixel(page, photo.uprightPixel({ x: 0, y: 0 }));
  await pressPixel(page, photo.uprightPixel({ x: derive(windrow).stringPlan.jointX, y: 0 }));
  await page.getByRole('button', { name: NODES.moveItThere }).click();
  await expect(page.getByRole('list', { name: NODES.pictures })).toContainText('laid on the instrument');

  await page.getByRole('button', { name: TRACED.body.mark }).click();
  const wood = toPixelMap((await shownUnderlay(page, request, id))!)({ x: -140, y: 40 });
  await pressPixel(page, wood);
  await page.getByRole('button', { name: NODES.findTheEdge }).click();
  await expect(page.getByTestId('found-edge')).toBeVisible({ timeout: 40_000 });
  await page.getByRole('button', { name: NODES.useAsTheOutline }).click();
  await expect(page.getByRole('button', { name: 'Undo: used the outline of a picture' })).toBeVisible();
  await saved(page);
  const { design } = await held(request, id);
  expect(design.outline.nodes.length).toBeLessThan(45);
  expect(offTruth(design).rms).toBeLessThan(1);
  expect(offTruth(design).most).toBeLessThan(3);

  // And onto paper.
  await page
    .getByRole('navigation', { name: FRAME.workOrder })
    .getByRole('link', { name: /Templates/ })
    .click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: TEMPLATES.saveThePaperAsPdf }).click(),
  ]);
  expect(execFileSync('pdfinfo', [await file.path()], { encoding: 'utf8' })).toMatch(/Pages:\s+\d+/);

  // A reload finds picture and outline; a picture taken away comes back with undo.
  await openStage(page, id, 'outline?desk=trace');
  await expect(page.locator('[data-underlay]')).toHaveCount(1);
  await page
    .getByRole('listitem')
    .filter({ hasText: 'straightened' })
    .getByRole('button', { name: OUTLINE.remove })
    .click();
  await expect(page.locator('[data-underlay]')).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo: removed bench photo, straightened/ }).click();
  await expect(page.locator('[data-underlay]')).toHaveCount(1);
});

async function shownUnderlay(page: Page, request: Parameters<typeof held>[0], id: string) {
  await saved(page);
  return (await held(request, id)).design.underlays.find((u) => !u.hidden);
}

test('two points set a picture to scale, two lay it straight; brush and bridge are taken back', async ({
  page,
  request,
}) => {
  const photo = await photoFile();
  const id = await makeDesign(request, 'Scaled');
  await openStage(page, id, 'outline?desk=trace');
  await page
    .getByLabel(NODES.pictureFile)
    .setInputFiles({ name: 'p.jpg', mimeType: 'image/jpeg', buffer: photo.bytes });
  await page.getByRole('button', { name: NODES.twoPointsAndTheirDistance }).click();
  await pressPixel(page, { x: 200, y: 500 });
  await pressPixel(page, { x: 700, y: 500 });
  await type(page.getByRole('textbox', { name: NODES.trueDistance2 }), '250');
  await page.getByRole('button', { name: NODES.setToScale }).click();
  await expect(page.getByText(NODES.thePictureIsToScale)).toBeVisible();
  expect((await shownUnderlay(page, request, id))!.scale).toBeCloseTo(0.5, 2);
  await page.getByRole('button', { name: NODES.alignWithTheCentreLine }).click();
  await pressPixel(page, { x: 300, y: 300 });
  await pressPixel(page, { x: 600, y: 400 });
  await page.getByRole('button', { name: NODES.alignIt }).click();
  const laid = (await shownUnderlay(page, request, id))!;
  expect(laid.turn).toBeCloseTo((Math.atan2(100, 300) * 180) / Math.PI, 0);
  for (const p of [
    { x: 300, y: 300 },
    { x: 600, y: 400 },
  ])
    expect(Math.abs(pixelMap(laid)(p).y)).toBeLessThan(1);

  await page.getByRole('button', { name: NODES.paintAsBench }).click();
  const area = (await page.getByTestId('brush-area').boundingBox())!;
  await page.mouse.move(area.x + 300, area.y + 300);
  await page.mouse.down();
  await page.mouse.move(area.x + 380, area.y + 330, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText('1 brushed')).toBeVisible();
  await page.getByRole('button', { name: NODES.clear }).click();
  await expect(page.getByText('1 brushed')).toHaveCount(0);
  // Slid by hand, one step; locked, it stays.
  await page.getByRole('button', { name: NODES.moveByHand }).click();
  await page.mouse.move(area.x + 300, area.y + 300);
  await page.mouse.down();
  await page.mouse.move(area.x + 350, area.y + 300, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Undo: slid the picture' })).toBeVisible();
  await page.getByRole('button', { name: NODES.lock }).click();
  await expect(page.getByText(NODES.itIsLockedUnlockItTo)).toBeVisible();
});

test('a left-handed photo through a bowed lens, its fingerboard’s marks typed, becomes the design’s outline', async ({
  page,
  request,
}) => {
  test.setTimeout(120_000);
  const photo = await leftHandedPhoto(windrow);
  const plain = newDesign('Photographed', 6, 628);
  const id = await makeDesign(request, 'Left', { outline: plain.outline, handedness: 'left' });
  await openStage(page, id, 'outline?desk=trace');
  await page
    .getByLabel(NODES.pictureFile)
    .setInputFiles({ name: 'left.jpg', mimeType: 'image/jpeg', buffer: photo.bytes });
  const slant = page.getByRole('region', { name: NODES.photoTakenAtAnAngle });
  const put = async (p: Point): Promise<void> => {
    await type(slant.getByRole('textbox', { name: 'Next, from the picture’s left' }), p.x.toFixed(1));
    await type(slant.getByRole('textbox', { name: 'Next, from the picture’s top' }), p.y.toFixed(1));
    await slant.getByRole('button', { name: NODES.setItThere }).click();
  };
  const { frets } = derive(windrow).stringPlan;
  const [nut, last] = [frets.find((f) => f.number === 0)!, frets.at(-1)!];

  // Mark a straight edge for the lens: the fingerboard's bass side.
  await slant.getByRole('button', { name: NODES.markAStraightEdge }).click();
  await slant.getByRole('button', { name: NODES.marksByNumbers }).click();
  for (const t of [0, 0.25, 0.5, 0.75, 1])
    await put(
      photo.seen({
        x: nut.bass.x + t * (last.bass.x - nut.bass.x),
        y: nut.bass.y + t * (last.bass.y - nut.bass.y),
      }),
    );
  await slant.getByRole('button', { name: NODES.keepTheEdge }).click();
  await expect(slant).toContainText('1 straight edge for the lens');

  await slant.getByRole('button', { name: NODES.markFourKnownPoints }).click();
  await slant
    .getByRole('combobox', { name: NODES.whatIsMarked })
    .selectOption({ label: 'The fingerboard’s nut and last fret' });
  for (const p of [nut.bass, nut.treble, last.treble]) await put(photo.seen(p));
  // The fourth is set wrong and mended by its own numbers.
  const fourth = photo.seen(last.bass);
  await put({ x: fourth.x + 30, y: fourth.y });
  await expect(slant.getByRole('button', { name: NODES.setItThere })).toHaveCount(0);
  await type(slant.getByRole('textbox', { name: 'D, from the picture’s left' }), fourth.x.toFixed(1));
  await slant.getByRole('button', { name: NODES.straightenThePhoto }).click();
  await expect(page.getByText(/good to about ±/)).toBeVisible({ timeout: 30_000 });

  // It lies on the instrument already: the edge is found with one press.
  await page.getByRole('button', { name: TRACED.body.mark }).click();
  await pressPixel(page, toPixelMap((await shownUnderlay(page, request, id))!)({ x: -140, y: 40 }));
  await page.getByRole('button', { name: NODES.findTheEdge }).click();
  await expect(page.getByTestId('found-edge')).toBeVisible({ timeout: 40_000 });
  await page.getByRole('button', { name: NODES.useAsTheOutline }).click();
  await saved(page);
  const { design } = await held(request, id);
  expect(offTruth(design).rms).toBeLessThan(1.5);
  expect(offTruth(design).most).toBeLessThan(4);
});

test('files that are no pictures or drawings are refused with the reason', async ({ page, request }) => {
  const id = await makeDesign(request, 'Refusing');
  await openStage(page, id, 'outline?desk=trace');
  const put = (label: string, name: string, mimeType: string, text: string): Promise<void> =>
    page.getByLabel(label).setInputFiles({ name, mimeType, buffer: Buffer.from(text) });
  await put('Picture file', 'a.jpg', 'image/jpeg', 'no picture');
  await expect(page.getByRole('alert')).toContainText('no picture that can be read');
  await put('Picture file', 'a.pdf', 'application/pdf', 'no pdf');
  await expect(page.getByRole('alert')).toContainText('no PDF');
  await put('Drawing file', 'a.svg', 'image/svg+xml', '<svg><path id="edge" d="M0 0 L x"/></svg>');
  await expect(page.getByRole('region', { name: NODES.fromADrawing })).toContainText('<path id="edge">');
  await put('Drawing file', 'a.dxf', 'image/vnd.dxf', '0\nSECTION\n2\nENTITIES\n0\nLINE\n10\nzero');
  await expect(page.getByRole('region', { name: NODES.fromADrawing })).toContainText('line');
  await put('Drawing file', 'a.json', 'application/json', '{"format":"other"}');
  await expect(page.getByRole('region', { name: NODES.fromADrawing })).toContainText('not a Pelkin design');
  await expect(page.getByTestId('reading-length')).toContainText('515.0');
});

test('a DXF without units becomes a fair outline with openings', async ({ page, request }) => {
  const id = await makeDesign(request, 'From DXF', {
    outline: newDesign('x', 6, 628).outline,
    openings: [],
  });
  const { template } = derive({
    ...windrow,
    parts: [],
    runs: [],
    neck: { ...windrow.neck, joint: 'undecided' },
    openings: [
      edits.openingOfLine('o1', 'Pocket', [
        { id: 'a', x: 150, y: -28, kind: 'corner' },
        { id: 'b', x: 230, y: -28, kind: 'corner' },
        { id: 'c', x: 230, y: 28, kind: 'corner' },
        { id: 'd', x: 150, y: 28, kind: 'corner' },
      ]),
    ],
  });
  // In inches, with no word of it.
  const inches = drawingDxf(template, 'Windrow', 'arcs').text.split(/\r?\n/);
  inches.splice(inches.findIndex((l) => l.trim() === '$INSUNITS') - 1, 4);
  for (let i = 0; i + 1 < inches.length; i += 2)
    if (['10', '20', '11', '21', '40'].includes(inches[i]!.trim()) && /^-?[\d.]/.test(inches[i + 1]!.trim()))
      inches[i + 1] = String(Number(inches[i + 1]) / 25.4);
  await openStage(page, id, 'outline?desk=trace');
  await page
    .getByLabel(NODES.drawingFile)
    .setInputFiles({ name: 'plan.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(inches.join('\n')) });
  const section = page.getByRole('region', { name: NODES.fromADrawing });
  await expect(section).toContainText('the file does not say');
  await expect(section).toContainText('bodies are 180 to 900 mm');
  await section.getByRole('button', { name: /inches: 515 mm/ }).click();
  await expect(section).not.toContainText('bodies are 180 to 900 mm');
  await expect(page.getByTestId('brought-0')).toHaveClass(/brought-outline/);
  await section.getByRole('radio', { name: NODES.fewestFair }).click();
  await section.getByRole('button', { name: NODES.import }).click();
  await expect(section).toContainText(
    /Imported an outline of \d+ nodes and 1 opening, off the file by at most 0\.\d+ mm/,
    { timeout: 60_000 },
  );
  await saved(page);
  const { design } = await held(request, id);
  expect(design.openings).toHaveLength(1);
  expect(offTruth(design).most).toBeLessThan(0.12);
  expect(design.outline.nodes.some((n) => n.kind === 'fair')).toBe(true);
  await page.getByRole('button', { name: 'Undo: imported plan.dxf' }).click();
  await saved(page);
  expect((await held(request, id)).design.openings).toHaveLength(0);
});

test('an SVG of Pelkin’s own comes back as it was', async ({ page, request }) => {
  const id = await makeDesign(request, 'From SVG', { outline: newDesign('x', 6, 628).outline });
  const text = drawingSvg(derive(windrow).template, 'Windrow', weightsFor(windrow.print.weights));
  await openStage(page, id, 'outline?desk=trace');
  await page
    .getByLabel(NODES.drawingFile)
    .setInputFiles({ name: 'own.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(text) });
  await page.getByRole('button', { name: NODES.import }).click();
  await expect(page.getByTestId('reading-length')).toContainText('515.0');
  await saved(page);
  expect(offTruth((await held(request, id)).design).most).toBeLessThan(0.001);
});

test('a packed drawing of another program: what is hidden stays hidden, frame and stroke are reported, the outer line is offered', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'From elsewhere', {
    outline: newDesign('x', 6, 628).outline,
    openings: [],
  });
  const body = (grow: number): string =>
    `<rect id="body${grow}" x="${60 - grow}" y="${50 - grow}" width="${300 + 2 * grow}" height="${220 + 2 * grow}" rx="${80 + grow}"/>`;
  const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="420mm" height="320mm" viewBox="0 0 420 320">
    <style>.old{display:none}</style>
    <rect id="page" x="2" y="2" width="416" height="316"/>
    <g class="old"><circle cx="200" cy="160" r="150"/></g>
    ${body(0)}${body(1)}
    <circle id="hole" cx="200" cy="160" r="12" clip-path="url(#half)"/>
  </svg>`;
  await openStage(page, id, 'outline?desk=trace');
  await page
    .getByLabel(NODES.drawingFile)
    .setInputFiles({ name: 'plan.svgz', mimeType: 'image/svg+xml', buffer: gzipSync(drawing) });
  const section = page.getByRole('region', { name: NODES.fromADrawing });
  const lines = section.getByRole('list', { name: NODES.linesOfTheDrawing });
  await expect(lines.getByRole('listitem')).toHaveCount(4);
  await expect(section).toContainText('cut off by a clip path');
  await expect(section).toContainText('Skipped: 1 × element (the file does not show it)');
  await expect(lines.getByRole('listitem').nth(0)).toContainText('a rectangle round the drawing: a frame?');
  await expect(lines.getByRole('listitem').nth(2)).toContainText(
    'beside line 2 all round: the other side of one stroke',
  );
  const use = (line: string) => section.getByLabel(`Use of ${line}`);
  await expect(use('page 1')).toHaveValue('leave');
  await expect(use('body1 2')).toHaveValue('outline');
  await expect(use('body0 3')).toHaveValue('leave');
  await expect(use('hole 4')).toHaveValue('hole');
  await section.getByRole('button', { name: NODES.import }).click();
  await expect(page.getByTestId('reading-length')).toContainText('302.0');
  await saved(page);
});

test('a PDF of lines is read as lines, at its page’s true size; one without says what it is', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'From PDF', { outline: newDesign('x', 6, 628).outline });
  const { template } = derive({
    ...windrow,
    print: {
      ...windrow.print,
      show: { ...windrow.print.show, openings: false, back: false, holes: false, centre: false, neck: false },
    },
  });
  const print = { ...windrow.print, paper: 'roll' as const };
  const plan = planSheets(template, print);
  const sheets = layOutSheets(plan, print.margins, { name: 'Plan', revision: 'r', date: 'd' });
  const font = new Uint8Array(
    readFileSync(
      createRequire(import.meta.url).resolve(
        '@fontsource/commissioner/files/commissioner-latin-400-normal.woff',
      ),
    ),
  );
  const bytes = await sheetsPdf(sheets, { title: 'Plan', font, madeAt: new Date(0) });
  await openStage(page, id, 'outline?desk=trace');
  await page
    .getByLabel(NODES.drawingFile)
    .setInputFiles({ name: 'plan.pdf', mimeType: 'application/pdf', buffer: Buffer.from(bytes) });
  const section = page.getByRole('region', { name: NODES.fromADrawing });
  await expect(section).toContainText('the page’s true size');
  await expect(section).toContainText('words are no lines');
  await section.getByRole('button', { name: NODES.import }).click();
  await expect(section).toContainText('Imported an outline', { timeout: 30_000 });
  await expect(page.getByTestId('reading-length')).toContainText('515.0');
  await page.getByLabel(NODES.drawingFile).setInputFiles({
    name: 'broken.pdf',
    mimeType: 'application/pdf',
    buffer: Buffer.from('%PDF-1.5\nnothing'),
  });
  await expect(section.getByRole('alert')).toContainText('no PDF that can be read');
});

test('the dark line of a scanned plan is followed, whatever hangs on it', async ({ page, request }) => {
  const id = await makeDesign(request, 'From a scan', { outline: newDesign('x', 6, 628).outline });
  const d = pathData(closedPathMark('o', 'outline', solveOutline(windrow.outline.nodes)), (p) => ({
    x: (p.x + 230) * 2.5,
    y: (210 - p.y) * 2.5,
  }));
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="1050"><rect width="100%" height="100%" fill="#efe9da"/>
    <rect x="20" y="20" width="1560" height="1010" fill="none" stroke="#222" stroke-width="3"/>
    <path d="${d}" fill="none" stroke="#333" stroke-width="2"/><path d="M40 525H1560M300 525V1000" stroke="#555"/></svg>`;
  await openStage(page, id, 'outline?desk=trace');
  await page.getByLabel(NODES.pictureFile).setInputFiles({
    name: 'scan.png',
    mimeType: 'image/png',
    buffer: await sharp(Buffer.from(svg)).png().toBuffer(),
  });
  await page.locator('[data-underlay]').waitFor();
  const edge = page.getByRole('region', { name: NODES.theEdge });
  await edge.getByRole('radio', { name: NODES.aDrawnLine }).click();
  await edge.getByRole('button', { name: NODES.findTheEdge }).click();
  await expect(edge).toContainText(/An edge: \d+ nodes follow it within 0\.\d+ mm/, { timeout: 60_000 });
  await edge.getByRole('button', { name: NODES.useAsTheOutline }).click();
  await saved(page);
  // Its size is a guess still; its shape is the drawing's: as long as it is wide.
  const { measures } = derive((await held(request, id)).design);
  const truth = derive(windrow).measures;
  const shape = ({ box }: typeof truth): number => (box.maxX - box.minX) / (box.maxY - box.minY);
  expect(Math.abs(shape(measures) / shape(truth) - 1)).toBeLessThan(0.006);
});

test('a headstock in a photo, its neck bridged off at the nut, becomes the design’s headstock', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Photographed headstock');
  const before = (await held(request, id)).design;
  const half = before.strings.nutWidth / 2;
  const at = (x: number, y: number): Point => ({ x, y });
  // From the nut's bass end round to its treble end, and across the nut.
  const curves = [
    [at(0, half), at(40, half + 16), at(90, half + 12), at(150, 22)],
    [at(150, 22), at(170, 14), at(170, -14), at(150, -22)],
    [at(150, -22), at(90, -half - 12), at(40, -half - 16), at(0, -half)],
    [at(0, -half), at(0, -half / 3), at(0, half / 3), at(0, half)],
  ] as const;
  // Four pixels a millimetre, its nut 30 mm from the left; the neck runs out of the picture there.
  const pixel = ({ x, y }: Point): Point => ({ x: 4 * (30 + x), y: 4 * (75 - y) });
  const say = (...places: readonly Point[]): string =>
    places.map((p) => `${pixel(p).x} ${pixel(p).y}`).join(' ');
  const shape = `M${say(at(0, half))} ${curves
    .slice(0, 3)
    .map(([, a, b, c]) => `C${say(a, b, c)}`)
    .join(' ')} L${say(at(-40, -half), at(-40, half))} Z`;
  const photo = await sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="600"><rect width="900" height="600" fill="#d8d2c4"/><path d="${shape}" fill="#7a4a28"/></svg>`,
    ),
  )
    .png()
    .toBuffer();
  await openStage(page, id, 'neck?desk=trace');
  await page
    .getByLabel(NODES.pictureFile)
    .setInputFiles({ name: 'headstock.png', mimeType: 'image/png', buffer: photo });
  await expect(page.locator('[data-underlay]')).toBeVisible();

  // Laid on both ends of the nut: size, place and turn at once.
  await page.getByRole('button', { name: NODES.endsOfTheNut }).click();
  await pressPixel(page, pixel(at(0, half)));
  await pressPixel(page, pixel(at(0, -half)));
  await page.getByRole('button', { name: NODES.moveItThere }).click();
  await expect(page.getByText('The picture lies on the nut.')).toBeVisible();
  expect((await shownUnderlay(page, request, id))!.scale).toBeCloseTo(0.25, 2);

  await page.getByRole('button', { name: TRACED.headstock.mark }).click();
  await pressPixel(page, pixel(at(70, 0)));
  await page.getByRole('button', { name: 'Bridge', exact: true }).click();
  await pressPixel(page, pixel(at(0, half)));
  await pressPixel(page, pixel(at(0, -half)));
  await page.getByRole('button', { name: NODES.findTheEdge }).click();
  await expect(page.getByTestId('found-edge')).toBeVisible({ timeout: 40_000 });
  await page.getByRole('button', { name: NODES.useAsTheOutline }).click();
  await expect(page.getByRole('button', { name: 'Undo: used the outline of a picture' })).toBeVisible();
  await saved(page);
  const { design } = await held(request, id);
  expect(design.outline).toEqual(before.outline);
  expect(design.headstock.outline.nodes).not.toEqual(before.headstock.outline.nodes);
  // As it was drawn: no place of it further from the truth than a line is wide.
  const truth = curves.map(([p0, p1, p2, p3]) => ({ p0, p1, p2, p3 }));
  const off = placesOn(solveOutline(design.headstock.outline.nodes));
  for (const p of off) expect(nearestOnPath(truth, p)!.distance).toBeLessThan(0.3);
  expect(Math.max(...off.map((p) => p.x))).toBeCloseTo(165, 0);
});
