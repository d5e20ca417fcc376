import { gzipSync } from 'node:zlib';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import {
  closedPathMark,
  drawingSvg,
  edits,
  layOutSheets,
  newDesign,
  pathData,
  planSheets,
  solveOutline,
  weightsFor,
} from '@pelkin/core';
import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { drawingDxf } from '@pelkin/core/files/dxf';
import { sheetsPdf } from '@pelkin/core/files/pdf';
import { held, makeDesign, openStage, saved } from './help.ts';
import { derive, offTruth, windrow } from './traced.ts';
import { WORDS as NODES } from '../web/src/nodes/words.ts';

// Long ones among the last: they are shared out, or one worker would wait for the other.
test.describe.configure({ mode: 'parallel' });

test('files that are no pictures or drawings are refused with the reason', async ({ page, request }) => {
  const id = await makeDesign(request, 'Refusing');
  await openStage(page, id, 'outline?desk=trace');
  const put = (label: string, name: string, mimeType: string, text: string): Promise<void> =>
    page.getByLabel(label).setInputFiles({ name, mimeType, buffer: Buffer.from(text) });
  await put('Picture file', 'a.jpg', 'image/jpeg', 'no picture');
  await expect(page.getByRole('alert')).toContainText('a.jpg is no file that Pelkin knows');
  await put('Picture file', 'a.pdf', 'application/pdf', 'no pdf');
  await expect(page.getByRole('alert')).toContainText('a.pdf is no file that Pelkin knows');
  await put('Drawing file', 'a.svg', 'image/svg+xml', '<svg><path id="edge" d="M0 0 L x"/></svg>');
  await expect(page.getByRole('region', { name: NODES.fromADrawing })).toContainText('<path id="edge">');
  await put('Drawing file', 'a.dxf', 'image/vnd.dxf', '0\nSECTION\n2\nENTITIES\n0\nLINE\n10\nzero');
  await expect(page.getByRole('region', { name: NODES.fromADrawing })).toContainText('line');
  await put('Drawing file', 'a.json', 'application/json', '{"format":"other"}');
  await expect(page.getByRole('region', { name: NODES.fromADrawing })).toContainText('not a Pelkin design');
  // What it is counts, not what it is called; the next file takes the words of the last away.
  const section = page.getByRole('region', { name: NODES.fromADrawing });
  const png = await sharp({ create: { width: 9, height: 9, channels: 3, background: 'white' } })
    .png()
    .toBuffer();
  await page
    .getByLabel('Drawing file')
    .setInputFiles({ name: 'plan.dxf', mimeType: 'image/vnd.dxf', buffer: png });
  await expect(section.getByRole('alert')).toHaveText(
    'plan.dxf is a PNG picture. Add it as a picture, in Outline under Trace.',
  );
  await put('Drawing file', 'empty.svg', 'image/svg+xml', '');
  await expect(section.getByRole('alert')).toHaveText('empty.svg is empty: save or copy it again.');
  await put(
    'Drawing file',
    'good.svg',
    'image/svg+xml',
    '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="80mm" viewBox="0 0 100 80"><rect x="1" y="1" width="98" height="70"/></svg>',
  );
  await expect(section.getByText('1 closed and 0 open line.')).toBeVisible();
  await expect(section.getByText('is empty')).toHaveCount(0);
  await expect(page.getByTestId('reading-length')).toContainText('515.0');
});

/** Drops a file on the page, as a hand does that drags it out of a folder. */
async function drop(page: Page, name: string, type: string, content: Buffer): Promise<void> {
  const transfer = await page.evaluateHandle(
    ([name, type, base64]) => {
      const bytes = Uint8Array.from(atob(base64!), (c) => c.charCodeAt(0));
      const data = new DataTransfer();
      data.items.add(new File([bytes], name!, { type: type! }));
      return data;
    },
    [name, type, content.toString('base64')],
  );
  await page.dispatchEvent('body', 'dragenter', { dataTransfer: transfer });
  await expect(page.getByText('Drop the file to')).toBeVisible();
  await page.dispatchEvent('body', 'drop', { dataTransfer: transfer });
}

test('a dropped plan: holes get a depth by size, circles become screws and pots', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Dropped', {
    outline: newDesign('x', 6, 628).outline,
    openings: [],
    parts: [],
    runs: [],
    guards: [],
  });
  const circles = (r: number, ...at: readonly (readonly [number, number])[]): string =>
    at.map(([x, y]) => `<circle cx="${x}" cy="${y}" r="${r}"/>`).join('');
  const plan = `<svg xmlns="http://www.w3.org/2000/svg" width="420mm" height="320mm" viewBox="0 0 420 320">
    <rect x="60" y="50" width="300" height="220" rx="80"/>
    ${circles(1.5, [150, 100], [170, 100], [190, 100])}${circles(4.85, [250, 200], [280, 210])}${circles(8, [120, 160], [140, 160])}
  </svg>`;
  await openStage(page, id, 'strings');
  await drop(page, 'plan.svg', 'image/svg+xml', Buffer.from(plan));
  await expect(page).toHaveURL(/outline\?desk=trace/);
  const section = page.getByRole('region', { name: NODES.fromADrawing });
  const sizes = section.getByRole('list', { name: NODES.roundHolesBySize });
  await expect(sizes.getByRole('listitem')).toHaveCount(3);
  await sizes.getByLabel('Use of the holes ⌀ 3.00 mm').selectOption('screw');
  await sizes.getByLabel('Depth of ⌀ 3.00 mm').fill('14');
  await page.keyboard.press('Enter');
  await sizes.getByLabel('Use of the holes ⌀ 9.70 mm').selectOption('pot');
  await sizes.getByLabel('Depth of ⌀ 16.00 mm').fill('25');
  await page.keyboard.press('Enter');
  await section.getByRole('button', { name: NODES.import }).click();
  await expect(section.getByRole('status').filter({ hasText: 'Imported' })).toContainText(
    '2 round holes, 3 screws and 2 pots',
  );
  await saved(page);
  const { design } = await held(request, id);
  expect(design.openings.map((o) => o.steps[0]!.depth)).toEqual([25, 25]);
  expect(design.parts.map((p) => p.spec.kind).sort()).toEqual(['pot', 'pot', 'screw', 'screw', 'screw']);
  const screw = design.parts.find((p) => p.spec.kind === 'screw')!;
  expect(screw.spec.measures).toMatchObject({ screwThread: 3, screwLength: 14 });
  // What no stage takes is refused with its own words, and the design is as it was.
  await drop(page, 'plans.zip', 'application/zip', Buffer.from('PK\x03\x04rest'));
  await expect(page.getByRole('alert').filter({ hasText: 'plans.zip' })).toHaveText(
    'plans.zip is an archive of files. Unpack it first.',
  );
  const photo = await sharp({ create: { width: 40, height: 30, channels: 3, background: 'white' } })
    .jpeg()
    .toBuffer();
  await drop(page, 'body.dxf', 'image/vnd.dxf', photo);
  await expect(page.getByRole('list', { name: NODES.pictures }).getByRole('listitem')).toHaveCount(1);
  await expect(page.getByText('plans.zip')).toHaveCount(0);
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

test('a drawing that lies elsewhere is laid by its lines, or by two presses; names and depths come back', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Laid', {
    outline: newDesign('x', 6, 628).outline,
    openings: [],
    parts: [],
    runs: [],
  });
  const own = drawingSvg(derive(windrow).template, 'Windrow', weightsFor(windrow.print.weights));
  const moved = own
    .replace('</desc>', '</desc><g transform="translate(56 1.5)">')
    .replace('</svg>', '</g></svg>');
  const bring = (name: string, text: string): Promise<void> =>
    page
      .getByLabel(NODES.drawingFile)
      .setInputFiles({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) });
  await openStage(page, id, 'outline?desk=trace');
  const laid = page.getByRole('status', { name: NODES.laidBy });

  // Without its lines nothing tells where it lies: two presses do.
  await bring('bare.svg', moved.replace(/<g id="layer-centre"[\s\S]*?<\/g>/, ''));
  await expect(laid).toContainText('by its size alone');
  await page.getByRole('button', { name: NODES.layByTwoPresses }).click();
  const board = (await page.getByTestId('press-area').boundingBox())!;
  await page.mouse.click(board.x + board.width * 0.4, board.y + board.height * 0.55);
  await expect(page.getByText('Press another place of its centre line')).toBeVisible();
  await page.mouse.click(board.x + board.width * 0.8, board.y + board.height * 0.55);
  await expect(laid).toContainText('as you pressed');
  await expect(page.getByTestId('press-area')).toHaveCount(0);

  await bring('elsewhere.svg', moved);
  await expect(laid).toContainText('Laid by its centre line, called “centre-line”, and its bridge line');
  await page.getByRole('button', { name: NODES.import }).click();
  await expect(page.getByTestId('reading-length')).toContainText('515.0');
  await saved(page);
  const { design } = await held(request, id);
  expect(offTruth(design).most).toBeLessThan(0.001);
  const { layout } = derive(windrow);
  const cut = layout.cuts.find((c) => c.face === 'back' && !c.round && c.role === 'cavity')!;
  const back = design.openings.find((o) => o.name === cut.name)!;
  expect(back.face).toBe('back');
  expect(back.steps[0]!.depth).toBeCloseTo(cut.top - cut.bottom, 3);
  expect(design.openings.filter((o) => /cut-|^p\d/.test(o.name))).toEqual([]);
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
