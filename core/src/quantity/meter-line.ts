import type { MeterEntry, MeterMode } from './meter-entry';

/** What SCPI instruments answer on over-range: 9.9E37 and above (SCPI-99 volume 1, 7.2.1, from memory). */
const OVER_RANGE = 9e37;
const NUMBER = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*([a-zµμΩΩ%]*)$/iu;
const SCALE: Readonly<Record<string, number>> = {
  '': 1,
  ohm: 1,
  ohms: 1,
  Ω: 1,
  kohm: 1e3,
  kΩ: 1e3,
  mohm: 1e6,
  MΩ: 1e6,
  v: 1,
  vdc: 1,
  mv: 1e-3,
};
/** No hand or bench meter answers with a longer line. */
const LONGEST = 64;

/**
 * Reads one line of a meter on a wire: a number, with or without its unit, or an over-range word. Garbage is refused with the line in the
 * message, and nothing is kept of it.
 */
export function readMeterLine(line: string, mode: MeterMode): MeterEntry {
  const text = line.trim();
  const refuse = (why: string): MeterEntry => ({
    ok: false,
    message: `The meter sent “${text.slice(0, 40)}”: ${why}`,
  });
  if (mode === 'seen') return refuse('a meter has no eye');
  if (text.length > LONGEST) return refuse('too long for a reading');
  if (/^[+-]?(ol|o\.l\.?|over|ovld|ovrflw|inf)/iu.test(text))
    return { ok: true, shown: { shown: mode === 'continuity' ? 'open' : 'over', value: null } };
  const found = NUMBER.exec(text);
  if (!found) return refuse('not a reading');
  const unit = found[2] ?? '';
  const scale = SCALE[unit] ?? SCALE[unit.toLowerCase()];
  if (scale === undefined) return refuse(`the unit ${unit} is not one of this mode`);
  const value = Number(found[1]) * scale;
  if (Math.abs(value) >= OVER_RANGE)
    return { ok: true, shown: { shown: mode === 'continuity' ? 'open' : 'over', value: null } };
  if (!Number.isFinite(value)) return refuse('not a finite number');
  if ((mode === 'ohms' || mode === 'continuity') && value < -0.5) return refuse('ohms below 0');
  if (mode === 'diode' && value > 4) return refuse('no diode drops so much');
  // A figure a hair under 0 is a meter that was zeroed on its leads.
  const clean = mode === 'volts' ? value : Math.max(0, value);
  return { ok: true, shown: { shown: 'value', value: clean } };
}
