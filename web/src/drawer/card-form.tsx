import { useEffect, useState } from 'react';
import type { PartFamily, StockCard, StockSource } from '@zebbit/core';
import { PART_FAMILIES, partFamilyName, STOCK_SOURCE_WORDS, STOCK_SOURCES } from '@zebbit/core';
import { BOX, Field, SelectField, TextField } from '../ui/field';
import { useDraft } from '../ui/use-draft';
import type { PartLine } from '../workers/matcher';
import { useMatcher } from './matcher-store';
import { SearchList } from '../ui/search-list';
import { PartOfName } from './part-of-name';
import { useFound } from './use-found';

const FAMILY_CHOICES: readonly (readonly [string, string])[] = [
  ['', 'not known'],
  ...PART_FAMILIES.map((f) => [f, partFamilyName(f)] as const),
];

interface NumberFieldProps {
  readonly label: string;
  readonly value: number | null;
  readonly whole: boolean;
  readonly hint?: string;
  readonly onNumber: (value: number | null) => void;
}

/** A plain number, or nothing. What cannot be read stays as typed with the reason under it. */
export function NumberField({ label, value, whole, hint, onNumber }: NumberFieldProps) {
  const [error, setError] = useState<string | null>(null);
  const give = (text: string): boolean => {
    const said = text.trim().replace(',', '.');
    const n = Number(said);
    const bad = said !== '' && (!Number.isFinite(n) || n < 0 || n > 1e5 || (whole && !Number.isInteger(n)));
    setError(bad ? `${label} wants a ${whole ? 'whole ' : ''}number from 0 up` : null);
    if (!bad) onNumber(said === '' ? null : n);
    return !bad;
  };
  const { text, typed, type, drop } = useDraft(value === null ? '' : String(value), give, false);
  const commit = (): void => {
    if (typed && give(text)) drop();
  };
  return (
    <Field label={label} hint={hint} error={error}>
      {(ids) => (
        <input
          {...ids}
          inputMode="decimal"
          className={`${BOX} figure`}
          value={text}
          onChange={(e) => type(e.target.value)}
          onBlur={commit}
          onKeyDown={(e) => {
            if (e.key === 'Enter') commit();
          }}
        />
      )}
    </Field>
  );
}

interface CardFormProps {
  readonly card: StockCard;
  readonly onChange: (card: StockCard) => void;
}

/** What is written on a compartment. */
export function CardForm({ card, onChange }: CardFormProps) {
  const put = (more: Partial<StockCard>): void => onChange({ ...card, ...more });
  return (
    <div className="flex flex-col gap-3">
      <TextField label="What lies in it" value={card.name} limit={120} onCommit={(name) => put({ name })} />
      <PartPicker
        partId={card.partId}
        onPick={(line) =>
          put({
            partId: line?.id ?? null,
            family: line?.family ?? card.family,
            name: card.name === '' && line ? line.name : card.name,
          })
        }
      />
      <div className="grid grid-cols-2 gap-3">
        <TextField
          label="Place"
          value={card.place}
          limit={60}
          placeholder="A3, bag 2"
          onCommit={(place) => put({ place })}
        />
        <SelectField
          label="Family"
          value={card.family ?? ''}
          options={FAMILY_CHOICES}
          onPick={(f) => put({ family: f === '' ? null : (f as PartFamily) })}
        />
        <SelectField
          label="Source"
          value={card.source}
          options={STOCK_SOURCES.map((s) => [s, STOCK_SOURCE_WORDS[s]] as const)}
          onPick={(source) => put({ source: source as StockSource })}
        />
        <TextField
          label={card.source === 'donor' ? 'Which donor board' : 'From'}
          value={card.from}
          onCommit={(from) => put({ from })}
        />
        <NumberField
          label="Price of one"
          value={card.price}
          whole={false}
          onNumber={(price) => put({ price })}
        />
        <NumberField
          label="Keep at least"
          value={card.minimum}
          whole
          onNumber={(minimum) => put({ minimum })}
        />
      </div>
      <TextField
        label="Marking on it"
        value={card.marking}
        limit={80}
        onCommit={(marking) => put({ marking })}
      />
      <TextField label="Note" value={card.note} limit={500} lines={2} onCommit={(note) => put({ note })} />
    </div>
  );
}

interface PartPickerProps {
  readonly partId: string | null;
  readonly onPick: (line: PartLine | null) => void;
}

/** Ties a compartment to a part of the library, so that Match finds it there. */
export function PartPicker({ partId, onPick }: PartPickerProps) {
  const { matcher, edition } = useMatcher();
  const [text, setText] = useState('');
  const found = useFound(text, 20);
  const [name, setName] = useState<string | null>(null);
  useEffect(() => {
    let stale = false;
    if (matcher && partId !== null)
      void matcher.part(partId).then((p) => {
        if (!stale) setName(p?.name ?? `${partId}, no longer in the library`);
      });
    return () => {
      stale = true;
    };
  }, [matcher, partId, edition]);
  if (partId !== null)
    return (
      <p className="flex items-center gap-3">
        <span className="min-w-0 flex-1">
          <span className="block text-second font-semibold text-ink2">Part of the library</span>
          <span className="block truncate">{name ?? '…'}</span>
        </span>
        <button
          type="button"
          className="min-h-10 font-semibold text-copper underline underline-offset-4"
          onClick={() => onPick(null)}
        >
          Untie
        </button>
      </p>
    );
  return (
    <SearchList
      label="Part of the library"
      hint="Type some of its name; Match then finds it in the drawer"
      text={text}
      onText={setText}
      found={found}
      keyOf={(line) => line.id}
      onPick={(line) => {
        setText('');
        onPick(line);
      }}
      listLabel="Parts of that name"
      none="None has that in its name."
    >
      {(line) => <PartOfName line={line} />}
    </SearchList>
  );
}
