import { describe, expect, it } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { EMPTY_DOCUMENTS, NEW_WORKSHOP } from '@zebbit/core';
import { fakeServer } from '../../testing/fake-server';
import { renderPage } from '../../testing/render-page';
import { SAMPLE, sampleStep } from '../../testing/sample-job';

const open = async (): Promise<void> => {
  renderPage('/jobs/j1/open-up');
  await screen.findByRole('heading', { name: 'Add a step' });
};
const part = (name: string): HTMLElement => screen.getByRole('region', { name });

describe('open up', () => {
  it('one key a kind; a step comes after the one before, its screws in the first free compartment', async () => {
    const server = fakeServer();
    await open();
    await userEvent.keyboard('s');
    await userEvent.click(screen.getByRole('heading', { name: 'Add a step' }));
    (document.activeElement as HTMLElement).blur();
    await userEvent.keyboard('r');
    await waitFor(() => expect(server.documents().teardown.steps).toHaveLength(2));
    const [first, second] = server.documents().teardown.steps;
    expect(first).toMatchObject({ kind: 'screws', after: [], fasteners: { compartment: 'A1' } });
    expect(second).toMatchObject({ kind: 'screws', after: [first?.id], fasteners: { compartment: 'A2' } });
    expect(server.documents().teardown.openedAt).not.toBeNull();
  });
  it('the battery question is a gate', async () => {
    fakeServer({
      documents: { ...SAMPLE, teardown: { ...SAMPLE.teardown, battery: 'unanswered', opened: false } },
    });
    await open();
    expect(part('Next move')).toHaveTextContent('Stop');
    expect(screen.queryByRole('button', { name: 'It is open' })).not.toBeInTheDocument();
    await userEvent.click(screen.getByRole('radio', { name: 'Still in' }));
    expect(part('Next move')).toHaveTextContent('Battery out first');
    await userEvent.click(screen.getByRole('radio', { name: 'Battery is out' }));
    expect(screen.getByRole('button', { name: 'It is open' })).toBeInTheDocument();
  });
  it('shows the closing order with the test in it, and what only works one way', async () => {
    fakeServer({ documents: SAMPLE });
    await open();
    const lines = within(part('It closes in this order'))
      .getAllByRole('listitem')
      .map((li) => li.textContent);
    expect(lines[0]).toMatch(/Battery back in: cell/);
    expect(lines[1]).toMatch(/test now.*Screws back/);
    expect(part('Only in this order')).toHaveTextContent('Battery back in: cell cannot be reached after');
  });
  it('warns of screws that look alike, and takes a step away with its order mended', async () => {
    const fasteners = { count: 1, missing: 0, drive: 'cross', lengthMm: 6, colour: '' } as const;
    const steps = [
      sampleStep('a', 'screws', [], { fasteners: { ...fasteners, thread: 'coarse', compartment: 'A1' } }),
      sampleStep('b', 'clips', ['a']),
      sampleStep('c', 'screws', ['b'], { fasteners: { ...fasteners, thread: 'fine', compartment: 'A2' } }),
    ];
    const server = fakeServer({ documents: { ...SAMPLE, teardown: { ...EMPTY_DOCUMENTS.teardown, steps } } });
    await open();
    expect(part('Tray')).toHaveTextContent('look alike');
    await userEvent.click(screen.getByRole('button', { name: 'Take step 2 away' }));
    await waitFor(() => expect(server.documents().teardown.steps.map((s) => s.after)).toEqual([[], ['a']]));
  });
  it('notes wires by colour and pad', async () => {
    const server = fakeServer({ documents: SAMPLE });
    await open();
    const card = screen.getByRole('listitem', { name: 'Step 2' });
    await userEvent.click(within(card).getByRole('button', { name: 'Note a wire' }));
    const wires = within(card).getAllByLabelText('Wire');
    await userEvent.type(wires[1] as HTMLElement, 'black');
    await userEvent.type(within(card).getAllByLabelText('On pad')[1] as HTMLElement, 'B-');
    await userEvent.tab();
    await waitFor(() =>
      expect(server.documents().teardown.steps[1]?.wires).toEqual([
        { colour: 'red', pad: 'B+', photoId: null },
        { colour: 'black', pad: 'B-', photoId: null },
      ]),
    );
  });
  it('the tray has the person’s own shape and names, kept for the workshop', async () => {
    const server = fakeServer({
      documents: SAMPLE,
      workshop: {
        ...NEW_WORKSHOP,
        record: {
          shares: null,
          tray: { rows: 1, columns: 2, names: ['lid', ''] },
          sureAt: 0.97,
          kit: { tools: null, wires: null },
        },
      },
    });
    await open();
    const compartments = within(part('Tray')).getByRole('group', { name: 'Compartments' });
    await waitFor(() => expect(compartments).toHaveTextContent('lid'));
    expect(
      within(part('Tray')).getByRole('group', { name: 'Not in the tray yet' }),
    ).not.toBeEmptyDOMElement();
    await userEvent.click(screen.getByRole('button', { name: 'Shape of your tray' }));
    await userEvent.type(await screen.findByLabelText('Name of A2'), 'long');
    await userEvent.click(screen.getByRole('button', { name: 'Keep' }));
    await waitFor(() =>
      expect(server.sent.find((s) => s.path === '/api/workshop')?.body).toMatchObject({
        body: { tray: { names: ['lid', 'long'] } },
      }),
    );
  });
});
