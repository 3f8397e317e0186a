import { describe, expect, it, jest } from '@jest/globals';
import { render, screen } from '@testing-library/react';
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
});
