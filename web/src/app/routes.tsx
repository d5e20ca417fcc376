import type { LoaderFunctionArgs } from 'react-router';
import { Navigate, createBrowserRouter } from 'react-router';
import { openAhead } from '../design/api.ts';
import { ListPage } from '../designs/ListPage.tsx';
import { ErrorScreen } from './ErrorScreen.tsx';

/** The drawing room, fetched when a design is opened, or when a hand comes near one. */
const drawingRoom = () => import('./DesignPage.tsx');
const linkOf = (event: Event): Element | null =>
  event.target instanceof Element ? event.target.closest('a[href^="/designs/"]') : null;
const near = (event: Event): void => void (linkOf(event) && drawingRoom());
document.addEventListener('pointerover', near, { passive: true });
document.addEventListener('focusin', near);
document.addEventListener(
  'pointerdown',
  (event) => {
    // From the list alone: within a design a link only changes the stage.
    const id = window.location.pathname === '/' && linkOf(event)?.getAttribute('href')?.split('/')[2];
    if (id && event.button === 0) openAhead(id);
  },
  { passive: true },
);

/** So long after the list is loaded, and when nothing else is to be done, the drawing room is fetched, ms: most who come open a design. */
const AHEAD_MS = 400;
window.addEventListener('load', () =>
  setTimeout(() => {
    const fetch = (): void => void drawingRoom().catch(() => undefined);
    if (window.location.pathname !== '/') return;
    if ('requestIdleCallback' in window) window.requestIdleCallback(fetch);
    else fetch();
  }, AHEAD_MS),
);

export const router = createBrowserRouter([
  {
    errorElement: <ErrorScreen />,
    // Until a design's own page is there: nothing, the same as the page begins with.
    hydrateFallbackElement: <></>,
    children: [
      { path: '/', element: <ListPage /> },
      { path: '/designs/:id', element: <Navigate to="strings" replace /> },
      // The list is the first view: the drawing room is fetched when a design is opened.
      {
        path: '/designs/:id/:stage',
        lazy: async () => {
          const { DesignPage, openForStage } = await drawingRoom();
          const loader = async ({ params }: LoaderFunctionArgs): Promise<null> => {
            await openForStage(params['id']!, params['stage']);
            return null;
          };
          return { Component: DesignPage, loader };
        },
        // Another stage of the same design is not another opening.
        shouldRevalidate: ({ currentParams, nextParams }) => currentParams['id'] !== nextParams['id'],
      },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
]);
