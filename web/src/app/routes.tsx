import { Navigate, createBrowserRouter } from 'react-router';
import { ListPage } from '../designs/ListPage.tsx';
import { ErrorScreen } from './ErrorScreen.tsx';

export const router = createBrowserRouter([
  {
    errorElement: <ErrorScreen />,
    children: [
      { path: '/', element: <ListPage /> },
      { path: '/designs/:id', element: <Navigate to="strings" replace /> },
      // The list is the first view: the drawing room is fetched when a design is opened.
      {
        path: '/designs/:id/:stage',
        lazy: async () => ({ Component: (await import('./DesignPage.tsx')).DesignPage }),
      },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
]);
