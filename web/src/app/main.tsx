import '@fontsource-variable/commissioner/wght.css';
import '@fontsource-variable/spline-sans-mono/wght.css';
import { ChakraProvider } from '@chakra-ui/react';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { router } from './routes.tsx';
import { system } from './theme.ts';

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 0 } } });

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <ChakraProvider value={system}>
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </ChakraProvider>
  </StrictMode>,
);
