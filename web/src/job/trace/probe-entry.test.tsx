import { beforeEach, describe, expect, it, jest } from '@jest/globals';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { JobBundle } from '@zebbit/contract';
import type { MeterMode } from '@zebbit/core';
import { EMPTY_BOARD, EMPTY_DOCUMENTS, jobView, METER_MODES, placeRow, weighTrace } from '@zebbit/core';
import type { Desk } from '../../desk/desk';
import { createDesk } from '../../desk/desk';
import { DeskContext } from '../../desk/desk-context';
import { useAnswers } from '../../desk/use-answers';
import { useEffect, useState } from 'react';
import { JobContext } from '../../desk/job-context';
import { ProbeEntry } from './probe-entry';
import { usePair } from './use-pair';

const row = placeRow(EMPTY_BOARD, {
  family: 'micro-b',
  face: 'top',
  first: { x: 0, y: 0 },
  directionDeg: 0,
  pitchMm: 0.65,
  count: 5,
  mirrored: false,
});
const documents = {
  ...EMPTY_DOCUMENTS,
  teardown: { ...EMPTY_DOCUMENTS.teardown, battery: 'none' as const },
  board: {
    ...EMPTY_BOARD,
    rows: [{ ...row, pins: row.pins.map((p) => ({ ...p, state: 'lifted' as const })) }],
    components: (['fuse', 'resistor', 'resistor'] as const).map((kind, i) => ({
      id: `X${i}`,
      name: `X${i}`,
      kind,
      face: 'top' as const,
      package: null,
      heatShy: false,
      value: null,
      terminals: [1, 2].map((n) => ({ id: `X${i}.${n}`, name: String(n), at: { x: i * 1.4, y: 2 + n } })),
    })),
    points: [{ id: 'pour', name: 'pour', face: 'top' as const, at: { x: 9, y: 9 }, role: 'pour' as const }],
  },
};
const bundle: JobBundle = {
  id: 'j1',
  createdAt: '',
  updatedAt: '',
  documents,
  revs: { intake: 0, teardown: 0, board: 0, match: 0, rebuild: 0, closing: 0, waits: 0 },
  readings: [],
  results: [],
  photos: [],
  answers: null,
  found: null,
};

function Loop() {
  const pair = usePair();
  return (
    <>
      <p>{pair.red ? `${pair.red.id} to ${pair.black?.id ?? ''} on ${pair.mode}` : 'weighing'}</p>
      <ProbeEntry pair={pair} />
    </>
  );
}

const view = jobView({ ...documents, readings: [], results: [] });

const inHand: { desk: Desk | null } = { desk: null };
function deskInHand(): Desk {
  if (!inHand.desk) throw new Error('there is no desk');
  return inHand.desk;
}

const NOT_LAID = { ways: [], report: null, laying: false, failure: null };

/** The job on a desk of its own, weighed as on its pages. */
function Bench() {
  const [desk] = useState(() => createDesk(bundle));
  useEffect(() => {
    inHand.desk = desk;
  }, [desk]);
  const weighed = useAnswers(desk, bundle, 0.97);
  return (
    <DeskContext value={desk}>
      <JobContext
        value={{
          bundle,
          documents,
          view,
          desk,
          weighed,
          laid: NOT_LAID,
          edit: desk.edit,
          beginWait: () => undefined,
        }}
      >
        <Loop />
      </JobContext>
    </DeskContext>
  );
}

const sent: unknown[] = [];

beforeEach(() => {
  sent.length = 0;
  global.fetch = jest.fn((url: unknown, init?: RequestInit) => {
    if (String(url).endsWith('/readings')) sent.push(JSON.parse(init?.body as string));
    return Promise.resolve(new Response(JSON.stringify({ id: '1', at: '' }), { status: 201 }));
  });
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Bench />
    </QueryClientProvider>,
  );
});

const entry = (): HTMLElement => screen.getByRole('textbox', { name: 'What the meter shows' });

const { order } = weighTrace(documents.board, [], { sureAt: 0.97 });
if (!order) throw new Error('nothing is proposed');
const proposed = order;

/** Presses of the key that turns the meter on, from one mode to another. */
const dialTo = (to: MeterMode, from: MeterMode): string =>
  'm'.repeat((METER_MODES.indexOf(to) - METER_MODES.indexOf(from) + METER_MODES.length) % METER_MODES.length);

describe('the keypad loop', () => {
  it('has its entry in hand at once', () => {
    expect(entry()).toHaveFocus();
  });
  it.each([
    ['continuity', '+', { shown: 'beep', value: null }],
    ['continuity', '-', { shown: 'open', value: null }],
    ['continuity', '0.3{Enter}', { shown: 'value', value: 0.3 }],
    ['ohms', '4k7{Enter}', { shown: 'value', value: 4700 }],
    ['ohms', '-', { shown: 'over', value: null }],
    ['diode', '0,58{Enter}', { shown: 'value', value: 0.58 }],
    ['volts', '-0.2{Enter}', { shown: 'value', value: -0.2 }],
    // A point begins a figure in every mode, and no key turns the meter while one is typed.
    ['continuity', '.3{Enter}', { shown: 'value', value: 0.3 }],
    ['ohms', '.3{Enter}', { shown: 'value', value: 0.3 }],
    ['diode', '.3{Enter}', { shown: 'value', value: 0.3 }],
    ['volts', '.3{Enter}', { shown: 'value', value: 0.3 }],
    ['ohms', '4M{Enter}', { shown: 'value', value: 4e6 }],
    ['continuity', 'OL{Enter}', { shown: 'open', value: null }],
  ] as const)('in %s, %s is kept on the proposed pair', async (mode, keys, shown) => {
    await userEvent.keyboard(`${dialTo(mode, proposed.mode)}${keys}`);
    await waitFor(() => expect(sent).toEqual([{ red: proposed.red, black: proposed.black, mode, ...shown }]));
  });
  it('an own pair is two clicks, a figure and Enter; its points and its meter stay in the hand', async () => {
    act(() => {
      deskInHand().probe.getState().pick('row1.1');
      deskInHand().probe.getState().pick('X2.2');
    });
    await userEvent.keyboard(`${dialTo('ohms', 'continuity')}12{Enter}`);
    await waitFor(() => expect(sent).toHaveLength(1));
    await userEvent.keyboard('13{Enter}');
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent).toMatchObject([
      { red: 'row1.1', black: 'X2.2', mode: 'ohms', value: 12 },
      { red: 'row1.1', black: 'X2.2', mode: 'ohms', value: 13 },
    ]);
    act(() => {
      deskInHand().probe.getState().pick('row1.2');
      deskInHand().probe.getState().pick('X2.2');
    });
    await userEvent.keyboard('.5{Enter}');
    await waitFor(() => expect(sent[2]).toMatchObject({ red: 'row1.2', mode: 'ohms', value: 0.5 }));
  });
  it('swaps the leads', async () => {
    await userEvent.keyboard(`/${dialTo('continuity', proposed.mode)}+`);
    await waitFor(() => expect(sent).toMatchObject([{ red: proposed.black, black: proposed.red }]));
  });
  it('skips to another pair', async () => {
    await userEvent.keyboard('*0.2{Enter}');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent).not.toMatchObject([{ red: proposed.red, black: proposed.black }]);
  });
  it('keeps what cannot be read, with the reason, and sends nothing', async () => {
    await userEvent.keyboard('4k7k{Enter}');
    expect(entry()).toHaveValue('4k7k');
    expect(screen.getByRole('alert')).toHaveTextContent(/Entry:.*4k7k/);
    expect(sent).toEqual([]);
  });
});
