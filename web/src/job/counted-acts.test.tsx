import { describe, expect, it } from '@jest/globals';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { BoardPoint, JobDocuments, OpeningStep } from '@zebbit/core';
import { EMPTY_DOCUMENTS, EMPTY_REBUILD, usualStep } from '@zebbit/core';
import { fakeServer } from '../testing/fake-server';
import { deskInHand, renderPage } from '../testing/render-page';
import { goodResults, SAMPLE, SAMPLE_READINGS, sampleBoard } from '../testing/sample-job';

/** How many acts of the hand each common thing takes: keys and clicks, counted one by one. */
class Hand {
  acts = 0;
  async keys(text: string): Promise<void> {
    this.acts += text.replace(/\{\w+\}/gu, '#').length;
    await userEvent.keyboard(text);
  }
  click(at: BoardPoint): void {
    this.acts += 1;
    act(() => deskInHand().plate.getState().setCrosshair(at));
    fireEvent.keyDown(screen.getByRole('group', { name: /^Board, / }), { key: 'Enter' });
  }
}

const open = async (page: string): Promise<Hand> => {
  renderPage(`/jobs/j1/${page}`);
  await screen.findByText('All saved');
  return new Hand();
};

describe('acts, counted', () => {
  it('a group of two screws with its place and length: at most 8 keys, no mouse, and the next key is a step again', async () => {
    const server = fakeServer({ documents: EMPTY_DOCUMENTS });
    const hand = await open('open-up');
    await hand.keys('s');
    await hand.keys('b 2 6{Enter}');
    expect(hand.acts).toBeLessThanOrEqual(8);
    await userEvent.keyboard('c');
    await waitFor(() => expect(server.documents().teardown.steps).toHaveLength(2));
    expect(server.documents().teardown.steps[0]).toMatchObject({
      kind: 'screws',
      place: 'b',
      fasteners: { count: 2, lengthMm: 6 },
    });
    expect(server.documents().teardown.steps[1]).toMatchObject({ kind: 'clips', place: '' });
  });
  it('closing 22 screws in 6 groups: at most 8 keys', async () => {
    const steps = [4, 4, 6, 2, 3, 3].map((count, i): OpeningStep => {
      const usual = usualStep('screws');
      return {
        id: `s${i}`,
        kind: 'screws',
        place: `place ${i}`,
        note: '',
        photoId: null,
        frees: '',
        after: i === 0 ? [] : [`s${i - 1}`],
        ...usual,
        fasteners: usual.fasteners && { ...usual.fasteners, count, compartment: 'A1' },
      };
    });
    const documents: JobDocuments = {
      ...SAMPLE,
      teardown: { ...SAMPLE.teardown, battery: 'none', steps },
      rebuild: {
        ...EMPTY_REBUILD,
        choices: ['row1.1', 'row1.3'].map((pinId) => ({
          pinId,
          kind: null,
          landingId: null,
          wireMm: null,
          spanMm: null,
          via: null,
          built: true,
        })),
      },
    };
    const server = fakeServer({
      documents,
      bundle: { readings: SAMPLE_READINGS, results: goodResults(documents, SAMPLE_READINGS, true) },
    });
    const hand = await open('close-up');
    // One look before it shuts, then each group.
    await hand.keys('ccccccc');
    expect(hand.acts).toBeLessThanOrEqual(8);
    await waitFor(() => expect(server.documents().closing.stepsDone).toHaveLength(6));
    expect(server.documents().closing.fastenersBack.reduce((n, b) => n + b.count, 0)).toBe(22);
  });
  it('the functions of a row: chosen, typed in one line, kept', async () => {
    const server = fakeServer({ documents: SAMPLE });
    await open('look-over');
    act(() => deskInHand().tool.getState().choose('row1.2', ['row1']));
    await userEvent.keyboard('iL R ? ? G{Enter}');
    await waitFor(() =>
      expect(server.documents().board.rows[0]?.pins.map((p) => p.function)).toEqual([
        'LEFT',
        'RIGHT',
        'unknown',
        'unknown',
        'GND',
      ]),
    );
    await userEvent.keyboard('1');
    await waitFor(() => expect(server.documents().board.rows[0]?.pins[1]?.state).toBe('sound'));
  });
  it('a row of five with a state each: at most 9 acts; a part with two ends: 3', async () => {
    const whole = sampleBoard();
    const server = fakeServer({ documents: { ...SAMPLE, board: { ...whole, rows: [], components: [] } } });
    const hand = await open('look-over');
    await hand.keys('r');
    hand.click({ x: 5, y: 5 });
    hand.click({ x: 7.6, y: 5 });
    await hand.keys('{Enter}');
    await hand.keys('81161');
    expect(hand.acts).toBeLessThanOrEqual(9);
    await waitFor(() =>
      expect(server.documents().board.rows[0]?.pins.map((p) => p.state)).toEqual([
        'trace-torn',
        'sound',
        'sound',
        'torn',
        'sound',
      ]),
    );
    const part = new Hand();
    await part.keys('c');
    part.click({ x: 20, y: 12 });
    part.click({ x: 20, y: 14 });
    expect(part.acts).toBe(3);
    await waitFor(() => expect(server.documents().board.components).toHaveLength(1));
  });
});
