import { describe, expect, it } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ConnectorPart, JobDocuments } from '@zebbit/core';
import { EMPTY_CARD, GENERIC_PARTS, pinPoint } from '@zebbit/core';
import { fakeServer } from '../../testing/fake-server';
import { renderPage } from '../../testing/render-page';
import { SAMPLE, sampleBoard } from '../../testing/sample-job';

/** A part of the library turned so that its contacts lie on the sample's row. */
function fitting(id: string, name: string, legs: readonly (readonly [number, number])[]): ConnectorPart {
  const generic = GENERIC_PARTS.find((p) => p.id === 'generic/micro-slots-7') as ConnectorPart;
  const leg = generic.lands.find((l) => l.role === 'leg');
  const contacts = generic.lands.filter((l) => l.role === 'contact');
  return {
    ...generic,
    id,
    name,
    mouthDeg: null,
    lands: [...contacts, ...legs.flatMap(([x, y]) => (leg ? [{ ...leg, at: { x, y } }] : []))],
  };
}

/** The sample with legs in slots before its row: 7 mm apart at the front, or not yet marked there. */
function job(front: boolean): Partial<JobDocuments> {
  const board = sampleBoard();
  const [row] = board.rows;
  const middle = row ? pinPoint(row, 2) : { x: 0, y: 0 };
  const slot = { widthMm: 0.6, lengthMm: 1.2, directionDeg: 90 };
  const at = [
    [-2.4, 0.4],
    [2.4, 0.4],
    ...(front
      ? [
          [-3.5, 2.75],
          [3.5, 2.75],
        ]
      : []),
  ];
  return {
    ...SAMPLE,
    match: { ...SAMPLE.match, part: '', source: '' },
    board: {
      ...board,
      legs: at.map(([x = 0, y = 0], i) => ({
        id: `leg${i + 1}`,
        name: `leg ${i + 1}`,
        face: 'top' as const,
        at: { x: middle.x + x, y: middle.y + y },
        fixing: 'through-hole' as const,
        slot,
        state: 'sound' as const,
      })),
    },
  };
}
const REAR = [
  [-2.4, 0.4],
  [2.4, 0.4],
] as const;
const SEVEN = fitting('own-7', 'Fernhill seven', [...REAR, [-3.5, 2.75], [3.5, 2.75]]);
const TWELVE = fitting('own-12', 'Oriel twelve', [...REAR, [-6, 2.75], [6, 2.75]]);
const slip = (): HTMLElement => screen.getByRole('region', { name: 'Next move' });
const parts = async (): Promise<HTMLElement> => screen.findByRole('list', { name: 'Parts, likeliest first' });
const strip = (): HTMLElement => screen.getByRole('region', { name: 'The chosen part' });

describe('match', () => {
  it('says which part drops in and why; arrow keys flick through the box; two are held side by side', async () => {
    const server = fakeServer({ documents: job(true), library: [SEVEN, TWELVE] });
    renderPage('/jobs/j1/match');
    const list = await parts();
    expect(within(list).getAllByRole('button')[0]).toHaveTextContent('Fernhill seven');
    await waitFor(() => expect(slip()).toHaveTextContent('Take Fernhill seven'));
    expect(strip()).toHaveTextContent('4 legs find their holes');
    await userEvent.keyboard('c{ArrowDown}');
    expect(within(strip()).getAllByRole('heading')).toHaveLength(2);
    await userEvent.keyboard('c');
    expect(within(strip()).getAllByRole('heading')).toHaveLength(1);
    // On a row of the list Enter picks it; it takes nothing.
    within(list).getAllByRole('button')[1]?.focus();
    await userEvent.keyboard('{Enter}');
    expect(within(strip()).getByRole('heading')).toHaveTextContent('Oriel twelve');
    expect(server.sent.filter((s) => s.path.startsWith('/api/drawer'))).toEqual([]);
    expect(server.documents().match.partId).toBeNull();
  });

  it('asks for the dimension that separates; the answer is kept, decides, and is taken back', async () => {
    const server = fakeServer({ documents: job(false), library: [SEVEN, TWELVE] });
    renderPage('/jobs/j1/match');
    await parts();
    const next = await screen.findByRole('region', { name: 'Measure next' });
    expect(next).toHaveTextContent('7 mm');
    await userEvent.click(within(next).getByRole('button', { name: '12 mm' }));
    await waitFor(() => expect(within(strip()).getByRole('heading')).toHaveTextContent('Oriel twelve'));
    await waitFor(() =>
      expect(server.documents().match.answers).toEqual([{ key: 'front-apart', value: 12, sigmaMm: 0.05 }]),
    );
    await userEvent.click(screen.getByRole('button', { name: /^Take back: distance/ }));
    await waitFor(() => expect(server.documents().match.answers).toEqual([]));
  });

  it('takes the part out of the drawer it lies in, and puts it back', async () => {
    const stock = {
      ...EMPTY_CARD,
      id: 's1',
      rev: 0,
      name: 'sevens',
      partId: 'own-7',
      place: 'A4',
      removed: false,
      moves: [{ id: 1, at: '2026-01-01', by: 3, jobId: null, note: '' }],
    };
    const server = fakeServer({ documents: job(true), library: [SEVEN, TWELVE], drawer: [stock] });
    renderPage('/jobs/j1/match');
    await parts();
    await userEvent.click(await screen.findByRole('button', { name: /Take from drawer A4 \(3 there\)/ }));
    await waitFor(() =>
      expect(server.documents().match).toMatchObject({
        part: 'Fernhill seven',
        partId: 'own-7',
        stockId: 's1',
      }),
    );
    expect(server.sent).toContainEqual({
      method: 'POST',
      path: '/api/drawer/s1/moves',
      body: { by: -1, jobId: 'j1', note: 'taken at Match' },
    });
    // Another one cannot be taken beside it.
    await userEvent.keyboard('{ArrowDown}');
    expect(screen.getByRole('button', { name: 'Put the part from drawer A4 back first' })).toBeEnabled();
    await userEvent.keyboard('{ArrowUp}');
    await userEvent.click(screen.getByRole('button', { name: 'Put it back' }));
    await waitFor(() => expect(server.documents().match.partId).toBeNull());
    expect(server.sent.filter((s) => s.path === '/api/drawer/s1/moves')).toHaveLength(2);
  });

  it('with nothing marked it says what to do; what is wanted stands below all the same', async () => {
    fakeServer({
      documents: {
        ...SAMPLE,
        match: { ...SAMPLE.match, part: '' },
        board: { ...sampleBoard(), rows: [], legs: [] },
      },
    });
    renderPage('/jobs/j1/match');
    expect(await screen.findByRole('link', { name: 'To Look over' })).toBeInTheDocument();
    expect(screen.getByRole('region', { name: 'No part to be had' })).toHaveTextContent(
      'A small breakout board',
    );
  });
});
