import { describe, expect, it } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { EMPTY_DOCUMENTS } from '@zebbit/core';
import { fakeServer } from '../testing/fake-server';
import { renderPage } from '../testing/render-page';
import { goodResults, SAMPLE, SAMPLE_READINGS, sampleBoard } from '../testing/sample-job';

const open = async (station: string): Promise<void> => {
  renderPage(`/jobs/j1/${station}`);
  await screen.findByText('All saved');
};
const part = (name: string | RegExp): HTMLElement => screen.getByRole('region', { name });

/** Picks a mark on the plate as the keyboard does. */
async function pick(name: string): Promise<void> {
  screen.getByRole('button', { name }).focus();
  await userEvent.keyboard('{Enter}');
}

describe('the rail', () => {
  it('tells each station’s state in words, and a job opens where the hand is wanted', async () => {
    fakeServer({ documents: SAMPLE });
    const page = renderPage('/jobs/j1');
    await screen.findByText('All saved');
    expect(page.at()).toBe('/jobs/j1/trace');
    expect(screen.getByRole('link', { name: 'Take in , done' })).toBeInTheDocument();
    expect(screen.getByRole('link', { name: 'Trace , next' })).toBeInTheDocument();
    expect(screen.getByRole('link', { name: 'Prove , ahead' })).toBeInTheDocument();
  });
  it('an unknown job is said to be unknown', async () => {
    fakeServer({
      refuse: {
        'GET /api/jobs/j1': {
          status: 404,
          body: { code: 'not-found', message: 'There is no such job', path: 'id' },
        },
      },
    });
    renderPage('/jobs/j1/trace');
    expect(await screen.findByText('There is no such job')).toBeInTheDocument();
  });
  it('a change that is refused stays on the screen and is said', async () => {
    fakeServer({
      documents: SAMPLE,
      refuse: {
        'PUT /api/jobs/j1/match': {
          status: 409,
          body: { code: 'stale', message: 'Changed in another window', hint: 'Reload' },
        },
      },
    });
    await open('match');
    await userEvent.clear(screen.getByLabelText('Part that goes in'));
    await userEvent.type(screen.getByLabelText('Part that goes in'), 'Mini-B');
    await userEvent.tab();
    expect(await screen.findByText('Not saved')).toBeInTheDocument();
    expect(screen.getByLabelText('Part that goes in')).toHaveValue('Mini-B');
    expect(screen.getByRole('alert')).toHaveTextContent('Changed in another window. Reload');
  });
});

describe('look over', () => {
  it('judges pad after pad by number keys', async () => {
    const server = fakeServer({
      documents: {
        ...SAMPLE,
        board: sampleBoard(['unchecked', 'unchecked', 'unchecked', 'unchecked', 'unchecked']),
      },
    });
    await open('look-over');
    await pick('pin 1 VBUS, not looked at');
    await userEvent.keyboard('6154');
    await waitFor(() =>
      expect(server.documents().board.rows[0]?.pins.map((p) => p.state)).toEqual([
        'torn',
        'sound',
        'lifted',
        'loose',
        'unchecked',
      ]),
    );
  });
  it('a part’s value that cannot be read stays typed', async () => {
    fakeServer({ documents: SAMPLE });
    await open('look-over');
    await pick('R1 1');
    const value = screen.getByLabelText('Value, if marked');
    await userEvent.clear(value);
    await userEvent.type(value, '4k7k{Enter}');
    expect(screen.getByRole('alert')).toHaveTextContent('Value, if marked: “4k7k”');
    expect(value).toHaveValue('4k7k');
  });
  it('without a picture the tools wait and a photo is asked for', async () => {
    fakeServer({ documents: { ...SAMPLE, board: EMPTY_DOCUMENTS.board } });
    await open('look-over');
    expect(screen.getByRole('button', { name: /^Scale/ })).toBeDisabled();
    expect(screen.getByText(/The top face has no picture yet/)).toBeInTheDocument();
  });
});

describe('trace', () => {
  it('proposes a probe, keeps what is said by the keypad, and asks the next', async () => {
    const server = fakeServer({ documents: SAMPLE });
    await open('trace');
    await waitFor(() => expect(part('Next move')).toHaveTextContent(/Red on pin \d/));
    const first = part('Next move').textContent;
    await userEvent.keyboard('+');
    await waitFor(() =>
      expect(server.sent.at(-1)).toMatchObject({
        path: '/api/jobs/j1/readings',
        body: { mode: 'continuity', shown: 'beep' },
      }),
    );
    await waitFor(() =>
      expect(part('Next move')).toHaveTextContent(/Red on \w|Follow the track|Every pin has its place/),
    );
    expect(part('Next move').textContent).not.toBe(first);
    expect(part('Readings')).toHaveTextContent('beep');
  });
  it('strikes a wrong reading out without losing it', async () => {
    const server = fakeServer({ documents: SAMPLE, bundle: { readings: SAMPLE_READINGS } });
    await open('trace');
    expect(part('Where each pin goes')).toHaveTextContent('F1 1');
    await userEvent.click(
      within(part('Readings')).getAllByRole('button', { name: 'Strike out' })[2] as HTMLElement,
    );
    await waitFor(() =>
      expect(server.sent.at(-1)).toMatchObject({
        method: 'PATCH',
        path: '/api/jobs/j1/readings/2',
        body: { struck: true },
      }),
    );
    expect(await screen.findByRole('button', { name: 'Let stand' })).toBeInTheDocument();
  });
  it('stays shut while the battery is in', async () => {
    fakeServer({ documents: { ...SAMPLE, teardown: { ...SAMPLE.teardown, battery: 'in' } } });
    await open('trace');
    expect(part('Next move')).toHaveTextContent('Battery out before any probe');
    expect(screen.queryByLabelText('What the meter shows')).not.toBeInTheDocument();
  });
});

describe('rebuild', () => {
  it('refuses a thin wire on VBUS with the figure, and names the advised one', async () => {
    fakeServer({ documents: SAMPLE, bundle: { readings: SAMPLE_READINGS } });
    await open('rebuild');
    await userEvent.click(screen.getByRole('button', { name: /jumper to F1 1/ }));
    const card = part(/^pin 1 VBUS: jumper/);
    expect(within(card).getByRole('status')).toHaveTextContent('Carries');
    await userEvent.type(within(card).getByLabelText('Other wire'), '0.05mm{Enter}');
    expect(within(card).getByRole('status')).toHaveTextContent(/Refused: 0\.050 mm .*carries 298 mA/);
    expect(part('Next move')).toHaveTextContent('Thicker wire for pin 1 VBUS');
  });
  it('shows no iron while the battery is in', async () => {
    fakeServer({
      documents: { ...SAMPLE, teardown: { ...SAMPLE.teardown, battery: 'in' } },
      bundle: { readings: SAMPLE_READINGS },
    });
    await open('rebuild');
    expect(part('Next move')).toHaveTextContent('Battery out before any iron');
    expect(screen.queryByRole('checkbox', { name: 'Built' })).not.toBeInTheDocument();
  });
});

describe('prove', () => {
  it('takes figures for the check at hand and keeps power shut', async () => {
    const server = fakeServer({ documents: SAMPLE, bundle: { readings: SAMPLE_READINGS } });
    await open('prove');
    expect(part('The board alone, on a supply')).toHaveTextContent(
      /Not yet: \d+ checks without power come first/,
    );
    await userEvent.keyboard('y');
    await waitFor(() => expect(server.sent.at(-1)).toMatchObject({ body: { key: 'look', shown: 'yes' } }));
    await userEvent.click(within(part('Ring each pin')).getByRole('button', { name: /pin 1 VBUS to F1 1/ }));
    const ohms = screen.getByLabelText('Ohms, or OL');
    await userEvent.type(ohms, '4k7k{Enter}');
    expect(screen.getByRole('alert')).toHaveTextContent('4k7k');
    await userEvent.clear(ohms);
    await userEvent.type(ohms, '30{Enter}');
    await waitFor(() => expect(part('Next move')).toHaveTextContent('failed'));
  });
  it('a laser’s caution stands at every powered step, long after take-in', async () => {
    const documents = {
      ...SAMPLE,
      intake: { ...SAMPLE.intake, traits: ['laser' as const], answeredStops: ['laser'] },
    };
    fakeServer({
      documents: { ...documents, closing: { ...SAMPLE.closing, stepsDone: ['cell', 'cover'] } },
      bundle: { readings: SAMPLE_READINGS, results: goodResults(documents, SAMPLE_READINGS, false) },
    });
    await open('prove');
    expect(part('Next move')).toHaveTextContent('Volts at the plug');
    expect(screen.getByRole('list', { name: 'Cautions under power' })).toHaveTextContent('A laser inside');
  });
  it('with a laser in it nothing has power before the case is shut', async () => {
    const documents = {
      ...SAMPLE,
      intake: { ...SAMPLE.intake, traits: ['laser' as const], answeredStops: ['laser'] },
    };
    fakeServer({
      documents,
      bundle: { readings: SAMPLE_READINGS, results: goodResults(documents, SAMPLE_READINGS, false) },
    });
    await open('prove');
    expect(screen.queryByRole('region', { name: 'The board alone, on a supply' })).not.toBeInTheDocument();
    expect(part('With the case shut')).toHaveTextContent('Not yet: first: battery back in');
    expect(part('Next move')).toHaveTextContent('Volts at the plug comes once it is shut');
  });
  it('once the board alone has passed, what the test needs is connected', async () => {
    fakeServer({
      documents: SAMPLE,
      bundle: { readings: SAMPLE_READINGS, results: goodResults(SAMPLE, SAMPLE_READINGS, 'alone') },
    });
    await open('prove');
    expect(part('Next move')).toHaveTextContent('First: battery back in: cell');
    expect(screen.getByRole('link', { name: 'To Close up' })).toBeInTheDocument();
  });
});
