import { AxeBuilder } from '@axe-core/playwright';
import { readFileSync } from 'node:fs';
import type { Design, ShapeKey } from '@pelkin/core';
import { SHAPE_WORDS, checkDesign } from '@pelkin/core';
import type { APIRequestContext, Locator, Page } from '@playwright/test';
import { expect } from '@playwright/test';

const pointed = JSON.parse(
  readFileSync(new URL('../core/tests/designs/pointed-windrow.json', import.meta.url), 'utf8'),
) as Design;
/** Its horn button stands so that a strap pulls nearly along it: allowed, for these tests are about other things. */
const demo: Design = {
  ...pointed,
  findings: { ...pointed.findings, limits: { ...pointed.findings.limits, strapPull: 0 } },
};

/** How the field of an outline's measure is labelled. */
export const measureLabel = (key: ShapeKey): string => {
  const { name } = SHAPE_WORDS[key];
  return name.charAt(0).toUpperCase() + name.slice(1);
};

/** A design of its own for a test, made from the demo; gives its id. */
export async function makeDesign(
  request: APIRequestContext,
  name: string,
  change: Partial<Design> = {},
): Promise<string> {
  const response = await request.post('/api/designs', { data: { design: { ...demo, ...change, name } } });
  expect(response.status()).toBe(201);
  return ((await response.json()) as { id: string }).id;
}

/** Paper of one sheet that all of a drawing goes on. */
export const onOneSheet = (print: Design['print']): Design['print'] => ({
  ...print,
  paper: 'own',
  own: { width: 700, height: 1000 },
  orientation: 'landscape',
});

/** The design as the server holds it. */
export async function held(
  request: APIRequestContext,
  id: string,
): Promise<{ revision: number; design: Design }> {
  const body = (await (await request.get(`/api/designs/${id}`)).json()) as {
    revision: number;
    design: unknown;
  };
  const checked = checkDesign(body.design);
  if (!checked.ok) throw new Error('the server holds a design that cannot be read');
  return { revision: body.revision, design: checked.design };
}

export async function openStage(page: Page, id: string, stage: string): Promise<void> {
  await page.goto(`/designs/${id}/${stage}`);
  await expect(page.getByTestId('saved-state')).toHaveText(/^saved /);
}

/** From one stage to another of the open design, as the browser's own back and forward do: nothing is loaded again. */
export async function goTo(page: Page, id: string, stage: string): Promise<void> {
  await page.evaluate((address) => {
    history.pushState(null, '', address);
    dispatchEvent(new PopStateEvent('popstate'));
  }, `/designs/${id}/${stage}`);
  await expect(page.getByRole('navigation').locator(`a[aria-current="page"]`)).toHaveAttribute(
    'href',
    new RegExp(`/${stage.split('?')[0]}$`),
  );
  await saved(page);
}

export const saved = (page: Page): Promise<void> =>
  expect(page.getByTestId('saved-state')).toHaveText(/^saved /);

/** Types into a field and takes it. */
export async function type(field: Locator, text: string): Promise<void> {
  await field.click();
  await field.fill(text);
  await field.press('Enter');
}

export async function centreOf(target: Locator): Promise<{ x: number; y: number }> {
  const box = await target.boundingBox();
  if (!box) throw new Error('not on the screen');
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

/** Drags by so many pixels, in steps as a hand does. */
export async function dragBy(page: Page, target: Locator, dx: number, dy: number): Promise<void> {
  const from = await centreOf(target);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + dx, from.y + dy, { steps: 12 });
  await page.mouse.up();
}

/** The place of the drawn edge nearest to a place of the page. */
export const nearestOnEdge = (page: Page, to: { x: number; y: number }): Promise<{ x: number; y: number }> =>
  page.getByTestId('edge').evaluate((element, { x, y }) => {
    const path = element as unknown as SVGPathElement;
    const matrix = path.getScreenCTM()!;
    const total = path.getTotalLength();
    let best = { x: 0, y: 0, d: Infinity };
    for (let s = 0; s <= total; s += total / 2000) {
      const p = path.getPointAtLength(s).matrixTransform(matrix);
      const d = Math.hypot(p.x - x, p.y - y);
      if (d < best.d) best = { x: p.x, y: p.y, d };
    }
    return { x: best.x, y: best.y };
  }, to);

/** In the dark only colours differ: all else was looked at in the light. */
export async function violations(page: Page, light: 'light' | 'dark'): Promise<readonly string[]> {
  // What is right needs no report, and the page has no frames to be gone through apart: half of the time.
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  const { violations: found } = await (light === 'dark' ? axe.withRules(['color-contrast']) : axe).analyze();
  return found.flatMap((v) => v.nodes.map((n) => `${v.id}: ${v.help}: ${n.target.join(' ')}`));
}
