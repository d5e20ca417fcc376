import { randomUUID } from 'node:crypto';
import { existsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import type { Page } from '@playwright/test';
import type { Measured } from './measure.ts';
import { summed, times } from './measure.ts';
// @ts-expect-error a script of the project, without types
import { CHROMIUM } from '../lib/system.mjs';

const DIST = new URL('../../web/dist/', import.meta.url).pathname;

/** Compressed size of the scripts that a page loads until it shows what it is for, kB (1,000 bytes): what is fetched ahead comes after. */
async function scriptKilobytes(page: Page, address: string, shown: string): Promise<number> {
  const loaded = new Set<string>();
  page.on('request', (r) => {
    const { pathname } = new URL(r.url());
    if (pathname.endsWith('.js')) loaded.add(pathname);
  });
  await page.goto(address, { waitUntil: 'commit' });
  await page.locator(shown).first().waitFor();
  const sizes = [...loaded].map((path) => {
    const gz = join(DIST, `${path}.gz`);
    return statSync(existsSync(gz) ? gz : join(DIST, path)).size;
  });
  return sizes.reduce((sum, s) => sum + s, 0) / 1000;
}

const SVG_BYTES = 5e6;

/** A drawing of 5 MB, as programs write them: an outline among tens of thousands of small paths. */
function largeSvg(): string {
  const paths: string[] = [];
  let size = 0;
  for (let i = 0; size < SVG_BYTES; i += 1) {
    const [x, y] = [(i % 300) + 0.125, Math.floor(i / 300) + 0.5];
    const path = `<path id="p${i}" d="M${x} ${y}C${x + 1.0625} ${y} ${x + 2.1} ${y + 1.25} ${x + 3.1234} ${y + 2.2}l5 5 6.25-1.5z" style="fill:none;stroke:#000"/>`;
    paths.push(path);
    size += path.length;
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" width="400mm" height="300mm" viewBox="0 0 400 300"><rect width="400" height="300"/><g>${paths.join('\n')}</g></svg>`;
}

/** How long the page waits for its worker to read a large drawing, ms, by the page's own clock. */
async function drawingReadings(page: Page, address: string): Promise<readonly number[]> {
  await page.goto(address);
  const file = { name: 'large.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(largeSvg()) };
  for (let i = 1; i <= 5; i += 1) {
    await page.getByLabel('Drawing file').setInputFiles(file);
    await page.waitForFunction((count) => performance.getEntriesByName('drawing read').length >= count, i, {
      timeout: 60_000,
    });
    await page.getByRole('group', { name: 'Layers of the drawing' }).waitFor({ timeout: 60_000 });
  }
  return page.evaluate(() => performance.getEntriesByName('drawing read').map((e) => e.duration));
}

/** From the press on a card until the outline and the first field are painted, by the page's own clock. */
const WATCH_OPENING = `
  window.opened = new Promise((done) => {
    let pressed = 0;
    document.addEventListener('pointerdown', () => { pressed = performance.now(); }, { capture: true, once: true });
    new MutationObserver((_, watch) => {
      if (!document.querySelector('#outline') || !document.querySelector('aside input')) return;
      watch.disconnect();
      requestAnimationFrame(() => setTimeout(() => done(performance.now() - pressed), 0));
    }).observe(document.body, { subtree: true, childList: true });
  });
  0;
`;

/** How many drags are measured. */
const DRAGS = 5;

interface Traced {
  readonly name: string;
  readonly ph: string;
  readonly pid: number;
  readonly tid: number;
  /** µs. */
  readonly ts: number;
  readonly dur?: number;
  readonly args: { readonly data?: { readonly type?: string } };
}

/** The browser's own record of its main thread's tasks while something is done. */
async function traced(page: Page, work: () => Promise<void>): Promise<readonly Traced[]> {
  const devtools = await page.context().newCDPSession(page);
  const events: Traced[] = [];
  devtools.on('Tracing.dataCollected', ({ value }) => events.push(...(value as unknown as Traced[])));
  await devtools.send('Tracing.start', {
    traceConfig: { includedCategories: ['devtools.timeline'] },
    transferMode: 'ReportEvents',
  });
  await work();
  const complete = new Promise((done) => devtools.once('Tracing.tracingComplete', done));
  await devtools.send('Tracing.end');
  await complete;
  await devtools.detach();
  return events;
}

/**
 * Frames while something is dragged, ms: the main thread's whole work of each frame in which the hand moved, by the
 * browser's own record: from the hand's move through handlers, rendering, style, layout and paint to its layers. A message posted from the frame tells less: the
 * browser may hold it back past the next frame.
 */
async function dragFrames(page: Page, what: string, least = 5): Promise<number[]> {
  const box = (await page.locator(what).boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 5, y, { steps: 5 });
  const events = await traced(page, async () => {
    for (let i = 0; i < 240; i += 1)
      await page.mouse.move(x + 30 * Math.sin(i / 12), y + 20 * Math.cos(i / 9));
  });
  const moved = (await page.locator(what).boundingBox())!;
  // Put back, so that every drag is the same.
  await page.keyboard.press('Escape');
  await page.mouse.up();
  if (Math.hypot(moved.x - box.x, moved.y - box.y) < least)
    throw new Error(`${what} did not follow the hand`);
  // A frame's task begins with the hand's move, and ends when what was painted is laid in layers.
  const ofFrame = events
    .filter(
      (e) =>
        (e.name === 'EventDispatch' && e.args.data?.type === 'pointermove') ||
        e.name === 'FireAnimationFrame' ||
        e.name === 'Layerize',
    )
    .sort((a, b) => a.ts - b.ts);
  const thread = ofFrame.find((e) => e.name === 'EventDispatch');
  const frames: number[] = [];
  let began: number | null = null;
  let drawn = false;
  for (const e of ofFrame) {
    if (e.pid !== thread?.pid || e.tid !== thread.tid) continue;
    if (e.name === 'EventDispatch') began ??= e.ts;
    else if (e.name === 'FireAnimationFrame') drawn = began !== null;
    else if (began !== null && drawn) {
      frames.push((e.ts + (e.dur ?? 0) - began) / 1000);
      began = null;
      drawn = false;
    }
  }
  return frames;
}

export async function measureBrowser(address: string): Promise<Measured[]> {
  const list = (await (await fetch(`${address}/api/designs`)).json()) as {
    designs: { id: string }[];
  };
  const { id } = list.designs[0]!;
  const opened = (await (await fetch(`${address}/api/designs/${id}`)).json()) as {
    design: unknown;
    saveId: string;
  };
  const { design } = opened;
  let from = opened.saveId;
  const saves = await times(200, async () => {
    const saveId = randomUUID();
    const answer = await fetch(`${address}/api/designs/${id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ from, saveId, design }),
    });
    await answer.json();
    from = saveId;
  });
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox'] });
  try {
    const open = () => browser.newPage({ viewport: { width: 1280, height: 800 } });
    const first = await scriptKilobytes(await open(), address, 'article');
    const direct = await scriptKilobytes(await open(), `${address}/designs/${id}/outline`, '[data-node]');
    const opened: number[] = [];
    for (let i = 0; i < 7; i += 1) {
      const lists = await open();
      await lists.goto(address);
      const card = lists.locator('article a').first();
      await card.waitFor();
      await lists.waitForLoadState('networkidle');
      await lists.evaluate(WATCH_OPENING);
      await card.click();
      opened.push(await lists.evaluate(() => (window as unknown as { opened: Promise<number> }).opened));
      await lists.close();
    }
    const page = await open();
    await page.goto(`${address}/designs/${id}/outline`);
    await page.locator('[data-node="n8"]').waitFor();
    // The machine's own hiccups reach the tail of any one drag: of several drags the middle one counts.
    const tails: number[] = [];
    for (let i = 0; i < DRAGS; i += 1)
      tails.push(summed('', 'ms', await dragFrames(page, '[data-node="n8"]'), null).p95);
    await page.goto(`${address}/designs/${id}/layout`);
    await page.locator('[data-part="p4"]').waitFor();
    const partTails: number[] = [];
    for (let i = 0; i < DRAGS; i += 1)
      partTails.push(summed('', 'ms', await dragFrames(page, '[data-part="p4"] .node-area'), null).p95);
    await page.goto(`${address}/designs/${id}/neck`);
    const grip = '[data-grip="section 1 back"]';
    await page.locator(grip).waitFor();
    const sectionTails: number[] = [];
    // A thickness goes up and down only: where the hand is at the end, the handle may be near its place.
    for (let i = 0; i < DRAGS; i += 1)
      sectionTails.push(summed('', 'ms', await dragFrames(page, grip, 0), null).p95);
    const readings = await drawingReadings(page, `${address}/designs/${id}/outline?desk=trace`);
    await page.goto(`${address}/designs/${id}/templates`);
    const press = page.getByRole('button', { name: 'Save the paper as PDF' });
    await press.waitFor();
    const paper: number[] = [];
    for (let i = 0; i < 5; i += 1) {
      const start = performance.now();
      await Promise.all([page.waitForEvent('download'), press.click()]);
      paper.push(performance.now() - start);
    }
    return [
      summed(`frame while dragging, 95th percentile, median of ${DRAGS} drags`, 'ms', tails, 16.7),
      summed(
        `frame while a part is dragged, 95th percentile, median of ${DRAGS} drags`,
        'ms',
        partTails,
        16.7,
      ),
      summed(
        `frame while a section of the neck is dragged, 95th percentile, median of ${DRAGS} drags`,
        'ms',
        sectionTails,
        33.3,
      ),
      summed('first-view JavaScript, gzipped', 'kB', [first], 200),
      summed('JavaScript of a design opened directly, gzipped', 'kB', [direct], null),
      summed('opening a design from the list', 'ms', opened, 400),
      summed('SVG of 5 MB read in its worker', 'ms', readings, 1500),
      summed('save round trip', 'ms', saves, 15),
      summed('press to PDF in the page, demo design', 'ms', paper, null),
    ];
  } finally {
    await browser.close();
  }
}
