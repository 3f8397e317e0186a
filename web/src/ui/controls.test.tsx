import { describe, expect, it, jest } from '@jest/globals';
import { act, fireEvent, render, renderHook, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { Range } from './range';
import { SearchList } from './search-list';
import { Select } from './select';
import { Unfold } from './unfold';
import { useDraft } from './use-draft';

describe('what is typed into a field', () => {
  const draft = (commit: (text: string) => void, value = 'old') =>
    renderHook(({ v }) => useDraft(v, commit), { initialProps: { v: value } });
  it('is handed on when the field goes away', () => {
    const commit = jest.fn<(text: string) => void>();
    const hook = draft(commit);
    act(() => hook.result.current.type('new'));
    expect(commit).not.toHaveBeenCalled();
    hook.unmount();
    expect(commit.mock.calls).toEqual([['new']]);
  });
  it('and when the page is left, once', () => {
    const commit = jest.fn<(text: string) => void>();
    const hook = draft(commit);
    act(() => hook.result.current.type('new'));
    act(() => void window.dispatchEvent(new Event('pagehide')));
    hook.unmount();
    expect(commit.mock.calls).toEqual([['new']]);
  });
  it('is handed on after a pause, as one step', () => {
    jest.useFakeTimers();
    try {
      const commit = jest.fn<(text: string) => void>();
      const hook = draft(commit);
      for (const text of ['n', 'ne', 'new']) {
        act(() => hook.result.current.type(text));
        act(() => {
          jest.advanceTimersByTime(100);
        });
      }
      expect(commit).not.toHaveBeenCalled();
      act(() => {
        jest.advanceTimersByTime(1000);
      });
      expect(commit.mock.calls).toEqual([['new']]);
      hook.unmount();
    } finally {
      jest.useRealTimers();
    }
  });
  it('what was typed and taken back, and what was dropped, is not handed on', () => {
    const commit = jest.fn<(text: string) => void>();
    const hook = draft(commit);
    act(() => hook.result.current.type('new'));
    act(() => hook.result.current.type('old'));
    act(() => hook.result.current.leave());
    act(() => hook.result.current.type('other'));
    act(() => hook.result.current.drop());
    expect(hook.result.current.text).toBe('old');
    hook.unmount();
    expect(commit).not.toHaveBeenCalled();
  });
});

describe('a list of words', () => {
  const OPTIONS = [
    ['', 'nothing yet'],
    ['a', 'with a screw'],
    ['b', 'with a clip'],
  ] as const;
  function Held({ onPick }: { readonly onPick: (value: string) => void }) {
    const [value, setValue] = useState('a');
    return (
      <Select
        aria-label="How"
        value={value}
        options={OPTIONS}
        onPick={(v) => {
          setValue(v);
          onPick(v);
        }}
      />
    );
  }
  it('shows its word, opens by key, and an empty choice is one like the others', async () => {
    const picked: string[] = [];
    render(<Held onPick={(v) => picked.push(v)} />);
    const control = screen.getByRole('combobox', { name: 'How' });
    expect(control).toHaveTextContent('with a screw');
    control.focus();
    await userEvent.keyboard('{Enter}');
    expect(screen.getAllByRole('option').map((o) => o.textContent)).toEqual(
      OPTIONS.map(([, words]) => words),
    );
    await userEvent.keyboard('{ArrowDown}{Enter}');
    expect(control).toHaveTextContent('with a clip');
    await userEvent.keyboard('{Enter}{Home}{Enter}');
    expect(control).toHaveTextContent('nothing yet');
    expect(picked).toEqual(['b', '']);
  });
});

describe('a search with its list', () => {
  const ALL = ['micro', 'mini', 'type C'];
  function Held({ onPick }: { readonly onPick: (item: string) => void }) {
    const [text, setText] = useState('');
    return (
      <SearchList
        label="Part"
        text={text}
        onText={setText}
        found={ALL.filter((p) => p.includes(text))}
        keyOf={(p) => p}
        onPick={onPick}
        listLabel="Parts found"
        none="Nothing goes with that"
      >
        {(p) => <span>{p}</span>}
      </SearchList>
    );
  }
  it('lists nothing before something is typed; arrows choose, Enter picks', async () => {
    const picked: string[] = [];
    render(<Held onPick={(p) => picked.push(p)} />);
    expect(screen.queryByRole('option')).toBeNull();
    await userEvent.type(screen.getByRole('combobox', { name: 'Part' }), 'mi');
    expect(screen.getAllByRole('option').map((o) => o.textContent)).toEqual(['micro', 'mini']);
    await userEvent.keyboard('{ArrowDown}{Enter}');
    expect(picked).toEqual(['mini']);
  });
  it('says when nothing goes with what is typed', async () => {
    render(<Held onPick={() => undefined} />);
    await userEvent.type(screen.getByRole('combobox', { name: 'Part' }), 'zz');
    expect(screen.getByText('Nothing goes with that')).toBeInTheDocument();
  });
});

describe('a share and a fold', () => {
  it('a slider moves by keys in steps of a twentieth, and no further than its ends', () => {
    const seen: number[] = [];
    function Held() {
      const [value, setValue] = useState(0.95);
      return (
        <Range
          label="Shown"
          value={value}
          onChange={(v) => {
            setValue(v);
            seen.push(v);
          }}
        />
      );
    }
    render(<Held />);
    const thumb = screen.getByRole('slider', { name: 'Shown' });
    for (const key of ['ArrowRight', 'ArrowRight', 'ArrowLeft', 'Home']) fireEvent.keyDown(thumb, { key });
    expect(seen.map((v) => Math.round(v * 100))).toEqual([100, 95, 0]);
  });
  it('a fold says what is behind it and whether it is open', async () => {
    render(<Unfold words="More">behind</Unfold>);
    const line = screen.getByRole('button', { name: 'More' });
    expect(line).toHaveAttribute('aria-expanded', 'false');
    expect(screen.queryByText('behind')).toBeNull();
    await userEvent.click(line);
    expect(line).toHaveAttribute('aria-expanded', 'true');
    expect(screen.getByText('behind')).toBeInTheDocument();
  });
});
