import { execFileSync } from 'node:child_process';
import type { Point } from '@pelkin/core';
import { nearestOnPath, newDesign, pixelMap, solveOutline, toPixelMap } from '@pelkin/core';
import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { leftHandedPhoto, photoFile } from './photo.ts';
import { held, makeDesign, openStage, saved, type } from './help.ts';
import { derive, offTruth, placesOn, pressPixel, shownUnderlay, useAsTheOutline, windrow } from './traced.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as OUTLINE } from '../web/src/stages/outline/words.ts';
import { TRACED, WORDS as NODES } from '../web/src/nodes/words.ts';
import { WORDS as TEMPLATES } from '../web/src/stages/templates/words.ts';

// Long ones among the last: they are shared out, or one worker would wait for the other.
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
  await useAsTheOutline(page);
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
  await useAsTheOutline(page);
  const { design } = await held(request, id);
  expect(design.outline).toEqual(before.outline);
  expect(design.headstock.outline.nodes).not.toEqual(before.headstock.outline.nodes);
  // As it was drawn: no place of it further from the truth than a line is wide.
  const truth = curves.map(([p0, p1, p2, p3]) => ({ p0, p1, p2, p3 }));
  const off = placesOn(solveOutline(design.headstock.outline.nodes));
  for (const p of off) expect(nearestOnPath(truth, p)!.distance).toBeLessThan(0.3);
  expect(Math.max(...off.map((p) => p.x))).toBeCloseTo(165, 0);
});
