import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { makeDesign, openStage } from './help.ts';
import { windrow } from './traced.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';

/** A phone, a page zoomed to 150 %, a tablet, a laptop: px. */
const WIDTHS = [430, 853, 1024, 1280] as const;
/** From here on the title line has all of it. */
const WIDE = 1180;
const VIEWS = [
  'strings',
  'outline',
  'outline?desk=trace',
  'outline?desk=judge',
  'neck',
  'neck?desk=headstock',
  'layout',
  'layout?desk=openings',
  'layout?desk=neck',
  'layout?desk=wires',
  'layout?desk=lines',
  'shape',
  'balance?desk=standing',
  'balance?desk=sitting',
  'balance?desk=weight',
  'balance?desk=mends',
  'balance?desk=player',
  'templates',
] as const;

/**
 * What cannot be reached or read whole: a control that is outside the window and in nothing that scrolls there, words of
 * a button that are cut off by it, a page that is pushed sideways, buttons that are over one another.
 */
const outOfReach = (page: Page): Promise<readonly string[]> =>
  page.evaluate(() => {
    const SLACK = 1.5;
    const found: string[] = [];
    const { innerWidth, innerHeight } = window;
    const page = document.scrollingElement!;
    if (page.scrollWidth > innerWidth + SLACK) found.push(`the page is ${page.scrollWidth} wide`);
    const nameOf = (e: Element): string =>
      (e.getAttribute('aria-label') ?? e.textContent ?? '').trim().slice(0, 50) || e.tagName;
    const scrolls = (e: Element, axis: 'X' | 'Y'): boolean => {
      if (axis === 'Y' && page.scrollHeight > innerHeight) return true;
      for (let p = e.parentElement; p; p = p.parentElement)
        if (/auto|scroll/.test(getComputedStyle(p)[`overflow${axis}`])) {
          const { left, right, top, bottom } = p.getBoundingClientRect();
          return axis === 'X'
            ? left > -SLACK && right < innerWidth + SLACK
            : top > -SLACK && bottom < innerHeight + SLACK;
        }
      return false;
    };
    /** What of a box is seen in all that scrolls round it. */
    const seenOf = (e: Element, box: DOMRect): DOMRect => {
      let { left, right, top, bottom } = box;
      for (let p = e.parentElement; p; p = p.parentElement) {
        if (getComputedStyle(p).overflow === 'visible') continue;
        const outer = p.getBoundingClientRect();
        left = Math.max(left, outer.left);
        right = Math.min(right, outer.right);
        top = Math.max(top, outer.top);
        bottom = Math.min(bottom, outer.bottom);
      }
      return new DOMRect(left, top, Math.max(0, right - left), Math.max(0, bottom - top));
    };
    const boxes: { readonly name: string; readonly box: DOMRect; readonly element: Element }[] = [];
    for (const e of document.querySelectorAll('button, a[href], select, input:not([hidden]), textarea')) {
      if (!(e instanceof HTMLElement) || !e.checkVisibility({ visibilityProperty: true })) continue;
      const box = e.getBoundingClientRect();
      if (box.width < 2 || box.height < 2 || e.closest('[data-scope="checkbox"], [data-scope="radio-group"]'))
        continue;
      const off =
        ((box.left < -SLACK || box.right > innerWidth + SLACK) && !scrolls(e, 'X')) ||
        ((box.top < -SLACK || box.bottom > innerHeight + SLACK) && !scrolls(e, 'Y'));
      if (off)
        found.push(
          `“${nameOf(e)}” is out of the window: ${[box.left, box.top, box.right, box.bottom].map(Math.round).join(' ')}`,
        );
      // Words that end in “…” are meant; those that are cut are not.
      if (
        e.tagName === 'BUTTON' &&
        e.scrollWidth > e.clientWidth + 2 &&
        getComputedStyle(e).textOverflow !== 'ellipsis'
      )
        found.push(`“${nameOf(e)}” is wider than its button by ${e.scrollWidth - e.clientWidth}`);
      boxes.push({ name: nameOf(e), box: seenOf(e, box), element: e });
    }
    const shown = boxes.filter(({ element, box }) => {
      const at = document.elementFromPoint((box.left + box.right) / 2, (box.top + box.bottom) / 2);
      return at !== null && (element.contains(at) || at.contains(element));
    });
    shown.forEach((a, i) => {
      for (const b of shown.slice(i + 1)) {
        if (a.element.contains(b.element) || b.element.contains(a.element)) continue;
        const wide = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
        const high = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
        if (wide > 2 && high > 2) found.push(`“${a.name}” is over “${b.name}”`);
      }
    });
    // Panels and tables that are cut at their sides: their own scrolling says so.
    for (const e of document.querySelectorAll(
      'aside, nav, [role="tabpanel"], [role="region"], section, table',
    )) {
      if (!(e instanceof HTMLElement) || !e.checkVisibility()) continue;
      const style = getComputedStyle(e);
      if (e.scrollWidth > e.clientWidth + 2 && !/auto|scroll/.test(style.overflowX) && e.clientWidth > 0)
        found.push(`${e.tagName} “${nameOf(e).slice(0, 24)}” holds ${e.scrollWidth} in ${e.clientWidth}`);
    }
    return [...new Set(found)];
  });

/** Goes to a view of the open design without loading the page again. */
async function showView(page: Page, address: string): Promise<void> {
  await page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate'));
  }, address);
  await page.waitForTimeout(400);
}

for (const appearance of ['light', 'dark'] as const)
  for (const width of WIDTHS) {
    test(`nothing is out of reach at ${width} px, ${appearance}`, async ({ page, request }) => {
      test.setTimeout(240_000);
      await page.setViewportSize({ width, height: 800 });
      await page.emulateMedia({ colorScheme: appearance });
      const id = await makeDesign(request, `Width ${width} ${appearance}`, windrow);
      const wrong: string[] = [];
      await page.goto('/');
      await page.getByRole('button', { name: 'New design' }).click();
      await expect(page.getByRole('button', { name: 'Create' })).toBeVisible();
      for (const words of await outOfReach(page)) wrong.push(`list: ${words}`);
      // The dark one looks at every other view: layout does not depend on the colours.
      const views = appearance === 'light' ? VIEWS : VIEWS.filter((_, i) => i % 3 === 0);
      await openStage(page, id, views[0]!);
      for (const view of views) {
        await showView(page, `/designs/${id}/${view}`);
        const look = async (where: string): Promise<void> => {
          for (const words of await outOfReach(page)) wrong.push(`${where}: ${words}`);
        };
        await look(view);
        if (width >= 700) continue;
        const sheets = page.getByRole('group', { name: FRAME.sheets });
        await sheets.getByRole('button').nth(1).click();
        await look(`${view}, particulars`);
        await sheets.getByRole('button').nth(0).click();
        await look(`${view}, work order`);
      }
      await page.getByRole('button', { name: /Findings/ }).click();
      for (const words of await outOfReach(page)) wrong.push(`findings: ${words}`);
      if (width < WIDE) await page.getByRole('button', { name: FRAME.more, exact: true }).click();
      for (const words of await outOfReach(page)) wrong.push(`title line: ${words}`);
      expect(wrong).toEqual([]);
    });
  }
