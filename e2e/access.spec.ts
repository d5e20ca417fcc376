import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { goTo, makeDesign, openStage, violations } from './help.ts';
import { WORDS as FRAME } from '../web/src/app/words.ts';
import { WORDS as LIST } from '../web/src/designs/words.ts';

/** Each main view: where it is, and how it is brought about there. */
const VIEWS: readonly (readonly [string, string, ((page: Page) => Promise<unknown>)?])[] = [
  ['strings', 'strings'],
  ['outline, drawing', 'outline'],
  ['outline, a node selected', 'outline', (page) => page.locator('[data-node="n8"]').click()],
  ['outline, tracing', 'outline?desk=trace'],
  ['outline, judging', 'outline?desk=judge'],
  ['layout, parts', 'layout'],
  ['layout, a part selected', 'layout', (page) => page.locator('[data-part="p4"]').click()],
  ['layout, openings', 'layout?desk=openings'],
  ['layout, neck join', 'layout?desk=neck'],
  ['layout, wires', 'layout?desk=wires'],
  ['layout, lines', 'layout?desk=lines'],
  ['shape, contours', 'shape'],
  ['shape, edges', 'shape?desk=edges'],
  ['shape, arch', 'shape?desk=arch'],
  ['balance, weight', 'balance'],
  ['balance, standing', 'balance?desk=standing'],
  ['balance, sitting', 'balance?desk=sitting'],
  ['balance, mends', 'balance?desk=mends'],
  ['balance, player', 'balance?desk=player'],
  ['templates', 'templates'],
  ['findings', 'outline', (page) => page.getByTestId('reading-findings').click()],
  ['revisions', 'outline', (page) => page.getByTitle(FRAME.revisionsAndRestorePoints).click()],
];

for (const light of ['light', 'dark'] as const)
  test(`nothing keeps a screen reader or weak eyes from any main view, ${light}`, async ({
    page,
    request,
  }) => {
    test.setTimeout(180_000);
    await page.emulateMedia({ colorScheme: light, reducedMotion: 'reduce' });
    const id = await makeDesign(request, `Accessible, ${light}`);
    await page.goto('/');
    await expect(page.getByRole('link', { name: `Open Accessible, ${light}` })).toBeVisible();
    await test.step('designs', async () => expect(await violations(page, light)).toEqual([]));
    await page.getByRole('button', { name: LIST.newDesign }).click();
    await test.step('new design', async () => expect(await violations(page, light)).toEqual([]));
    await openStage(page, id, VIEWS[0]![1]);
    for (const [name, where, bring] of VIEWS) {
      await goTo(page, id, where);
      await bring?.(page);
      await test.step(name, async () => expect(await violations(page, light)).toEqual([]));
    }
  });
