import { Command } from 'cmdk';
import type { ReactNode } from 'react';
import { useId } from 'react';
import { BOX } from './field';

interface SearchListProps<T> {
  readonly label: string;
  readonly hint?: string | undefined;
  readonly text: string;
  readonly onText: (text: string) => void;
  /** What goes with the text, already found. */
  readonly found: readonly T[];
  readonly keyOf: (item: T) => string;
  readonly onPick: (item: T) => void;
  readonly children: (item: T) => ReactNode;
  readonly listLabel: string;
  /** Said when nothing goes with what is typed. */
  readonly none: string;
}

/** A search with its list under it: arrows choose, Enter picks. */
export function SearchList<T>({
  label,
  hint,
  text,
  onText,
  found,
  keyOf,
  onPick,
  children,
  listLabel,
  none,
}: SearchListProps<T>) {
  const id = useId();
  return (
    <Command shouldFilter={false} label={label} className="flex min-w-0 flex-col gap-1">
      <label htmlFor={id} className="text-second font-semibold text-ink2">
        {label}
      </label>
      <Command.Input
        id={id}
        aria-label={label}
        className={BOX}
        maxLength={80}
        value={text}
        onValueChange={onText}
      />
      {hint !== undefined && <p className="text-second text-ink2">{hint}</p>}
      <Command.List label={listLabel} className="scroll-thin mt-1 max-h-[180px] overflow-y-auto empty:hidden">
        {text.trim() !== '' && (
          <>
            <Command.Empty className="px-2 py-2 text-second text-ink2">{none}</Command.Empty>
            {found.map((item) => (
              <Command.Item
                key={keyOf(item)}
                value={keyOf(item)}
                onSelect={() => onPick(item)}
                className="flex min-h-10 cursor-default items-center gap-3 rounded-[8px] px-2 text-left data-[selected=true]:bg-copper-soft"
              >
                {children(item)}
              </Command.Item>
            ))}
          </>
        )}
      </Command.List>
    </Command>
  );
}
