import { jest } from '@jest/globals';
import type { ReactNode } from 'react';
import type { Desk } from '../desk/desk';
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
// A long list draws the rows in sight; in jsdom nothing is in sight.
jest.unstable_mockModule('../ui/virtual-list', () => ({
  VirtualList: ({
    label,
    items,
    children,
  }: {
    label: string;
    items: readonly unknown[];
    children: (item: unknown) => ReactNode;
  }) => (
    <ul aria-label={label}>
      {items.map((item, i) => (
        <li key={i}>{children(item)}</li>
      ))}
    </ul>
  ),
}));
const real = await import('../desk/desk');
let latest: Desk | null = null;
// The desk that a page makes for its job, for tests that put something on it.
jest.unstable_mockModule('../desk/desk', () => ({
  ...real,
  createDesk: (...given: Parameters<typeof real.createDesk>) => (latest = real.createDesk(...given)),
}));
const { fetchPages, pages } = await import('../app/pages');
// One after the other: modules that are fetched at once trip over each other in this runner.
await fetchPages();

/** The desk of the job that was opened last. */
export function deskInHand(): Desk {
  if (!latest) throw new Error('no job is open');
  return latest;
}

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
