import { describe, expect, it, jest } from '@jest/globals';
import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { FigureField, TextField } from './field';

describe('FigureField', () => {
  it('hands over a figure in the base unit', async () => {
    const onFigure = jest.fn();
    render(<FigureField label="Wire" kind="wire" shown="" onFigure={onFigure} />);
    await userEvent.type(screen.getByLabelText('Wire'), '32AWG{Enter}');
    expect(onFigure).toHaveBeenCalledTimes(1);
    expect(onFigure.mock.calls[0]?.[0]).toBeCloseTo(0.2019, 4);
  });
  it('keeps what was typed and names itself when it cannot be read', async () => {
    const onFigure = jest.fn();
    render(<FigureField label="Value" kind="resistance" shown="22 Ω" onFigure={onFigure} />);
    const input = screen.getByLabelText('Value');
    await userEvent.clear(input);
    await userEvent.type(input, '4k7k{Enter}');
    expect(input).toHaveValue('4k7k');
    expect(input).toHaveAttribute('aria-invalid', 'true');
    expect(screen.getByRole('alert')).toHaveTextContent(/^Value: .*4k7k/);
    expect(onFigure).not.toHaveBeenCalled();
    await userEvent.type(input, '{Escape}');
    expect(input).toHaveValue('22 Ω');
  });
  it('is emptied only where that means something', async () => {
    const onClear = jest.fn();
    render(<FigureField label="Length" kind="length" shown="3 mm" onFigure={jest.fn()} onClear={onClear} />);
    await userEvent.clear(screen.getByLabelText('Length'));
    await userEvent.tab();
    expect(onClear).toHaveBeenCalledTimes(1);
  });
});

describe('TextField', () => {
  it('commits a phrase once, on leaving', async () => {
    const onCommit = jest.fn();
    render(<TextField label="Owner" value="" onCommit={onCommit} />);
    await userEvent.type(screen.getByLabelText('Owner'), 'night watch');
    await userEvent.tab();
    expect(onCommit.mock.calls).toEqual([['night watch']]);
  });
  it('is settled by a click elsewhere only once that click has reached its place', async () => {
    const order: string[] = [];
    render(
      <>
        <FigureField label="Wire" kind="wire" shown="" onFigure={() => order.push('figure')} />
        <button type="button" onClick={() => order.push('click')}>
          Next
        </button>
      </>,
    );
    await userEvent.type(screen.getByLabelText('Wire'), '0.1mm');
    await userEvent.click(screen.getByRole('button', { name: 'Next' }));
    await waitFor(() => expect(order).toEqual(['click', 'figure']));
  });
  it('is left by Enter and by Escape: letters typed next do not join it', async () => {
    const onCommit = jest.fn();
    render(<TextField label="Where" value="" onCommit={onCommit} />);
    await userEvent.type(screen.getByLabelText('Where'), 'back{Enter}xyz');
    expect(onCommit).toHaveBeenCalledWith('back');
    expect(screen.getByLabelText('Where')).not.toHaveFocus();
    await userEvent.type(screen.getByLabelText('Where'), 'lid{Escape}xyz');
    expect(onCommit).toHaveBeenLastCalledWith('lid');
  });
});
