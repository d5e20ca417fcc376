import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { goTo, openStage } from './help.ts';
import { WORDS as BOARD } from '../web/src/board/words.ts';

const VIEWS = [
  'strings',
  'outline',
  'layout',
  'layout?desk=openings',
  'layout?desk=neck',
  'layout?desk=lines',
  'shape',
  'templates',
] as const;

/** Pairs of words on the board whose boxes lie over one another by more than a pixel, turned words by their own boxes. */
const overlapping = (page: Page): Promise<readonly string[]> =>
  page.getByTestId('board').evaluate((board) => {
    const SLACK = 1;
    interface Word {
      readonly text: string;
      readonly corners: readonly DOMPoint[];
    }
    const room = board.getBoundingClientRect();
    const words = [...board.querySelectorAll<SVGTextElement>('svg.board text')].flatMap((element): Word[] => {
      const style = getComputedStyle(element);
      const matrix = element.getScreenCTM();
      const text = element.textContent?.trim() ?? '';
      if (!matrix || !text || style.visibility === 'hidden' || Number(style.opacity) === 0) return [];
      const { x, y, width, height } = element.getBBox();
      // Capitals and figures fill about the middle three fifths of a line.
      const [top, bottom] = [y + height * 0.22, y + height * 0.8];
      const corners = [
        [x, top],
        [x + width, top],
        [x + width, bottom],
        [x, bottom],
      ].map(([u, v]) => new DOMPoint(u, v).matrixTransform(matrix));
      const isShown = corners.some(
        (p) => p.x > room.left && p.x < room.right && p.y > room.top && p.y < room.bottom,
      );
      return isShown ? [{ text, corners }] : [];
    });
    const apart = (a: Word, b: Word): boolean =>
      [a, b].some(({ corners }) =>
        [0, 1].some((i) => {
          const [p, q] = [corners[i]!, corners[i + 1]!];
          const long = Math.hypot(q.x - p.x, q.y - p.y) || 1;
          const [nx, ny] = [(q.x - p.x) / long, (q.y - p.y) / long];
          const spans = [a, b].map((w) => w.corners.map((c) => c.x * nx + c.y * ny));
          const [s, t] = spans as [number[], number[]];
          return Math.max(...s) < Math.min(...t) + SLACK || Math.max(...t) < Math.min(...s) + SLACK;
        }),
      );
    return words.flatMap((a, i) =>
      words.slice(i + 1).flatMap((b) => (apart(a, b) ? [] : [`“${a.text}” and “${b.text}”`])),
    );
  });

for (const name of ['windrow', 'skerry', 'fathom'])
  test(`no label on the board lies over another: ${name}`, async ({ page, request }) => {
    const design = JSON.parse(
      readFileSync(new URL(`../demo/${name}.json`, import.meta.url), 'utf8'),
    ) as object;
    const made = await request.post('/api/designs', { data: { design } });
    const { id } = (await made.json()) as { id: string };
    await openStage(page, id, VIEWS[0]);
    for (const view of VIEWS) {
      await goTo(page, id, view);
      await page.waitForTimeout(400);
      await test.step(`${view}, fitted`, async () => expect.soft(await overlapping(page), view).toEqual([]));
      for (let i = 0; i < 3; i += 1) await page.getByRole('button', { name: BOARD.zoomIn }).click();
      await test.step(`${view}, larger`, async () =>
        expect.soft(await overlapping(page), `${view}, larger`).toEqual([]));
    }
  });
