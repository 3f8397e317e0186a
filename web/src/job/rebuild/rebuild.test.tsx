import { describe, expect, it } from '@jest/globals';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { EMPTY_REBUILD, FRESH_CHOICE, NEW_WORKSHOP } from '@zebbit/core';
import { choose } from '../../testing/choose';
import { fakeServer } from '../../testing/fake-server';
import { renderPage } from '../../testing/render-page';
import { SAMPLE, SAMPLE_READINGS } from '../../testing/sample-job';

const TORN = { ...SAMPLE, intake: { ...SAMPLE.intake, kinds: ['torn' as const] } };
const open = async (path = 'rebuild'): Promise<void> => {
  renderPage(`/jobs/j1/${path}`);
  await screen.findByText('All saved');
};
const part = (name: string | RegExp): HTMLElement => screen.getByRole('region', { name });
const act = (): HTMLElement => part('The act at hand');
const list = (): HTMLElement => part('In this order');

describe('the plan, line by line', () => {
  it('is worked through by the space bar, act by act, and ⌫ goes back', async () => {
    const server = fakeServer({ documents: TORN, bundle: { readings: SAMPLE_READINGS } });
    await open();
    expect(part('Next move')).toHaveTextContent('Clean the pads');
    expect(act()).toHaveTextContent('Act 1 of 4');
    await userEvent.keyboard('  ');
    expect(act()).toHaveTextContent('Act 3 of 4');
    await userEvent.keyboard('{Backspace}');
    expect(act()).toHaveTextContent('Act 2 of 4');
    await userEvent.keyboard('   ');
    await waitFor(() => expect(server.documents().rebuild.itemsDone).toContain('clean'));
    expect(server.documents().rebuild.did).toEqual([expect.objectContaining({ id: 'clean', minutes: 0 })]);
    expect(part('Next move')).not.toHaveTextContent('Clean the pads');
    // One undo takes the line back.
    await userEvent.keyboard('{Control>}z{/Control}');
    await waitFor(() => expect(server.documents().rebuild.itemsDone).toEqual([]));
  });
  it('a wrong turn leads back to the act that it names', async () => {
    fakeServer({ documents: TORN, bundle: { readings: SAMPLE_READINGS } });
    await open();
    await userEvent.keyboard('   ');
    expect(act()).toHaveTextContent('Act 4 of 4');
    await userEvent.click(within(act()).getByRole('button', { name: 'go back' }));
    expect(act()).toHaveTextContent('Act 3 of 4');
  });
  it('arrows walk the lines, numbers choose another way, a school of fitting among them', async () => {
    const server = fakeServer({ documents: TORN, bundle: { readings: SAMPLE_READINGS } });
    await open();
    await userEvent.click(within(list()).getByRole('button', { name: /Fit the new port/ }));
    expect(part('Fit the new port')).toHaveTextContent('Pins first');
    await userEvent.keyboard('1');
    await waitFor(() => expect(server.documents().rebuild.fitting).toBe('legs-first'));
    await userEvent.keyboard('{ArrowUp}');
    expect(screen.queryByRole('region', { name: 'Fit the new port' })).toBeNull();
  });
  it('every pin that nothing is built for can still be wired elsewhere, and is then judged like any other', async () => {
    const server = fakeServer({ documents: TORN, bundle: { readings: SAMPLE_READINGS } });
    await open();
    await userEvent.click(within(list()).getByRole('button', { name: /^D- 2 leave/ }));
    const card = part(/^pin 2 D-/);
    await choose(within(card).getByLabelText('Lands on'), 'leg1');
    expect(within(part(/^pin 2 D-/)).getByRole('alert')).toHaveTextContent('a leg of the shell');
    expect(part('Next move')).toHaveTextContent('Pin 2 D-: not there');
    expect(screen.queryByRole('checkbox', { name: 'Built' })).toBeNull();
    await userEvent.click(within(part(/^pin 2 D-/)).getByRole('button', { name: 'As proposed' }));
    await waitFor(() => expect(server.documents().rebuild.choices[0]?.kind).toBeNull());
  });
  it('says what the kit lacks, and asks for the draw where a wire rests on it', async () => {
    const documents = { ...TORN, intake: { ...TORN.intake, deviceCurrentA: null } };
    fakeServer({
      documents,
      bundle: { readings: SAMPLE_READINGS },
      workshop: {
        ...NEW_WORKSHOP,
        record: { ...NEW_WORKSHOP.record, kit: { tools: ['fine-tip', 'flux'], wires: ['enamelled-0.1'] } },
      },
    });
    await open();
    await waitFor(() => expect(act()).toHaveTextContent('Not in your kit: alcohol and brush, microscope'));
    await userEvent.click(within(list()).getByRole('button', { name: /jumper to F1 1/ }));
    const card = part(/^pin 1 VBUS: jumper/);
    expect(card).toHaveTextContent('500 mA is assumed');
    await userEvent.type(within(card).getByLabelText('Current it draws through the port'), '300mA{Enter}');
    expect(within(card).getByRole('status')).toHaveTextContent('this pin needs 300 mA');
    expect(card).not.toHaveTextContent('assumed');
  });
  it('a wire is dragged by its handle: its way then passes there, and can be let go again', async () => {
    const server = fakeServer({ documents: TORN, bundle: { readings: SAMPLE_READINGS } });
    await open();
    await userEvent.click(within(list()).getByRole('button', { name: /jumper to F1 1/ }));
    const handle = await screen.findByRole('button', { name: 'Drag the wire of pin 1 VBUS' });
    handle.focus();
    fireEvent.keyDown(handle, { key: 'ArrowLeft', shiftKey: true });
    await waitFor(() => expect(server.documents().rebuild.choices[0]?.via).toMatchObject({ face: 'top' }));
    await userEvent.click(screen.getByRole('button', { name: 'Let it go its own way' }));
    await waitFor(() => expect(server.documents().rebuild.choices[0]?.via).toBeNull());
  });
});

describe('the cut list', () => {
  it('has every wire with its tails, and the ways at true scale', async () => {
    fakeServer({
      documents: {
        ...TORN,
        rebuild: { ...EMPTY_REBUILD, tailMm: 3, choices: [{ ...FRESH_CHOICE, pinId: 'row1.1', spanMm: 10 }] },
      },
      bundle: { readings: SAMPLE_READINGS },
    });
    await open('cut-list');
    const page = screen.getByRole('article', { name: 'Cut list' });
    expect(within(page).getByRole('row', { name: /pin 1 VBUS/ })).toHaveTextContent('16.0 mm');
    expect(page).toHaveTextContent('Tails of 3 mm');
  });
  it('with no wire says so', async () => {
    fakeServer({ documents: SAMPLE });
    await open('cut-list');
    expect(screen.getByRole('article', { name: 'Cut list' })).toHaveTextContent('No wire has a length yet');
  });
});
