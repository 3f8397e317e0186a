import { describe, expect, it } from '@jest/globals';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Board, ProbePoint } from '@zebbit/core';
import { probePoints } from '@zebbit/core';
import { sampleBoard } from '../testing/sample-job';
import { BoardMarks } from './board-marks';
import { ProbeFlags } from './flags';
import { NetHalo } from './net-halo';
import { facePictures } from './picture-map';
import { ScaleBar } from './scale-bar';

const board: Board = sampleBoard();
const viewport = { k: 10, x: 100, y: 50 };
const points = probePoints(board);
const point = (id: string): ProbePoint => {
  const found = points.find((p) => p.id === id);
  if (!found) throw new Error(`no point ${id}`);
  return found;
};
const draw = (what: React.ReactNode): HTMLElement => render(<svg>{what}</svg>).container;

describe('the halo of a net', () => {
  it('rings each of its points on this face and ties them together', () => {
    const container = draw(
      <NetHalo points={[point('F1.1'), point('row1.1')]} face="top" viewport={viewport} />,
    );
    const rings = [...container.querySelectorAll('circle')].map((c) => [
      c.getAttribute('cx'),
      c.getAttribute('cy'),
    ]);
    const at = point('row1.1').at;
    expect(rings).toEqual([
      [String(4 * 10 + 100), String(12 * 10 + 50)],
      [String(at.x * 10 + 100), String(at.y * 10 + 50)],
    ]);
    expect(container.querySelector('polyline')?.getAttribute('points')?.split(' ')).toHaveLength(2);
  });
  it('is not drawn on a face where it has no point', () => {
    expect(
      draw(<NetHalo points={points} face="bottom" viewport={viewport} />).querySelector('circle'),
    ).toBeNull();
  });
});

describe('the flags of the two tips', () => {
  it('fly away from each other, each with the name of its point', () => {
    const container = draw(
      <ProbeFlags red={point('R1.1')} black={point('F1.1')} face="top" viewport={viewport} />,
    );
    const texts = [...container.querySelectorAll('text')].map((t) => t.textContent);
    expect(texts).toEqual([point('F1.1').label, point('R1.1').label]);
    const fills = [...container.querySelectorAll('circle[fill^="var"]')].map((c) => c.getAttribute('fill'));
    expect(fills).toEqual(['var(--probe-black)', 'var(--probe-red)']);
    // Red is right of black here, so its flag goes to the right and the other to the left.
    const poles = [...container.querySelectorAll('path[d^="M0 0L"]')].map((p) =>
      p.getAttribute('d')?.slice(4, 9),
    );
    expect(poles[0]).toMatch(/^L-16/);
    expect(poles[1]).toMatch(/^L16/);
  });
  it('a tip on the other face is not drawn, and no lead with it', () => {
    const other = { ...point('F1.1'), face: 'bottom' as const };
    const container = draw(<ProbeFlags red={point('R1.1')} black={other} face="top" viewport={viewport} />);
    expect(container.querySelectorAll('text')).toHaveLength(1);
    expect(container.querySelector('path[stroke-dasharray="7 5"]')).toBeNull();
  });
});

describe('marks of the board', () => {
  it('each is a button with its name; keys pick it, Shift adds it', async () => {
    const picked: [string, boolean][] = [];
    draw(
      <BoardMarks
        board={board}
        face="top"
        viewport={viewport}
        chosen="R1.1"
        picked={new Set()}
        onPick={(id, more) => picked.push([id, more])}
      />,
    );
    expect(screen.getByRole('button', { name: 'R1 1' })).toHaveAttribute('aria-pressed', 'true');
    screen.getByRole('button', { name: /^pin 3 / }).focus();
    await userEvent.keyboard('{Enter}');
    await userEvent.keyboard('{Shift>} {/Shift}');
    await userEvent.click(screen.getByRole('button', { name: 'pour' }));
    expect(picked).toEqual([
      ['row1.3', false],
      ['row1.3', true],
      ['pour', false],
    ]);
  });
  it('those of the other face are not there', () => {
    draw(
      <BoardMarks
        board={board}
        face="bottom"
        viewport={viewport}
        chosen={null}
        picked={new Set()}
        onPick={() => undefined}
      />,
    );
    expect(screen.queryByRole('button')).toBeNull();
  });
});

describe('pictures and the scale', () => {
  it('pictures of a face keep their places in the list of the board', () => {
    const [first] = board.faces;
    if (!first) throw new Error('no picture');
    const two = {
      ...board,
      faces: [{ ...first, face: 'bottom' as const }, first, { ...first, name: 'close-up' }],
    };
    expect(facePictures(two, 'top').map((p) => p.index)).toEqual([1, 2]);
    expect(facePictures(two, 'bottom').map((p) => p.index)).toEqual([0]);
  });
  it('the bar is as long as it says', () => {
    const container = draw(<ScaleBar k={20} x={500} y={300} />);
    const mm = parseFloat(container.querySelector('text')?.textContent ?? '');
    expect(container.querySelector('path')?.getAttribute('d')).toBe(`M0 -7V0H${mm * 20}V-7`);
  });
});
