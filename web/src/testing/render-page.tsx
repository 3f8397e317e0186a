import { jest } from '@jest/globals';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import { createMemoryRouter, RouterProvider } from 'react-router';

// jsdom has no layout for a chart to be drawn in; the figures are in its label.
jest.unstable_mockModule('../ui/bar-chart', () => ({
  BarChart: ({
    label,
    names,
    values,
    print,
  }: {
    label: string;
    names: string[];
    values: number[];
    print: (n: number) => string;
  }) => <p>{`${label}: ${names.map((n, i) => `${n} ${print(values[i] ?? 0)}`).join(', ')}`}</p>,
}));
const { pages } = await import('../app/pages');

/** Shows one page of the application, whole: layout, stations and all. */
export function renderPage(path: string): { readonly at: () => string } {
  const router = createMemoryRouter(pages, { initialEntries: [path] });
  const client = new QueryClient({
    defaultOptions: { queries: { retry: false, staleTime: Infinity }, mutations: { retry: false } },
  });
  render(
    <QueryClientProvider client={client}>
      <RouterProvider router={router} />
    </QueryClientProvider>,
  );
  return { at: () => router.state.location.pathname };
}
