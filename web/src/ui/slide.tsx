import { Slider } from 'radix-ui';

/** A figure set by sliding, by a click on its track, or by the arrow keys. */
export function Slide({
  label,
  said,
  value,
  min,
  max,
  step,
  onChange,
  className = '',
}: {
  readonly label: string;
  /** The figure in words. */
  readonly said: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly onChange: (value: number) => void;
  readonly className?: string;
}) {
  return (
    <div className={className}>
      <p className="flex justify-between text-second">
        <span className="font-semibold text-ink2">{label}</span>
        <span className="figure font-bold">{said}</span>
      </p>
      <Slider.Root
        min={min}
        max={max}
        step={step}
        value={[value]}
        onValueChange={([v]) => {
          if (v !== undefined) onChange(v);
        }}
        className="relative flex h-8 w-full items-center"
      >
        <Slider.Track className="relative h-1.5 flex-1 rounded-full bg-line">
          <Slider.Range className="absolute h-full rounded-full bg-copper" />
        </Slider.Track>
        <Slider.Thumb
          aria-label={label}
          aria-valuetext={said}
          className="block size-5 rounded-full border-2 border-copper bg-sheet shadow"
        />
      </Slider.Root>
    </div>
  );
}
