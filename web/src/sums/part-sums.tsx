import { ccBand, CC_BANDS, dividerVolts, printOhms, printVolts, readMarking } from '@zebbit/core';
import { FigureField, TextField } from '../ui/field';
import { SumsPage } from './sums-page';
import { useInputs } from './use-inputs';
import { Working } from './working';

/** What is printed on a resistor. */
export function MarkingSum() {
  const { text, put } = useInputs();
  const mark = text('mark', '512').slice(0, 12);
  const readings = readMarking(mark);
  const [first, ...others] = readings;
  return (
    <SumsPage
      title="Marks on a resistor"
      picture={
        <Working
          answer={first ? printOhms(first.ohms) : 'Not read'}
          about={
            first
              ? `“${mark}” on a chip resistor${first.tolerancePercent === null ? '' : `, usually ${first.tolerancePercent} %`}`
              : `“${mark}” is none of the usual codes: a diode, a coil, or a maker’s own. The meter tells, with the power off.`
          }
          lines={[
            ...(first ? [first.working] : []),
            ...others.map((r) => `or ${printOhms(r.ohms)}: ${r.working}`),
          ]}
          source={
            first ? [...new Set(readings.map((r) => r.source))].join('; ') : 'IEC 60062, EIA-96, from memory'
          }
        />
      }
    >
      <TextField
        label="What is printed on it"
        value={mark}
        limit={12}
        placeholder="512, 4R7, 01C"
        onCommit={(t) => put({ mark: t.trim() })}
      />
      <p className="text-second text-ink2">
        Three or four digits, a letter in place of the point, or two digits and a letter. A value that counts
        is measured as well, with one end lifted.
      </p>
    </SumsPage>
  );
}

/** Two resistors between a supply and ground, and what a CC pin reads by it. */
export function DividerSum() {
  const { figure, put } = useInputs();
  const supply = figure('v', 5, 0, 60);
  const upper = figure('up', 56_000, 0.01, 1e9);
  const lower = figure('low', 5100, 0.01, 1e9);
  const volts = dividerVolts(supply, upper, lower);
  const band = ccBand(volts);
  return (
    <SumsPage
      title="Divider, and CC of type C"
      picture={
        <Working
          answer={printVolts(volts)}
          about={`As a CC pin of a device: ${band.words}`}
          stop={band.key === 'over'}
          lines={[
            `${printVolts(supply)} × ${printOhms(lower)} ÷ (${printOhms(upper)} + ${printOhms(lower)})`,
            ...CC_BANDS.map((b) => (
              <span key={b.key} className={b.key === band.key ? 'font-bold' : 'text-ink2'}>
                {b.most === Infinity
                  ? `over ${b.least.toFixed(2)} V`
                  : `${b.least.toFixed(2)} to ${b.most.toFixed(2)} V`}
                : {b.words}
              </span>
            )),
          ]}
          source="Ohm’s law; volts on CC of a device with 5.1 kΩ: USB Type-C specification, from memory."
        />
      }
    >
      <FigureField label="Supply" kind="voltage" shown={printVolts(supply)} onFigure={(v) => put({ v })} />
      <FigureField
        label="Upper resistor"
        kind="resistance"
        shown={printOhms(upper)}
        onFigure={(up) => put({ up })}
      />
      <FigureField
        label="Lower resistor"
        kind="resistance"
        shown={printOhms(lower)}
        onFigure={(low) => put({ low })}
      />
      <p className="text-second text-ink2">
        A source pulls up with 56 kΩ, 22 kΩ or 10 kΩ to 5 V; the device pulls down with 5.1 kΩ.
      </p>
    </SumsPage>
  );
}
