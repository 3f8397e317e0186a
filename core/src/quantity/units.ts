/**
 * Branded numbers: a function that wants ohms cannot be handed millimetres.
 * A brand is made only by the constructor of its unit, which refuses NaN and infinities.
 */
declare const unit: unique symbol;
export type Quantity<U extends string> = number & { readonly [unit]: U };

export type Ohms = Quantity<'ohm'>;
export type Volts = Quantity<'volt'>;
export type Amps = Quantity<'ampere'>;
export type Millimetres = Quantity<'millimetre'>;
export type Celsius = Quantity<'celsius'>;
export type Kelvins = Quantity<'kelvin'>;
export type Seconds = Quantity<'second'>;
export type Farads = Quantity<'farad'>;

function brand<U extends string>(name: U): (value: number) => Quantity<U> {
  return (value) => {
    if (!Number.isFinite(value)) throw new RangeError(`${name} wants a finite number, got ${String(value)}`);
    return value as Quantity<U>;
  };
}

/** Electrical resistance in ohms. Throws RangeError on NaN and infinities, as do all constructors here. */
export const ohms = brand('ohm');
/** Electric potential difference in volts. */
export const volts = brand('volt');
/** Electric current in amperes. */
export const amps = brand('ampere');
/** Length in millimetres. */
export const millimetres = brand('millimetre');
/** Temperature in degrees Celsius. */
export const celsius = brand('celsius');
/** Temperature difference in kelvins. */
export const kelvins = brand('kelvin');
/** Duration in seconds. */
export const seconds = brand('second');
/** Capacitance in farads. */
export const farads = brand('farad');
