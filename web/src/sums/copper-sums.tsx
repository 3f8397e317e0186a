import {
  awgDiameter,
  millimetres,
  nearestAwg,
  ONE_OUNCE_MM,
  onderdonkFusingCurrent,
  preeceFusingCurrent,
  printAmps,
  printLength,
  printOhms,
  printTemperature,
  printVolts,
  printWire,
  trackCurrent,
  wireResistance,
  kelvins,
  seconds,
} from '@zebbit/core';
import { FigureField, SelectField } from '../ui/field';
import { SumsPage } from './sums-page';
import { useInputs } from './use-inputs';
import { Working } from './working';

/** A share of the current at which it melts that a wire is given at most (common practice). */
const FUSE_SHARE = 0.25;

/** A copper wire: its ohms, what is lost on it, and from when on it melts. */
export function WireSum() {
  const { figure, put } = useInputs();
  const d = figure('d', 0.1, 0.005, 12);
  const long = figure('long', 20, 0.1, 10_000);
  const amps = figure('a', 0.5, 0, 100);
  const ohms = wireResistance(millimetres(d), millimetres(long));
  const melts = preeceFusingCurrent(millimetres(d));
  const burst = onderdonkFusingCurrent(millimetres(d), seconds(0.1));
  const much = amps > melts * FUSE_SHARE;
  return (
    <SumsPage
      title="A wire"
      picture={
        <Working
          answer={printVolts(amps * ohms)}
          about={
            much
              ? `are lost, and ${printAmps(amps)} is more than a quarter of what melts it in free air: take a thicker one`
              : `are lost on it at ${printAmps(amps)}, of 5 V that is ${((100 * amps * ohms) / 5).toFixed(1)} %`
          }
          stop={much}
          lines={[
            `${printWire(d)}, ${printLength(long)} of copper at 20 °C: ${printOhms(ohms)}`,
            `${printAmps(amps)} × ${printOhms(ohms)} = ${printVolts(amps * ohms)}`,
            `gives off ${(1000 * amps * amps * ohms).toFixed(1)} mW as heat`,
            `melts in free air from about ${printAmps(melts)}; for a tenth of a second it bears up to ${printAmps(burst)}`,
          ]}
          source="Resistance of copper by its diameter; fusing after Preece and after Onderdonk, from memory. A wire under mask or glue bears less air and more board."
        />
      }
    >
      <FigureField
        label="Wire"
        kind="wire"
        shown={printWire(d)}
        hint="0.1mm, 38AWG, 4mil"
        onFigure={(v) => put({ d: v })}
      />
      <FigureField
        label="Length"
        kind="length"
        shown={printLength(long)}
        onFigure={(v) => put({ long: v })}
      />
      <FigureField label="Current" kind="current" shown={printAmps(amps)} onFigure={(v) => put({ a: v })} />
    </SumsPage>
  );
}

/** A track of a board: what it carries. */
export function TrackSum() {
  const { text, figure, put } = useInputs();
  const width = figure('w', 0.3, 0.01, 100);
  const ounces = figure('oz', 1, 0.1, 6);
  const rise = figure('rise', 10, 1, 100);
  const layer = text('on', 'outer') === 'inner' ? 'inner' : 'outer';
  const carries = trackCurrent(millimetres(width), millimetres(ounces * ONE_OUNCE_MM), kelvins(rise), layer);
  return (
    <SumsPage
      title="A track"
      picture={
        <Working
          answer={printAmps(carries)}
          about={`for ${rise} K (${(rise * 1.8).toFixed(0)} °F) above the board, ${layer === 'outer' ? 'on a face' : 'inside'}`}
          lines={[
            `${printLength(width)} × ${(ounces * ONE_OUNCE_MM * 1000).toFixed(0)} µm = ${((width / 0.0254) * ((ounces * ONE_OUNCE_MM) / 0.0254)).toFixed(1)} square mils`,
            `${layer === 'outer' ? '0.048' : '0.024'} × ${rise}^0.44 × ${((width / 0.0254) * ((ounces * ONE_OUNCE_MM) / 0.0254)).toFixed(1)}^0.725`,
          ]}
          source="IPC-2221, from memory: a fit to old measurements, on the safe side for short tracks."
        />
      }
    >
      <FigureField label="Width" kind="length" shown={printLength(width)} onFigure={(v) => put({ w: v })} />
      <SelectField
        label="Copper"
        value={String(ounces)}
        options={[
          ['0.5', 'half an ounce, 17 µm'],
          ['1', 'one ounce, 35 µm'],
          ['2', 'two ounces, 70 µm'],
        ]}
        onPick={(v) => put({ oz: v })}
      />
      <SelectField
        label="May warm by"
        value={String(rise)}
        options={[5, 10, 20, 40].map((k) => [String(k), `${k} K`] as const)}
        onPick={(v) => put({ rise: v })}
      />
      <SelectField
        label="Where"
        value={layer}
        options={[
          ['outer', 'on a face'],
          ['inner', 'inside the board'],
        ]}
        onPick={(v) => put({ on: v })}
      />
    </SumsPage>
  );
}

/** One length and one temperature in the units of the bench. */
export function UnitsSum() {
  const { figure, put } = useInputs();
  const long = figure('mm', 0.65, 0, 10_000);
  const hot = figure('c', 370, -273, 1000);
  const gauge = long > 0.005 && long < 12 ? nearestAwg(long) : null;
  return (
    <SumsPage
      title="Units and gauges"
      picture={
        <Working
          answer={printLength(long)}
          about={`${(long / 25.4).toFixed(4)} in`}
          lines={[
            `${(long / 0.0254).toFixed(1)} mil, ${(long * 1000).toFixed(0)} µm`,
            ...(gauge === null
              ? []
              : [`as a wire: nearest to AWG ${gauge}, which is ${awgDiameter(gauge).toFixed(3)} mm`]),
            printTemperature(hot),
          ]}
          source="An inch is 25.4 mm; AWG by ASTM B258: 0.127 mm at 36, and each step the 39th root of 92; °F = °C × 9 ÷ 5 + 32."
        />
      }
    >
      <FigureField
        label="Length"
        kind="length"
        shown={printLength(long)}
        hint="0.65mm, 26mil, 0.1in"
        onFigure={(v) => put({ mm: v })}
      />
      <FigureField
        label="Wire"
        kind="wire"
        shown={printWire(long)}
        hint="32AWG"
        onFigure={(v) => put({ mm: v })}
      />
      <FigureField
        label="Temperature"
        kind="temperature"
        shown={`${hot} °C`}
        hint="370C, 700F"
        onFigure={(v) => put({ c: v })}
      />
    </SumsPage>
  );
}
