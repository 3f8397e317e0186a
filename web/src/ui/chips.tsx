import { Check } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';

interface ChipsProps<T extends string> {
  readonly label: string;
  readonly options: readonly (readonly [T, string])[];
}

const CHIP =
  'group inline-flex min-h-10 items-center gap-1.5 rounded-full border border-line bg-sheet px-3.5 font-medium text-ink hover:border-ink2 data-[state=on]:border-copper data-[state=on]:bg-copper-soft';

function Mark() {
  return (
    <Check aria-hidden className="hidden size-4 text-copper group-data-[state=on]:block" strokeWidth={3} />
  );
}

/** Any number of answers, each a chip with a tick when it holds. */
export function ChipsMany<T extends string>({
  label,
  options,
  value,
  onChange,
}: ChipsProps<T> & { readonly value: readonly T[]; readonly onChange: (value: T[]) => void }) {
  return (
    <ToggleGroup.Root
      type="multiple"
      aria-label={label}
      className="flex flex-wrap gap-2"
      value={[...value]}
      onValueChange={(v) => onChange(v as T[])}
    >
      {options.map(([key, words]) => (
        <ToggleGroup.Item key={key} value={key} className={CHIP}>
          <Mark />
          {words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

/** One answer; picking it again takes it back. */
export function ChipsOne<T extends string>({
  label,
  options,
  value,
  onChange,
}: ChipsProps<T> & { readonly value: T | null; readonly onChange: (value: T | null) => void }) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      className="flex flex-wrap gap-2"
      value={value ?? ''}
      onValueChange={(v) => onChange(v === '' ? null : (v as T))}
    >
      {options.map(([key, words]) => (
        <ToggleGroup.Item key={key} value={key} className={CHIP}>
          <Mark />
          {words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
