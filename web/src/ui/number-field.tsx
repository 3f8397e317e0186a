import { useState } from 'react';
import { Field } from './field';

interface NumberFieldProps {
  readonly label: string;
  readonly value: number | null;
  readonly onValue: (value: number | null) => void;
  readonly least?: number;
  readonly whole?: boolean;
  readonly emptyAllowed?: boolean;
}

/** A plain sum or count; what is none stays typed, with the reason. */
export function NumberField({
  label,
  value,
  onValue,
  least = 0,
  whole = false,
  emptyAllowed = false,
}: NumberFieldProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const commit = (): void => {
    if (draft === null) return;
    const n = Number(draft.trim().replace(',', '.'));
    if (draft.trim() === '' && emptyAllowed) onValue(null);
    else if (
      draft.trim() === '' ||
      !Number.isFinite(n) ||
      n < least ||
      n > 1e6 ||
      (whole && !Number.isInteger(n))
    ) {
      setError(`${label}: type a ${whole ? 'whole ' : ''}number from ${least} to 1000000`);
      return;
    } else onValue(n);
    setDraft(null);
    setError(null);
  };
  return (
    <Field label={label} error={error}>
      {(ids) => (
        <input
          {...ids}
          inputMode="decimal"
          className="figure min-h-10 w-full rounded-[10px] border border-line bg-sheet px-3 aria-[invalid=true]:border-stop"
          value={draft ?? (value === null ? '' : String(value))}
          onChange={(e) => setDraft(e.target.value)}
          onBlur={commit}
          onKeyDown={(e) => e.key === 'Enter' && commit()}
        />
      )}
    </Field>
  );
}
