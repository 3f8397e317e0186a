import { nearestAwg } from '../material/wire-gauge';

const STEPS: readonly (readonly [number, string])[] = [
  [1e6, 'M'],
  [1e3, 'k'],
  [1, ''],
  [1e-3, 'm'],
  [1e-6, 'µ'],
  [1e-9, 'n'],
  [1e-12, 'p'],
];

/** Rounds to significant figures without exponent notation and without trailing noise. */
export function significant(value: number, figures = 3): string {
  if (!Number.isFinite(value)) throw new RangeError(`cannot print ${String(value)}`);
  if (value === 0) return '0';
  const rounded = Number(value.toPrecision(figures));
  const decimals = Math.max(0, figures - 1 - Math.floor(Math.log10(Math.abs(rounded))));
  return rounded.toFixed(Math.min(decimals, 12));
}

function engineering(value: number, unit: string, smallest: number): string {
  if (value === 0) return `0 ${unit}`;
  const magnitude = Math.abs(Number(value.toPrecision(3)));
  const step =
    STEPS.find(([factor]) => magnitude >= factor && factor >= smallest) ??
    STEPS.findLast(([f]) => f >= smallest);
  const [factor, prefix] = step ?? [1, ''];
  return `${significant(value / factor)} ${prefix}${unit}`;
}

/** `4700` prints as `4.70 kΩ`, `0.24` as `0.240 Ω` (as meters show it), `0.026` as `26.0 mΩ`. */
export const printOhms = (value: number): string => engineering(value, 'Ω', value >= 0.1 ? 1 : 1e-3);
/** `0.582` prints as `582 mV`, `5.02` as `5.02 V`. */
export const printVolts = (value: number): string => engineering(value, 'V', 1e-3);
/** `0.45` prints as `450 mA`. */
export const printAmps = (value: number): string => engineering(value, 'A', 1e-6);
/** `1e-7` prints as `100 nF`. */
export const printFarads = (value: number): string => engineering(value, 'F', 1e-12);

/** Millimetres with the same length in mil: `0.650 mm (25.6 mil)`. */
export function printLength(mm: number): string {
  return `${significant(mm)} mm (${significant(mm / 0.0254)} mil)`;
}

/** Wire by diameter with the nearest gauge: `0.100 mm (≈38 AWG)`. */
export function printWire(mm: number): string {
  return `${significant(mm, 2)} mm (≈${nearestAwg(mm)} AWG)`;
}

/** Temperature on both scales: `370 °C (698 °F)`. */
export function printTemperature(degreesC: number): string {
  return `${Math.round(degreesC)} °C (${Math.round((degreesC * 9) / 5 + 32)} °F)`;
}
