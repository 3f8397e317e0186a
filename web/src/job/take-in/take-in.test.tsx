import { describe, expect, it } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { EMPTY_DOCUMENTS, makeModelCard, NEW_WORKSHOP } from '@zebbit/core';
import { choose } from '../../testing/choose';
import { fakeServer } from '../../testing/fake-server';
import { renderPage } from '../../testing/render-page';
import { SAMPLE } from '../../testing/sample-job';

const open = async (): Promise<void> => {
  renderPage('/jobs/j1/take-in');
  await screen.findByRole('region', { name: 'Next move' });
};
const move = (): HTMLElement => screen.getByRole('region', { name: 'Next move' });
const told = {
  ...EMPTY_DOCUMENTS,
  intake: {
    ...EMPTY_DOCUMENTS.intake,
    name: 'Lamp',
    happened: ['worn' as const],
    does: ['charge' as const],
    deviceCurrentA: 0.5,
  },
  board: { ...EMPTY_DOCUMENTS.board, family: 'micro-b' as const },
};

describe('take in', () => {
  it('asks for what it lacks, one thing at a time, and saves what is said', async () => {
    const server = fakeServer({ documents: { intake: { ...EMPTY_DOCUMENTS.intake, name: 'Lamp' } } });
    await open();
    expect(move()).toHaveTextContent('Say what happened to it');
    await userEvent.click(screen.getByRole('button', { name: 'Just came off' }));
    expect(move()).toHaveTextContent('Say which port it was');
    await choose(screen.getByLabelText('Connector'), 'mini-b');
    await waitFor(() => expect(server.documents().board.family).toBe('mini-b'));
    expect(server.documents().intake.happened).toEqual(['came-off']);
    expect(await screen.findByText('All saved')).toBeInTheDocument();
  });
  it('a memory stick switches the goal to one good copy', async () => {
    const server = fakeServer({ documents: told });
    await open();
    await choose(screen.getByLabelText('Connector'), 'usb-a-plug');
    expect(screen.getByRole('radio', { name: 'Its data matters' })).toBeChecked();
    await waitFor(() => expect(server.documents().intake.worth.meaning).toBe('data'));
  });
  it('a first check is answered by a press and can be taken back', async () => {
    const server = fakeServer({ documents: told });
    await open();
    const title = within(move()).getByRole('heading').textContent;
    await userEvent.click(within(within(move()).getByRole('group')).getAllByRole('button')[0] as HTMLElement);
    await waitFor(() => expect(server.documents().intake.triage).toHaveLength(1));
    await userEvent.click(screen.getByRole('button', { name: `Take back: ${title}` }));
    await waitFor(() => expect(server.documents().intake.triage).toEqual([]));
  });
  it('undo takes back one answer', async () => {
    const server = fakeServer({ documents: told });
    await open();
    await userEvent.click(screen.getByRole('button', { name: 'Port loose' }));
    await waitFor(() => expect(server.documents().intake.symptoms).toEqual(['port-loose']));
    await userEvent.click(screen.getByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(server.documents().intake.symptoms).toEqual([]));
  });
  it('a stop stands over everything until it is answered', async () => {
    const server = fakeServer({ documents: told });
    await open();
    await userEvent.click(screen.getByRole('button', { name: 'Heater' }));
    expect(move()).toHaveTextContent('A heating element');
    await userEvent.click(screen.getByRole('button', { name: /I have read this/ }));
    expect(move()).not.toHaveTextContent('A heating element');
    await waitFor(() => expect(server.documents().intake.answeredStops).toEqual(['heater']));
  });
  it('own closed jobs stand beside the made-up ones', async () => {
    fakeServer({ documents: told, workshop: { ...NEW_WORKSHOP, closed: { battery: 7 } } });
    await open();
    await userEvent.click(screen.getByRole('button', { name: 'Where each one starts' }));
    const rowOf = (await screen.findByLabelText('Share of battery')).closest('tr');
    expect(rowOf).toHaveTextContent(/battery1\.4731 %/);
  });
  it('the bag: one thing a line', async () => {
    const server = fakeServer({ documents: told });
    await open();
    await userEvent.type(screen.getByLabelText('Missing already'), 'one screw\n\n a foot ');
    await userEvent.tab();
    await waitFor(() => expect(server.documents().intake.missing).toEqual(['one screw', 'a foot']));
  });
  it('parts to order follow from what is used a year', async () => {
    fakeServer({ documents: told, workshop: { ...NEW_WORKSHOP, usePerYear: { 'micro-b': 6 } } });
    await open();
    expect(
      await screen.findByText(/Of \d+, about [\d.]+ get used in 3 years at 6\.0 a year/),
    ).toBeInTheDocument();
    expect(screen.getByText(/Cost each by quantity: 1 9\.60/)).toBeInTheDocument();
  });
  it('a model opened before offers its steps and what was learned', async () => {
    const card = makeModelCard('Fernhill', 'PS-1', ['lithium-cell'], SAMPLE.teardown, 'Warm the ring first');
    const fresh = { ...SAMPLE, teardown: EMPTY_DOCUMENTS.teardown };
    const server = fakeServer({
      documents: fresh,
      card: { card, savedAt: '2026-10-01T00:00:00.000Z', jobs: 2 },
    });
    await open();
    const notice = await screen.findByRole('region', { name: 'Model card' });
    expect(notice).toHaveTextContent('Warm the ring first');
    await userEvent.click(within(notice).getByRole('button', { name: 'Start from the card' }));
    await waitFor(() => expect(server.documents().teardown.steps).toHaveLength(2));
    expect(server.documents().teardown).toMatchObject({ battery: 'unanswered', opened: false });
    expect(server.documents().intake.traits).toEqual(['lithium-cell']);
  });
});
