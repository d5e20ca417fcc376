import { execFileSync } from 'node:child_process';
import { newDesign } from '@pelkin/core';
import { expect, test } from '@playwright/test';
import { centreOf, dragBy, held, makeDesign, openStage, saved, type } from './help.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as LAYOUT } from '../web/src/stages/layout/words.ts';
import { WORDS as OUTLINE } from '../web/src/stages/outline/words.ts';
import { WORDS as NODES } from '../web/src/nodes/words.ts';
import { WORDS as STRINGS } from '../web/src/stages/strings/words.ts';
import { WORDS as TEMPLATES } from '../web/src/stages/templates/words.ts';

test('several nodes: chosen with Shift and by a box, moved, turned, aligned and removed together', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Several');
  await openStage(page, id, 'outline');
  const node = (n: string) => page.locator(`[data-node="${n}"]`);
  await node('n8').click();
  await node('n9').click({ modifiers: ['Shift'] });
  await node('n10').click({ modifiers: ['Shift'] });
  await expect(page.getByRole('heading', { name: 'Selected: 3 nodes' })).toBeVisible();
  const before = (await held(request, id)).design.outline.nodes;
  await type(page.getByLabel(NODES.moveNutwardBy), '5');
  await saved(page);
  const moved = (await held(request, id)).design.outline.nodes;
  for (const i of [7, 8, 9]) expect(moved[i]!.x).toBeCloseTo(before[i]!.x + 5, 6);
  expect(moved[6]).toEqual(before[6]);
  // Dragging one of them takes the others along.
  await dragBy(page, node('n9'), 0, -12);
  await saved(page);
  const dragged = (await held(request, id)).design.outline.nodes;
  expect(dragged[7]!.y - moved[7]!.y).toBeCloseTo(dragged[8]!.y - moved[8]!.y, 6);
  await page.getByRole('button', { name: 'Undo: moved 3 nodes' }).click();
  await type(page.getByLabel(NODES.turnBy), '10');
  await page.getByRole('button', { name: NODES.oneDistanceFromTheCentreLine }).click();
  await saved(page);
  const aligned = (await held(request, id)).design.outline.nodes;
  expect(new Set([7, 8, 9].map((i) => aligned[i]!.y)).size).toBe(1);

  // A box round the treble horn.
  await page.getByTestId('board').click({ position: { x: 60, y: 640 } });
  await page.getByRole('button', { name: NODES.selectByABox }).click();
  const [a, b] = [await centreOf(node('n19')), await centreOf(node('n21'))];
  await page.mouse.move(Math.min(a.x, b.x) - 20, Math.min(a.y, b.y) - 20);
  await page.mouse.down();
  await page.mouse.move(Math.max(a.x, b.x) + 20, Math.max(a.y, b.y) + 20, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByRole('heading', { name: /Selected: \d nodes/ })).toBeVisible();
  await page.getByRole('button', { name: OUTLINE.remove, exact: true }).click();
  await expect(node('n19')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(node('n19')).toHaveCount(1);
});

test('mirror: one side over the other, twins move together, the link is cut and made again', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Mirrored');
  await openStage(page, id, 'outline');
  await page.getByRole('button', { name: NODES.bassOntoTreble }).click();
  await saved(page);
  const linked = (await held(request, id)).design.outline;
  expect(linked.mirror.length).toBeGreaterThan(8);
  const [a, b] = linked.mirror.find(([p, q]) => p !== q && (p === 'n8' || q === 'n8'))!;
  const [lead, twin] = a === 'n8' ? [a, b] : [b, a];
  const from = await centreOf(page.locator(`[data-node="${twin}"]`));
  await dragBy(page, page.locator(`[data-node="${lead}"]`), 10, 20);
  const to = await centreOf(page.locator(`[data-node="${twin}"]`));
  expect(to.x - from.x).toBeCloseTo(10, 0);
  expect(to.y - from.y).toBeCloseTo(-20, 0);
  await page.getByRole('button', { name: NODES.cutAllLinks }).click();
  await page.locator(`[data-node="${lead}"]`).focus();
  await page.keyboard.press('Shift+ArrowUp');
  expect((await centreOf(page.locator(`[data-node="${twin}"]`))).y).toBeCloseTo(to.y, 0);
  await expect(page.getByTestId('reading-findings')).toContainText('1');
  await page.getByTestId('reading-findings').click();
  const listed = page.getByRole('region', { name: FRAME.findings });
  await expect(listed).toContainText('The two sides have drifted apart');
});

test('smooth nodes, and a node added where the edge stays', async ({ page, request }) => {
  const id = await makeDesign(request, 'Smooth');
  await openStage(page, id, 'outline');
  await page.locator('[data-node="n9"]').click();
  const edge = await page.locator('#outline').getAttribute('d');
  const length = (d: string | null): Promise<number> =>
    page.evaluate((data) => {
      const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
      path.setAttribute('d', data!);
      return path.getTotalLength();
    }, d);
  await page.getByRole('button', { name: NODES.addANodeAfterIt }).click();
  await expect(page.locator('[data-node]')).toHaveCount(24);
  const after = await page.locator('#outline').getAttribute('d');
  expect(Math.abs((await length(after)) - (await length(edge)))).toBeLessThan(0.01);
  await page.getByRole('radio', { name: NODES.smooth }).click();
  await expect(page.locator('[data-handle]')).toHaveCount(2);
  await dragBy(page, page.locator('[data-handle="after"] .node-mark'), 12, 12);
  await saved(page);
  const node = (await held(request, id)).design.outline.nodes.find((n) => n.kind === 'smooth')!;
  expect(node.before!.x * node.after!.y - node.before!.y * node.after!.x).toBeCloseTo(0, 6);
});

test('a stretch is copied, and laid between two other nodes of another design', async ({ page, request }) => {
  const [one, two] = [await makeDesign(request, 'From here'), await makeDesign(request, 'To there')];
  await openStage(page, one, 'outline');
  const press = (n: string, shift = false) =>
    page.locator(`[data-node="${n}"]`).click(shift ? { modifiers: ['Shift'] } : {});
  await press('n8');
  await press('n11', true);
  await page.getByRole('button', { name: NODES.copyTheStretch }).click();
  await expect(page.getByText('4 nodes copied.')).toBeVisible();
  await page.getByRole('link', { name: FRAME.allDesigns }).click();
  await page.getByRole('link', { name: 'Open To there', exact: true }).click();
  await page
    .getByRole('navigation', { name: FRAME.workOrder })
    .getByRole('link', { name: /Outline/ })
    .click();
  await press('n14');
  await press('n16', true);
  await page.getByRole('button', { name: NODES.pasteItMirrored }).click();
  await expect(page.locator('[data-node]')).toHaveCount(24);
  await saved(page);
  expect((await held(request, two)).design.outline.nodes).toHaveLength(24);
});

test('findings: the list leads to the place, one is accepted with a reason, limits are the user’s', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Found');
  await openStage(page, id, 'strings');
  await page.getByTestId('reading-findings').click();
  const list = page.getByRole('region', { name: FRAME.findings });
  await expect(list).toContainText('No problems found');
  await page.getByRole('tab', { name: FRAME.limits }).click();
  await type(list.getByLabel('Smallest bit you own'), '40');
  await page.getByRole('tab', { name: FRAME.findings }).click();
  const row = list.locator('[data-finding="hollow-bit"]').first();
  await expect(row).toContainText('A hollow is tighter than your smallest bit');
  await expect(row).toContainText('a bit of 40.0 mm leaves wood standing');
  await row.getByRole('button', { name: FRAME.showThePlace }).click();
  await expect(page).toHaveURL(/\/outline$/);
  await expect(page.getByTestId('shown-place')).toBeVisible();
  const count = async (): Promise<number> =>
    Number(await page.getByTestId('reading-findings').locator('p').nth(1).innerText());
  const open = await count();
  expect(open).toBeGreaterThan(0);
  await row.getByRole('button', { name: FRAME.accept }).click();
  await page.getByLabel(FRAME.reasonForAccepting).fill('finished with a file');
  await page.keyboard.press('Enter');
  await expect(row).toContainText('Accepted: finished with a file');
  await expect.poll(count).toBe(open - 1);
  await saved(page);
  expect((await held(request, id)).design.findings).toMatchObject({
    limits: { smallestBit: 40 },
    accepted: [{ rule: 'hollow-bit', reason: 'finished with a file' }],
  });
  await row.getByRole('button', { name: FRAME.withdrawAcceptance }).click();
  await expect.poll(count).toBe(open);
});

test('strings: a fan, courses, a partial board and a saddle line, drawn and in the table', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Fanned');
  await openStage(page, id, 'strings');
  await page.getByText(STRINGS.twoScalesFretsFanned).click();
  await type(page.getByLabel(STRINGS.bassScale), '27 in');
  await expect(page.getByRole('columnheader', { name: 'bass, mm' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^12 342\.90 314\.00/ })).toBeVisible();
  await page.getByText(STRINGS.moreFretsUnderSomeStrings).click();
  await expect(page.locator('#fret-24')).toHaveCount(1);
  await page.getByText(STRINGS.zeroFret, { exact: true }).click();
  await expect(page.locator('#nut-guide')).toHaveCount(1);
  await type(page.getByLabel(STRINGS.coursesBassToTreble), '2 2 2');
  await expect(page.locator('#string-6')).toHaveCount(1);
  await type(page.getByLabel(STRINGS.coursesBassToTreble), '9 9');
  await expect(page.getByRole('alert')).toContainText('counts of 1 to 4');
  await page.keyboard.press('Escape');
  await page.getByRole('radio', { name: STRINGS.compensation }).click();
  await type(page.getByLabel('Saddle of string 6, tailward'), '2.4');
  await expect(page.getByText(/It misses string \d by/)).toBeVisible();
  await saved(page);
  const { design } = await held(request, id);
  expect(design.strings).toMatchObject({
    fan: { bassScale: 685.8 },
    courses: [2, 2, 2],
    extraFrets: { frets: 2 },
  });
  expect(design.strings.compensation[0]).toBe(2.4);
});

test('a simulated printer shows what it does, and the correction by its bars cures it', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Bad printer');
  await openStage(page, id, 'templates');
  await page.getByText(TEMPLATES.showWhatASimulatedPrinterMakes).click();
  const off = page.getByText(TEMPLATES.tapedUpOffByAtMost).locator('..');
  await expect(off).toContainText(/[3-9]\.\d\d mm/);
  await expect(page.getByTestId('as-printed')).toHaveAttribute('d', /^M/);
  await page.getByRole('button', { name: TEMPLATES.correctByTheseBars }).click();
  await expect(off).toContainText(/0\.0\d mm/);
  await saved(page);
  // In the trial alone: the design's own paper is not corrected.
  await expect(page.getByText('Corrected in this trial by × 1.0183 across and × 1.0091 up')).toBeVisible();
  expect((await held(request, id)).design.print.correction).toEqual({ x: 1, y: 1 });
  await page.getByRole('button', { name: TEMPLATES.withoutTheCorrection }).click();
  await expect(off).toContainText(/[3-9]\.\d\d mm/);
  await type(page.getByLabel(NODES.turnedBy), '30');
  await page.getByRole('button', { name: TEMPLATES.lookForFewerSheets }).click();
  await page.getByRole('button', { name: TEMPLATES.useThisPosition }).click();
  await expect(page.getByTestId('reading-sheets')).toContainText('▼');
});

test('lumps: one is found, allowed to go, faired in one step, and a pinned node is left', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Lumpy');
  await openStage(page, id, 'outline');
  // Nodes close together on a smooth stretch, one of them off it.
  const addAfter = async (node: string): Promise<void> => {
    await page.locator(`[data-node="${node}"]`).click();
    await page.getByRole('button', { name: NODES.addANodeAfterIt }).click();
  };
  await addAfter('n9');
  await addAfter('n9');
  await addAfter('n9');
  const across = page.getByRole('textbox', { name: LAYOUT.fromCentreLine });
  const there = Number(await across.inputValue());
  await type(across, (there + 0.5).toFixed(1));
  await expect(page.getByTestId('reading-findings')).toContainText('to look at');
  const chosen = (await page.locator('[data-node][aria-pressed="true"]').getAttribute('data-node'))!;

  await page.getByRole('tab', { name: OUTLINE.judge }).click();
  const lumps = page.getByRole('region', { name: NODES.lumps });
  await lumps.getByRole('button', { name: NODES.lookForLumps }).click();
  await expect(lumps).toContainText('stays');
  await type(lumps.getByLabel(NODES.edgeMayMoveBy), '0.05');
  await expect(lumps.getByRole('button', { name: NODES.fairIt })).toBeDisabled();
  await type(lumps.getByLabel(NODES.edgeMayMoveBy), '1.5');
  await expect(lumps).toContainText('goes');
  await expect(page.getByTestId('raking').locator('path').first()).toBeAttached();

  // A pinned node stays, and its lump with it.
  await page.locator(`[data-node="${chosen}"]`).click();
  await page.getByText(NODES.pinnedFairingLeavesIt).click();
  await saved(page);
  expect((await held(request, id)).design.outline.nodes.find((n) => n.id === chosen)).toMatchObject({
    pinned: true,
  });
  await page.getByText(NODES.pinnedFairingLeavesIt).click();
  await expect(lumps).toContainText('goes');
  await lumps.getByRole('button', { name: NODES.fairIt }).click();
  await expect(lumps).toContainText('No lump that a finger would feel');
  await expect(page.getByTestId('reading-findings')).toContainText('no problems found');
  await page.getByText(OUTLINE.silhouetteTheBodyFilledWithInk).click();
  await expect(page.getByTestId('silhouette')).toBeVisible();
  await page.getByRole('button', { name: 'Undo: faired 1 lump' }).click();
  await expect(page.getByTestId('reading-findings')).toContainText('to look at');
});

test('a corner joined smoothly, a node matched, a stretch snapped to a curve template', async ({
  page,
  request,
}) => {
  const id = await makeDesign(request, 'Shaped');
  await openStage(page, id, 'outline');
  const before = (await held(request, id)).design.outline.nodes;
  const corner = before.find((n) => n.kind === 'corner' && n.x > 300)!;
  await page.locator(`[data-node="${corner.id}"]`).click();
  await type(page.getByRole('textbox', { name: NODES.joinItSmoothlyOver }), '15');
  await page.getByRole('button', { name: NODES.smoothJoin }).click();
  await expect(page.locator('[data-node]')).toHaveCount(before.length + 2);
  await page.getByRole('button', { name: /^Undo: joined/ }).click();
  await expect(page.locator('[data-node]')).toHaveCount(before.length);

  const one = before.find((n) => n.kind === 'fair' && n.y > 100 && n.x < 0)!;
  await page.locator(`[data-node="${one.id}"]`).click();
  await page.getByRole('button', { name: NODES.matchTheOtherSide }).click();
  await saved(page);
  expect((await held(request, id)).design.outline.nodes.find((n) => n.id === one.id)).not.toMatchObject({
    x: one.x,
    y: one.y,
  });
  await page.getByRole('button', { name: /^Undo: matched/ }).click();

  // A template slid against the bass side; far from the stretch it is refused with the reason.
  const [a, b] = before.filter((n) => n.y > 90 && n.x > 0 && n.x < 220);
  await page.getByRole('combobox', { name: NODES.laidOnTheBoard }).selectOption({ index: 2 });
  await expect(page.getByTestId('curve-template')).toBeVisible();
  await page.locator(`[data-node="${a!.id}"]`).click();
  await page.locator(`[data-node="${b!.id}"]`).click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: NODES.snapTheStretchToIt }).click();
  await expect(page.getByRole('alert')).toContainText('within 15 mm');
  const middle = { x: (a!.x + b!.x) / 2, y: (a!.y + b!.y) / 2 };
  await type(page.getByRole('textbox', { name: NODES.itsMiddleFromTheBridgeLine }), middle.x.toFixed(1));
  await type(
    page.getByRole('textbox', { name: NODES.itsMiddleFromTheCentreLine }),
    (middle.y + 8).toFixed(1),
  );
  const chord = (Math.atan2(b!.y - a!.y, b!.x - a!.x) * 180) / Math.PI;
  await type(
    page.getByRole('region', { name: NODES.curveTemplates }).getByRole('textbox', { name: NODES.turnedBy }),
    chord.toFixed(1),
  );
  await page.getByRole('button', { name: NODES.snapTheStretchToIt }).click();
  await expect(
    page.getByRole('button', { name: 'Undo: snapped a stretch to a curve template' }),
  ).toBeVisible();
});

test('two shapes compared: what changed, ratios made exact, a figure, tools and reach', async ({
  page,
  request,
}) => {
  await makeDesign(request, 'The other', { outline: newDesign('x', 6, 628).outline });
  const id = await makeDesign(request, 'Compared');
  await openStage(page, id, 'outline?desk=judge');
  const changed = page.getByRole('region', { name: OUTLINE.whatChanged });
  await changed.getByRole('button', { name: OUTLINE.markThisState }).click();
  await expect(changed).toContainText('the edge is where it was');
  await page.locator('[data-node="n12"]').click();
  await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(changed).toContainText(/stretch(es)? ha(s|ve) moved/);
  await expect(changed).toContainText('2.0 mm outside');
  await expect(page.getByRole('table', { name: OUTLINE.measurementsThatChanged })).toContainText('length');
  await expect(page.getByTestId('ghost')).toBeVisible();
  const chart = changed.getByTestId('along-chart');
  await chart.hover();
  await expect(page.getByTestId('pointed')).toBeVisible();

  const proportion = page.getByRole('region', { name: OUTLINE.proportion, exact: true });
  const compareWith = changed.getByRole('combobox', { name: OUTLINE.compareWith });
  await compareWith.selectOption({ label: 'design: The other' });
  await expect(changed).toContainText('Against The other');
  await compareWith.selectOption({ label: 'typed measures' });
  const table = page.getByRole('table', { name: OUTLINE.measurementsSideBySide });
  await expect(table.getByRole('columnheader')).toHaveCount(5);
  await table.getByRole('textbox', { name: 'Typed: length, mm' }).fill('500');
  await table.getByRole('textbox', { name: 'Typed: length, mm' }).blur();
  await expect(compareWith).toContainText('3 at most');
  await proportion.getByText(OUTLINE.othersAsRatiosToThis).click();
  await expect(table).toContainText('×');
  await changed.getByRole('button', { name: OUTLINE.showOverTheDrawing }).click();
  await expect(changed).toContainText('Against As it was');

  const ratios = page.getByRole('region', { name: OUTLINE.ratios });
  await ratios
    .getByRole('button', { name: new RegExp(`^${OUTLINE.makeExact}`) })
    .first()
    .click();
  await expect(ratios).toContainText('exact');
  await expect(ratios.getByText(OUTLINE.held).first()).toBeVisible();
  await page.getByRole('combobox', { name: OUTLINE.figure }).selectOption('spiral');
  await expect(page.getByTestId('ratio-figure').locator('path')).toHaveCount(1);

  const tools = page.getByRole('region', { name: OUTLINE.toolsThatReach });
  await type(tools.getByRole('textbox', { name: OUTLINE.diameter }), '60');
  await tools.getByRole('button', { name: OUTLINE.addToTheList }).click();
  await expect(tools).toContainText('No tool of yours reaches');
  await tools.getByText('Colour the edge by').click();
  await expect(page.getByTestId('edge-by-tool').locator('.by-none').first()).toBeAttached();
  const hand = page.getByRole('region', { name: OUTLINE.reachOfTheHand });
  const reached = await hand.innerText();
  await type(hand.getByRole('textbox', { name: OUTLINE.firstFingerReachesOn }), '0');
  await expect(hand).not.toHaveText(reached);
});

test('the artwork sheet is one page at the scale it tells', async ({ page, request }) => {
  const id = await makeDesign(request, 'Painted');
  await openStage(page, id, 'outline?desk=trace');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: NODES.saveTheSheetAsPdf }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('painted-artwork.pdf');
  const path = await file.path();
  expect(execFileSync('pdfinfo', [path], { encoding: 'utf8' })).toMatch(/Pages:\s+1\b[\s\S]*A4/);
  expect(execFileSync('pdftotext', [path, '-'], { encoding: 'utf8' })).toMatch(/Painted: 1 : \d\.\d{3}/);

  // A page of a PDF lies under at its own size, and by its four crosses at the instrument's.
  await page.getByLabel(NODES.pictureFile).setInputFiles(path);
  await expect(page.getByRole('list', { name: NODES.pictures })).toContainText('the file’s own size');
  await saved(page);
  const { design } = await held(request, id);
  const [page1] = design.underlays;
  expect(page1!.width * page1!.scale).toBeCloseTo(297, 0);
  expect(page1!.height * page1!.scale).toBeCloseTo(210, 0);

  // A picture that this server does not hold is reported, not left out in silence.
  const other = await makeDesign(request, 'From elsewhere', {
    underlays: [{ ...page1!, picture: '00000000-0000-4000-8000-00000000abcd' }],
  });
  await openStage(page, other, 'outline?desk=trace');
  await expect(page.getByRole('list', { name: NODES.pictures })).toContainText('not on this server');
});
