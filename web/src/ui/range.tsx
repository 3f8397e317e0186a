import { Slider } from 'radix-ui';

/** A share from 0 to 1, set by sliding or by the arrow keys. */
export function Range({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
}) {
  return (
    <Slider.Root
      min={0}
      max={1}
      step={0.05}
      value={[value]}
      onValueChange={([v]) => {
        if (v !== undefined) onChange(v);
      }}
      className="relative flex h-9 w-24 items-center"
    >
      <Slider.Track className="relative h-1.5 flex-1 rounded-full bg-line">
        <Slider.Range className="absolute h-full rounded-full bg-copper" />
      </Slider.Track>
      <Slider.Thumb
        aria-label={label}
        className="block size-5 rounded-full border-2 border-copper bg-sheet shadow"
      />
    </Slider.Root>
  );
}
