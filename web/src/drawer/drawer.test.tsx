import { describe, expect, it } from '@jest/globals';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { StoredStock } from '@zebbit/contract';
import { EMPTY_CARD } from '@zebbit/core';
import { fakeServer } from '../testing/fake-server';
import { renderPage } from '../testing/render-page';

const stock = (id: string, count: number, more: Partial<StoredStock> = {}): StoredStock => ({
  ...EMPTY_CARD,
  id,
  rev: 0,
  name: `port ${id}`,
  place: id,
  removed: false,
  moves:
    count > 0 ? [{ id: 1, at: '2026-10-01T10:00:00.000Z', by: count, jobId: null, note: 'first count' }] : [],
  ...more,
});
const DRAWER = [
  stock('A1', 4),
  stock('A2', 1, { minimum: 3, price: 0.5 }),
  stock('B1', 2, { source: 'donor', from: 'till keyboard' }),
  stock('C1', 0, { removed: true }),
];
const rows = async (): Promise<string[]> =>
  within(await screen.findByRole('list', { name: 'Compartments' }))
    .getAllByRole('link')
    .map((r) => r.textContent);

describe('the drawer', () => {
  it('shows what there is, finds by word, by donor and by what runs short', async () => {
    fakeServer({ drawer: DRAWER });
    renderPage('/drawer');
    expect(await rows()).toHaveLength(3);
    await userEvent.type(screen.getByLabelText('Find'), 'till');
    expect(await rows()).toEqual([expect.stringContaining('port B1')]);
    await userEvent.clear(screen.getByLabelText('Find'));
    await userEvent.click(screen.getByRole('radio', { name: 'running short' }));
    expect(await rows()).toEqual([expect.stringContaining('port A2')]);
    await userEvent.click(screen.getByRole('radio', { name: 'taken away' }));
    expect(await rows()).toEqual([expect.stringContaining('port C1')]);
  });

  it('a compartment tells when to buy and how many, and books in and out', async () => {
    const server = fakeServer({ drawer: DRAWER });
    renderPage('/drawer/A2');
    const side = await screen.findByRole('complementary', { name: 'Compartment' });
    expect(side).toHaveTextContent('Short: keep 3 at least');
    expect(side).toHaveTextContent(/Order 1 for 9\.50/u);
    await userEvent.click(within(side).getByRole('button', { name: 'Take one out' }));
    await waitFor(() =>
      expect(server.sent).toContainEqual({
        method: 'POST',
        path: '/api/drawer/A2/moves',
        body: { by: -1, jobId: null, note: 'taken out' },
      }),
    );
  });

  it('a price that is none stays as typed with its reason', async () => {
    fakeServer({ drawer: DRAWER });
    renderPage('/drawer/A1');
    const field = await screen.findByLabelText('Price of one');
    await userEvent.type(field, 'cheap');
    await userEvent.tab();
    expect(field).toHaveValue('cheap');
    expect(screen.getByRole('alert')).toHaveTextContent('Price of one wants a number');
  });

  it('a wrong list is refused with its line', async () => {
    const message = 'Line 3, count: wants a whole number';
    fakeServer({
      drawer: [],
      refuse: {
        'POST /api/drawer/import': { status: 400, body: { code: 'bad-line', message, path: 'count' } },
      },
    });
    renderPage('/drawer');
    expect(await screen.findByText('The drawer is empty')).toBeInTheDocument();
    const file = new File(['name,count\nx,1\ny,z'], 'list.csv', { type: 'text/csv' });
    Object.defineProperty(file, 'text', { value: () => Promise.resolve('name,count\nx,1\ny,z') });
    fireEvent.change(screen.getByLabelText('List of a drawer'), { target: { files: [file] } });
    expect(await screen.findByRole('alert')).toHaveTextContent(message);
  });

  it('labels carry the place, the name and a code', async () => {
    fakeServer({ drawer: DRAWER });
    renderPage('/drawer/labels?ids=A1,B1');
    expect(await screen.findByRole('heading', { name: '2 labels' })).toBeInTheDocument();
    expect(await screen.findByRole('img', { name: 'Code that opens port A1' })).toBeInTheDocument();
  });
});

describe('the library', () => {
  it('lists the built-in parts, finds by word, shows the measures of one', async () => {
    fakeServer({});
    renderPage('/library');
    await screen.findByRole('list', { name: 'Parts' });
    await userEvent.type(screen.getByLabelText('Find'), 'barrel');
    const part = await screen.findByRole('button', { name: /^Barrel jack/ });
    await waitFor(() =>
      expect(within(screen.getByRole('list', { name: 'Parts' })).getAllByRole('button')).toHaveLength(1),
    );
    await userEvent.click(part);
    const side = await screen.findByRole('region', { name: 'The chosen part' });
    expect(side).toHaveTextContent('number of places for contacts');
    expect(within(side).getByRole('img', { name: /^Land pattern of Barrel jack/ })).toBeInTheDocument();
  });

  it('the kit is told once: begun with what most benches have, then tool by tool and wire by wire', async () => {
    const server = fakeServer({ drawer: DRAWER });
    renderPage('/drawer');
    await rows();
    await userEvent.keyboard('k');
    const dialog = await screen.findByRole('dialog', { name: 'The kit' });
    await userEvent.click(await within(dialog).findByRole('button', { name: /most benches/ }));
    await waitFor(() =>
      expect(server.sent.at(-1)).toMatchObject({
        method: 'PUT',
        path: '/api/workshop',
        body: { body: { kit: { tools: expect.arrayContaining(['flux', 'braid']), wires: null } } },
      }),
    );
    await userEvent.click(await within(dialog).findByRole('button', { name: 'hot air' }));
    await userEvent.click(within(dialog).getByRole('button', { name: 'enamelled 0.1 mm' }));
    await waitFor(() =>
      expect(server.sent.at(-1)).toMatchObject({
        body: { body: { kit: { tools: expect.arrayContaining(['hot-air']), wires: ['enamelled-0.1'] } } },
      }),
    );
  });
});
