import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { Toaster } from 'sonner';
import { useBenchEvents } from '../api/bench-events';
import { DueTeller } from '../waits/due-teller';
import { useTheme } from './theme';
import { fetchPages, pages } from './pages';

const queryClient = new QueryClient({
  defaultOptions: {
    queries: { retry: 1, staleTime: Infinity, refetchOnWindowFocus: false },
    mutations: { retry: 0 },
  },
});

const router = createBrowserRouter(pages);
// After the first page stands.
window.addEventListener('load', () => setTimeout(() => void fetchPages(), 1500));

export function App() {
  const theme = useTheme((s) => s.theme);
  // Nothing that stands here is of the workshop that was put back.
  useBenchEvents((heard) => {
    if (heard.kind === 'restored') window.location.assign('/');
  });
  return (
    <QueryClientProvider client={queryClient}>
      <DueTeller />
      <RouterProvider router={router} />
      <Toaster theme={theme === 'night' ? 'dark' : 'light'} position="bottom-center" richColors />
    </QueryClientProvider>
  );
}
