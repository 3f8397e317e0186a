import { Link } from 'react-router';
import {
  FACES,
  PAD_STATE_WORDS,
  planSvg,
  printTemperature,
  printWire,
  REPAIR_WORDS,
  TIP_SHEETS,
  wireList,
} from '@zebbit/core';
import { useJob } from '../../desk/job-context';
import { resultWords } from '../prove/prove';
import { readingWords } from '../trace/reading-list';
import { Lines, Part, Sheet, Table } from './sheet';

/** The page that stays at the bench: pin by pin, wires and their ways, readings before and after, how the board took heat, cautions. */
export function BenchSheet() {
  const { bundle, documents, view } = useJob();
  const wires = wireList(view.plans);
  const repaired = view.plans.filter((p) => p.repair.kind !== 'leave');
  const name = (id: string): string =>
    view.trace.byId.get(id)?.label ?? documents.board.spots.find((p) => p.id === id)?.name ?? id;
  const before = bundle.readings.filter((r) => !r.struck);
  const after = view.prove.checks.filter((c) => c.result !== null && c.verdict !== null);
  const { notes } = documents.rebuild.heat;
  const pictures =
    wires.length === 0
      ? []
      : FACES.flatMap((face) => planSvg(documents.board, view.plans, view.outline, face) ?? []);
  return (
    <Sheet
      label="Bench page"
      links={
        <Link
          className="font-semibold text-ink2 underline underline-offset-4"
          to={`/jobs/${bundle.id}/hand-back`}
        >
          The page for its owner
        </Link>
      }
      corner={<p className="font-bold">for the bench</p>}
    >
      <Part title="Pin by pin" long>
        {repaired.length === 0 ? (
          'Nothing was built at the pins.'
        ) : (
          <Lines
            rows={repaired.map(
              (p) =>
                `${p.row.pin.label}: ${PAD_STATE_WORDS[p.row.pin.pin.state]}, ${REPAIR_WORDS[p.repair.kind]}${
                  p.repair.kind === 'jumper' ? ` to ${p.repair.landing.label}` : ''
                }${p.built ? '' : ' (not built)'}`,
            )}
          />
        )}
      </Part>
      {wires.length > 0 && (
        <Part title="Wires">
          <Table
            rows={wires.map((w) => [
              `${w.pin} to ${w.to}`,
              `${printWire(w.wireMm)}${w.cutMm === null ? '' : `, ${w.cutMm.toFixed(1)} mm`}`,
            ])}
            none=""
          />
          <div className="mt-2 flex flex-wrap gap-4">
            {pictures.map((svg) => (
              // Made by the core from figures; every word in it is escaped there.
              <div
                key={svg}
                className="break-inside-avoid bg-white"
                dangerouslySetInnerHTML={{ __html: svg }}
              />
            ))}
          </div>
        </Part>
      )}
      {notes.length > 0 && (
        <Part title="How it took heat">
          <Lines
            rows={notes.map(
              (n) =>
                `${n.tip === null ? 'hot air' : TIP_SHEETS[n.tip].name} at ${printTemperature(n.celsius)}${n.leaded ? ', leaded solder in it' : ''}: ${n.melted ? 'molten after' : 'not molten after'} ${n.seconds} s`,
            )}
          />
        </Part>
      )}
      <div className="grid grid-cols-2 gap-6">
        <Part title="Readings before" long>
          <Table
            rows={before.map((r) => [`${name(r.red)} – ${name(r.black)}`, readingWords(r)])}
            none="None taken."
          />
        </Part>
        <Part title="Readings after" long>
          <Table
            rows={after.map((c) => [c.check.title, c.result ? resultWords(c, c.result) : ''])}
            none="None taken."
          />
        </Part>
      </div>
      {view.cautions.length > 0 && (
        <Part title="Cautions at the bench">
          <Lines rows={view.cautions.map((c) => `${c.title}: ${c.instead}`)} />
        </Part>
      )}
    </Sheet>
  );
}
