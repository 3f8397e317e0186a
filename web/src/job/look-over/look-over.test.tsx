import { describe, expect, it } from '@jest/globals';
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Board, FootprintProposal } from '@zebbit/core';
import { choose } from '../../testing/choose';
import { fakeServer } from '../../testing/fake-server';
import { deskInHand, renderPage } from '../../testing/render-page';
import { SAMPLE, sampleBoard } from '../../testing/sample-job';

const part = (name: string | RegExp): HTMLElement => screen.getByRole('region', { name });
const mark = (name: string | RegExp): HTMLElement =>
  within(screen.getByRole('main')).getByRole('button', { name });

async function open(board: Board = sampleBoard()): Promise<void> {
  fakeServer({ documents: { ...SAMPLE, board } });
  renderPage('/jobs/j1/look-over');
  await screen.findByText('All saved');
}
async function pick(name: string | RegExp, more = false): Promise<void> {
  mark(name).focus();
  fireEvent.keyDown(mark(name), { key: 'Enter', shiftKey: more });
  await Promise.resolve();
}

describe('what is chosen', () => {
  it('several together are locked, kept from being taken away, and unlocked', async () => {
    await open();
    await pick(/^leg left/);
    await pick('R1 1', true);
    expect(await screen.findByRole('region', { name: '2 things chosen' })).toHaveTextContent('leg1, R1');
    await userEvent.keyboard('o');
    expect(await screen.findByRole('button', { name: /^unlock/ })).toBeInTheDocument();
    await userEvent.keyboard('{Delete}');
    expect(mark(/^leg left/)).toBeInTheDocument();
    await userEvent.keyboard('o{Delete}');
    await waitFor(() =>
      expect(within(screen.getByRole('main')).queryByRole('button', { name: /^leg left/ })).toBeNull(),
    );
    expect(within(screen.getByRole('main')).queryByRole('button', { name: 'R1 1' })).toBeNull();
    await userEvent.keyboard('{Control>}z{/Control}');
    expect(mark(/^leg left/)).toBeInTheDocument();
  });
  it('is copied with a name that counts on, and every pad of several takes a state by one key', async () => {
    await open();
    await pick('R1 1');
    await userEvent.keyboard('d');
    expect(mark('R2 1')).toBeInTheDocument();
    await pick(/^pin 1 /);
    await pick(/^leg left/, true);
    await userEvent.keyboard('6');
    await waitFor(() =>
      expect(within(screen.getByRole('main')).getAllByRole('button', { name: /pad torn off$/ })).toHaveLength(
        6,
      ),
    );
    expect(part('What is left')).toHaveTextContent('6pad torn off');
  });
  it('a finding chooses what is in that state', async () => {
    await open();
    await userEvent.click(within(part('What is left')).getByRole('button', { name: /starved of solder/ }));
    expect(mark(/^pin 3 /)).toHaveAttribute('aria-pressed', 'true');
  });
  it('the end of a track is said to be a pin’s, and is left to its place again', async () => {
    const board = sampleBoard();
    const pin = board.rows[0]?.pins[0];
    const end = { id: 'end1', name: 'end', face: 'top', at: { x: 8, y: 8 }, role: 'track-end' } as const;
    await open({ ...board, points: [...board.points, end] });
    const kept = () =>
      deskInHand()
        .store.getState()
        .documents.board.points.find((p) => p.id === 'end1')?.ofPin;
    await pick(/^end/);
    await choose(screen.getByLabelText('The track of'), pin?.id ?? '');
    expect(kept()).toBe(pin?.id);
    expect(part(/^end/)).toHaveTextContent('a wire of it may land here');
    await choose(screen.getByLabelText('The track of'), 'by its place');
    expect(kept()).toBeUndefined();
  });
  it('a track takes a scar, and a leg its measures', async () => {
    const board = sampleBoard();
    await open({
      ...board,
      lines: [
        {
          id: 'track1',
          name: 'track 1',
          kind: 'track',
          face: 'top',
          points: [
            { x: 1, y: 1 },
            { x: 6, y: 1 },
          ],
          scars: [],
        },
      ],
    });
    await pick('track 1');
    expect(part('track 1')).toHaveTextContent('5.0 mm long');
    await userEvent.click(screen.getByRole('button', { name: 'Crack in it' }));
    act(() => deskInHand().plate.getState().setCrosshair({ x: 3, y: 1 }));
    fireEvent.keyDown(screen.getByRole('group', { name: /^Board, top face/ }), { key: 'Enter' });
    expect(
      await within(screen.getByRole('main')).findByRole('button', { name: 'track 1, cracked' }),
    ).toBeInTheDocument();
    await pick(/^leg left/);
    await userEvent.type(screen.getByLabelText('Length'), '62mil{Enter}');
    expect(part('What is left')).toHaveTextContent('leg leftland 0.9 × 1.6 mm');
  });
});

describe('what the picture was read to show', () => {
  const found: FootprintProposal = {
    patterns: [],
    doubts: ['glare'],
    rows: [
      {
        pads: [0, 1, 2].map((i) => ({
          at: { x: 20 + i, y: 4 },
          state: i === 1 ? ('torn' as const) : ('present' as const),
          sizeMm: [0.5, 1.4] as const,
          holeMm: null,
          number: null,
          chance: 0.9,
        })),
        directionDeg: 0,
        pitchMm: 1,
        pitchSigmaMm: 0.006,
        offsetsMm: null,
        family: null,
      },
    ],
    lands: [
      {
        at: { x: 25, y: 6 },
        fixing: 'peg',
        state: 'present',
        filled: null,
        chance: 0.9,
        slot: { widthMm: 0.8, lengthMm: 0.8, directionDeg: 0 },
      },
    ],
  };
  it('is offered with its figures; what is unticked is not placed', async () => {
    await open();
    act(() => deskInHand().tool.getState().propose({ face: 'top', found }));
    expect(part('Seen in the picture')).toHaveTextContent('Row of 3 pads, 1 torn; each told at 90 % or more');
    expect(part('Seen in the picture')).toHaveTextContent('pitch 1.00 ± 0.03 mm');
    expect(part('Seen in the picture')).toHaveTextContent('Tilt the board or move the lamp');
    await userEvent.click(screen.getByRole('checkbox', { name: /Peg hole/ }));
    // Which end is pin 1 is asked before anything is placed.
    expect(screen.getByRole('button', { name: 'Place what is ticked' })).toBeDisabled();
    await userEvent.click(screen.getByRole('radio', { name: 'At the other end' }));
    await userEvent.click(screen.getByRole('button', { name: 'Place what is ticked' }));
    // What was unticked is kept with the board, and is taken back with what was placed.
    const kept = () => deskInHand().store.getState().documents.board.seenWrong;
    expect(kept()).toEqual([{ face: 'top', at: { x: 25, y: 6 } }]);
    expect(within(screen.getByRole('main')).getAllByRole('button', { name: /^pin / })).toHaveLength(8);
    expect(within(screen.getByRole('main')).queryByRole('button', { name: /^peg/ })).toBeNull();
    expect(screen.queryByRole('region', { name: 'Seen in the picture' })).toBeNull();
    await userEvent.keyboard('{Control>}z{/Control}');
    expect(kept()).toEqual([]);
  });
  it('a chance that was not worked out is not shown', async () => {
    await open();
    const rows = found.rows.map((r) => ({ ...r, pads: r.pads.map((p) => ({ ...p, chance: null })) }));
    act(() =>
      deskInHand()
        .tool.getState()
        .propose({ face: 'top', found: { ...found, rows } }),
    );
    expect(part('Seen in the picture')).toHaveTextContent('Row of 3 pads, 1 torn');
    expect(part('Seen in the picture')).not.toHaveTextContent('each told at');
  });
  it('two places are pointed at in the box, and can be taken back', async () => {
    await open();
    const corner = (x: number, y: number) => ({ x, y }) as never;
    act(() =>
      deskInHand()
        .tool.getState()
        .take({ kind: 'read', from: corner(2, 2), to: corner(20, 18) }),
    );
    await userEvent.click(screen.getByRole('radio', { name: 'First and last pad' }));
    expect(screen.getByText(/Click the middle of the first or the last pad/)).toBeVisible();
    act(() =>
      deskInHand()
        .tool.getState()
        .take({
          kind: 'read',
          from: corner(2, 2),
          to: corner(20, 18),
          pointed: { what: 'pads', at: [corner(5, 5), corner(9, 5)] },
        }),
    );
    expect(screen.getByText(/only patterns with these two there are tried/)).toBeVisible();
    await userEvent.click(screen.getByRole('radio', { name: 'First and last pad' }));
    expect(screen.queryByText(/only patterns with these two/)).toBeNull();
  });
  it('says by what it was read, what else it could be, and what is not told', async () => {
    await open();
    const [row] = found.rows;
    if (!row) throw new Error('no row');
    act(() =>
      deskInHand()
        .tool.getState()
        .propose({
          face: 'top',
          found: {
            ...found,
            doubts: ['dirt'],
            patterns: [
              { partId: 'a', name: 'Socket A', chance: 0.7 },
              { partId: 'b', name: 'Socket B', chance: 0.3 },
            ],
            rows: [
              {
                ...row,
                pads: row.pads.map((p, i) => ({
                  ...p,
                  number: String(i + 1),
                  state: i === 2 ? ('unsure' as const) : p.state,
                })),
              },
            ],
            lands: found.lands.map((l) => ({ ...l, fixing: 'through-hole' as const, filled: true })),
          },
        }),
    );
    const seen = part('Seen in the picture');
    expect(seen).toHaveTextContent('Read by the land pattern of Socket A (70 % of the patterns tried)');
    expect(seen).toHaveTextContent('It could also be Socket B (30 %)');
    expect(seen).toHaveTextContent('clean the flux off');
    expect(seen).toHaveTextContent('Row of 3 pads, 1 torn, 1 not told');
    expect(seen).toHaveTextContent('Plated hole 0.8 × 0.8 mm, full of solder');
    // Numbers are told: nothing is asked.
    expect(screen.getByRole('button', { name: 'Place what is ticked' })).toBeEnabled();
    await userEvent.click(screen.getByRole('button', { name: 'Place what is ticked' }));
    expect(within(screen.getByRole('main')).getAllByRole('button', { name: /^pin / }).length).toBeGreaterThan(
      5,
    );
  });
  it('is refused whole without a trace', async () => {
    await open();
    act(() => deskInHand().tool.getState().propose({ face: 'top', found }));
    await userEvent.click(screen.getByRole('button', { name: 'Refuse all' }));
    expect(within(screen.getByRole('main')).getAllByRole('button', { name: /^pin / })).toHaveLength(5);
  });
});

describe('measures', () => {
  it('lengths that contradict each other are said to, on the ledge as well', async () => {
    const board = sampleBoard();
    const [sheet] = board.faces;
    if (!sheet) throw new Error('no picture');
    const length = (px: number, lengthMm: number, y: number) => ({
      from: { x: 0, y },
      to: { x: px, y },
      lengthMm,
    });
    await open({
      ...board,
      faces: [
        { ...sheet, measure: { kind: 'lengths', lengths: [length(900, 30, 0), length(600, 31, 300)] } },
      ],
    });
    expect(await screen.findByText(/These lengths contradict each other/)).toBeInTheDocument();
    expect(screen.getByText(/lengths at odds/)).toBeInTheDocument();
  });
  it('say what they are worth, and several lengths name the one that is off', async () => {
    const board = sampleBoard();
    const [sheet] = board.faces;
    if (!sheet) throw new Error('no picture');
    const length = (px: number, lengthMm: number) => ({
      from: { x: 0, y: 0 },
      to: { x: px, y: 0 },
      lengthMm,
    });
    await open({
      ...board,
      faces: [
        {
          ...sheet,
          measure: { kind: 'lengths', lengths: [length(900, 30), length(600, 20), length(300, 13)] },
        },
      ],
    });
    expect(part('Pictures of the top face')).toHaveTextContent(/13 mm: .* does not go with the others/);
    const line = screen.getByText(/13 mm: /).closest('li');
    if (!line) throw new Error('no line');
    await userEvent.click(within(line).getByRole('button', { name: 'Strike' }));
    expect(part('Pictures of the top face')).not.toHaveTextContent('does not go with');
    await userEvent.click(screen.getByRole('checkbox', { name: 'show the error over the plate' }));
    expect(screen.getByRole('main')).toHaveTextContent(/±0\.\d\d/);
  });
  it('a hidden picture stays measured, and the other face starts empty', async () => {
    await open();
    await userEvent.click(screen.getByRole('checkbox', { name: 'overview' }));
    expect(document.querySelector('main img')).toBeNull();
    expect(mark(/^pin 1 /)).toBeInTheDocument();
    await userEvent.keyboard('f');
    expect(await screen.findByText(/The bottom face has no picture yet/)).toBeInTheDocument();
  });
});
