import { Navigate, createBrowserRouter } from 'react-router';
import { ListPage } from '../designs/ListPage.tsx';
import { ErrorScreen } from './ErrorScreen.tsx';

/** The drawing room, fetched when a design is opened, or when a hand comes near one. */
const drawingRoom = () => import('./DesignPage.tsx');
const near = (event: Event): void => {
  if (event.target instanceof Element && event.target.closest('a[href^="/designs/"]')) void drawingRoom();
};
document.addEventListener('pointerover', near, { passive: true });
document.addEventListener('focusin', near);

export const router = createBrowserRouter([
  {
    errorElement: <ErrorScreen />,
    children: [
      { path: '/', element: <ListPage /> },
      { path: '/designs/:id', element: <Navigate to="strings" replace /> },
      // The list is the first view: the drawing room is fetched when a design is opened.
      {
        path: '/designs/:id/:stage',
        lazy: async () => ({ Component: (await drawingRoom()).DesignPage }),
      },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
]);
