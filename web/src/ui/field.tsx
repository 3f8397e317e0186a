import type { KeyboardEvent, ReactNode } from 'react';
import { useId, useRef, useState } from 'react';
import type { BenchKind } from '@zebbit/core';
import { parseBench } from '@zebbit/core';
import { Select } from './select';
import { afterPress, useDraft } from './use-draft';

/** How every box that is typed into looks. */
export const BOX =
  'w-full min-h-10 rounded-[10px] border bg-sheet px-3 py-2 text-ink placeholder:text-ink2/80 aria-[invalid=true]:border-stop border-line focus-visible:outline-offset-0';

interface Labelled {
  readonly label: string;
  readonly hint?: string | undefined;
  readonly error?: string | null | undefined;
}

/** A label over its control, with the error under it, tied together for readers. */
export function Field({
  label,
  hint,
  error,
  children,
}: Labelled & { readonly children: (ids: FieldIds) => ReactNode }) {
  const id = useId();
  const noteId = `${id}-note`;
  const note = error ?? hint;
  return (
    <div className="flex min-w-0 flex-col gap-1">
      <label htmlFor={id} className="text-second font-semibold text-ink2">
        {label}
      </label>
      {children({
        id,
        'aria-describedby': note ? noteId : undefined,
        'aria-invalid': error ? true : undefined,
      })}
      {note && (
        <p
          id={noteId}
          role={error ? 'alert' : undefined}
          className={`text-second ${error ? 'text-stop' : 'text-ink2'}`}
        >
          {note}
        </p>
      )}
    </div>
  );
}

interface FieldIds {
  readonly id: string;
  readonly 'aria-describedby': string | undefined;
  readonly 'aria-invalid': true | undefined;
}

/**
 * Enter and Escape leave a field: what was typed is kept, and letters typed next do not join it. A dialog keeps Escape for itself.
 */
function leaveField(e: KeyboardEvent<HTMLElement>): void {
  if (e.key === 'Escape' && e.currentTarget.closest('[role=dialog]') !== null) return;
  e.currentTarget.blur();
}

/** For fields that settle what was typed before they are left: leaving by a key does not settle it again. */
export function useLeave(): {
  readonly leave: (e: KeyboardEvent<HTMLElement>) => void;
  readonly left: (settle: () => unknown) => void;
} {
  const settled = useRef(false);
  return {
    leave: (e) => {
      settled.current = true;
      leaveField(e);
      settled.current = false;
    },
    left: (settle) => {
      if (!settled.current) afterPress(() => void settle());
    },
  };
}

interface TextFieldProps extends Labelled {
  readonly value: string;
  readonly onCommit: (value: string) => void;
  readonly limit?: number;
  readonly lines?: number;
  readonly placeholder?: string;
}

export function TextField({
  label,
  hint,
  value,
  onCommit,
  limit = 120,
  lines = 1,
  placeholder,
}: TextFieldProps) {
  const { text, type, leave } = useDraft(value, onCommit);
  return (
    <Field label={label} hint={hint}>
      {(ids) =>
        lines > 1 ? (
          <textarea
            {...ids}
            className={BOX}
            rows={lines}
            maxLength={limit}
            value={text}
            placeholder={placeholder}
            onChange={(e) => type(e.target.value)}
            onBlur={leave}
            onKeyDown={(e) => {
              if (e.key === 'Escape') leaveField(e);
            }}
          />
        ) : (
          <input
            {...ids}
            className={BOX}
            maxLength={limit}
            value={text}
            placeholder={placeholder}
            onChange={(e) => type(e.target.value)}
            onBlur={leave}
            onKeyDown={(e) => {
              if (e.key === 'Enter' || e.key === 'Escape') leaveField(e);
            }}
          />
        )
      }
    </Field>
  );
}

interface FigureFieldProps extends Labelled {
  readonly kind: BenchKind;
  /** As shown while nothing is typed. */
  readonly shown: string;
  readonly onFigure: (value: number) => void;
  /** Called when the field is emptied; without it an empty field is an error. */
  readonly onClear?: () => void;
}

/** A figure in bench notation. What cannot be read stays as typed, with the reason under it. */
export function FigureField({ label, hint, kind, shown, onFigure, onClear }: FigureFieldProps) {
  const [error, setError] = useState<string | null>(null);
  /** Whether it was a figure, or rightly nothing. */
  const give = (text: string): boolean => {
    if (text.trim() === '' && onClear) {
      setError(null);
      onClear();
      return true;
    }
    const figure = parseBench(text, kind);
    setError(figure.ok ? null : `${label}: ${figure.message}`);
    if (figure.ok) onFigure(figure.value);
    return figure.ok;
  };
  const { leave, left } = useLeave();
  const { text, typed, type, drop } = useDraft(shown, give, false);
  /** Whether nothing wrong stands in it any more. */
  const commit = (): boolean => {
    if (!typed) return true;
    const taken = give(text);
    if (taken) drop();
    return taken;
  };
  return (
    <Field label={label} hint={hint} error={error}>
      {(ids) => (
        <input
          {...ids}
          className={`${BOX} figure`}
          value={text}
          onChange={(e) => type(e.target.value)}
          onBlur={() => left(commit)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && commit()) leave(e);
            if (e.key === 'Escape') {
              drop();
              setError(null);
              leave(e);
            }
          }}
        />
      )}
    </Field>
  );
}

interface SelectFieldProps extends Labelled {
  readonly value: string;
  readonly options: readonly (readonly [value: string, words: string])[];
  readonly onPick: (value: string) => void;
}

export function SelectField({ label, hint, error, value, options, onPick }: SelectFieldProps) {
  return (
    <Field label={label} hint={hint} error={error}>
      {(ids) => <Select {...ids} className="w-full" value={value} options={options} onPick={onPick} />}
    </Field>
  );
}
