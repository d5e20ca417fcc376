/** What journeys through pictures and drawings under the design share. */
import { readFileSync } from 'node:fs';
import type { Design, Point } from '@pelkin/core';
import { createDeriver, nearestOnPath, solveOutline } from '@pelkin/core';
import type { Page } from '@playwright/test';
import { expect } from '@playwright/test';
import { held, saved } from './help.ts';
import { WORDS as NODES } from '../web/src/nodes/words.ts';

export const windrow = JSON.parse(
  readFileSync(new URL('../core/tests/designs/pointed-windrow.json', import.meta.url), 'utf8'),
) as Design;
export const derive = createDeriver();

/** Presses on the board at a place of the shown picture, in its pixels. */
export async function pressPixel(page: Page, p: Point): Promise<void> {
  const at = await page.locator('[data-underlay]').evaluate((element, { x, y }) => {
    const image = element as unknown as SVGImageElement;
    const q = new DOMPoint(x, y).matrixTransform(image.getScreenCTM()!);
    return { x: q.x, y: q.y };
  }, p);
  await page.mouse.click(at.x, at.y);
}

/** Nodes and middles of a closed line's pieces. */
export const placesOn = (path: ReturnType<typeof solveOutline>): readonly Point[] =>
  path.flatMap((c) => [
    c.p0,
    {
      x: (c.p0.x + 3 * c.p1.x + 3 * c.p2.x + c.p3.x) / 8,
      y: (c.p0.y + 3 * c.p1.y + 3 * c.p2.y + c.p3.y) / 8,
    },
  ]);

/** The largest and the mean distance of a held outline from the true one, mm. */
export function offTruth(design: Design): { readonly rms: number; readonly most: number } {
  const truth = solveOutline(windrow.outline.nodes);
  const off = placesOn(solveOutline(design.outline.nodes)).map((p) => nearestOnPath(truth, p)!.distance);
  return {
    rms: Math.sqrt(off.reduce((s, v) => s + v * v, 0) / off.length),
    most: Math.max(...off),
  };
}

/** The picture that is shown under the drawing, as the server holds it. */
export async function shownUnderlay(page: Page, request: Parameters<typeof held>[0], id: string) {
  await saved(page);
  return (await held(request, id)).design.underlays.find((u) => !u.hidden);
}

/** Takes the found edge for the outline: one step, saved. */
export async function useAsTheOutline(page: Page): Promise<void> {
  await page.getByRole('button', { name: NODES.useAsTheOutline }).click();
  await expect(page.getByRole('button', { name: 'Undo: used the outline of a picture' })).toBeVisible();
  await saved(page);
}
