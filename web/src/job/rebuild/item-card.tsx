import type { BuildLine, WorkItem } from '@zebbit/core';
import { itemOption, KIT_SHEETS } from '@zebbit/core';
import { TextField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import { OptionList } from './option-list';
import { StepRun } from './step-run';
import type { LineAtHand } from './use-line';

/** A line of the plan that is no pin: its act at hand, its ways, and that it is done. */
export function ItemCard({ line, hand }: { readonly line: BuildLine; readonly hand: LineAtHand }) {
  const { view } = useJob();
  const item = view.items.find((i) => i.id === line.id) ?? null;
  const waits = item?.waitsFor ?? null;
  const { procedure } = hand;
  const done = hand.done[hand.at] === true;
  const schooled = line.id === 'off' || line.id === 'fit';
  const next = hand.at === hand.done.indexOf(false);
  return (
    <SlipSection title={line.title} corner={schooled ? (procedure?.school ?? undefined) : undefined}>
      {item?.id === 'part' && <PartFields />}
      {waits !== null ? (
        <p className="text-second text-ink2">{`First: ${waits}.`}</p>
      ) : !view.battery.open ? (
        <p className="py-2 text-second font-semibold text-stop">{view.battery.message}</p>
      ) : (
        <>
          {procedure && (schooled || !next) && procedure.why !== '' && (
            <p className="mb-2 text-ink2">{procedure.why}</p>
          )}
          <StepRun hand={hand} />
          <Tick checked={done} onChange={hand.tick}>
            {line.title}
          </Tick>
        </>
      )}
      {item && <Ways item={item} hand={hand} />}
      {line.id === 'row' && <RowPins />}
    </SlipSection>
  );
}

/** The schools of taking off and fitting, or the ways to do any other act. */
function Ways({ item, hand }: { readonly item: WorkItem; readonly hand: LineAtHand }) {
  const { view, edit } = useJob();
  const lacking = (key: string): string[] =>
    (item.options.find((o) => o.key === key)?.lacks ?? []).map((t) => KIT_SHEETS[t].name);
  const schools = hand.procedure?.schools ?? [];
  if (item.id === 'off' || item.id === 'fit') {
    const field = item.id === 'off' ? 'removal' : 'fitting';
    return (
      <OptionList
        options={schools.map((s) => ({
          key: s.id,
          title: s.title,
          why: '',
          minutes: item.options.find((o) => o.key === s.id)?.minutes ?? 0,
          success: item.options.find((o) => o.key === s.id)?.success ?? 0,
          loses: null,
          lacks: lacking(s.id),
          level: 'fine',
          reasons: [],
        }))}
        chosen={schools.find((s) => s.title === hand.procedure?.school)?.id ?? null}
        proposed={schools.find((s) => s.recommended)?.id ?? null}
        onChoose={(key) => edit('rebuild', (d) => void (d[field] = key))}
      />
    );
  }
  return (
    <OptionList
      options={item.options.map((o) => ({ ...o, lacks: lacking(o.key), level: 'fine', reasons: [] }))}
      chosen={itemOption(view, item)}
      proposed={item.options[0]?.key ?? null}
      onChoose={(key) =>
        edit('rebuild', (d) => {
          d.itemChoices = [
            ...d.itemChoices.filter((c) => c.itemId !== item.id),
            { itemId: item.id, option: key },
          ];
        })
      }
    />
  );
}

/** Pins that stand on pads of their own. */
function RowPins() {
  const { view } = useJob();
  const pins = view.plans.filter((p) => p.repair.kind === 'leave' || p.repair.kind === 'reflow');
  return (
    <ul className="mt-2 text-second text-ink2">
      {pins.map((p) => (
        <li key={p.row.pin.id}>
          <span className="font-semibold text-ink">{p.row.pin.label}</span>: {p.repair.why}
        </li>
      ))}
    </ul>
  );
}

/** What has to be known of a part before it is heated. */
function PartFields() {
  const { documents, edit } = useJob();
  const { part } = documents.rebuild;
  return (
    <div className="mb-3 grid grid-cols-2 gap-3">
      <TextField
        label="The part: its marking"
        value={part.marking}
        placeholder="107 6K, or BL-5 cell"
        onCommit={(marking) => edit('rebuild', (d) => void (d.part.marking = marking.trim()))}
      />
      <TextField
        label="Its package"
        limit={80}
        value={part.package}
        placeholder="six legs, 3 by 1.6 mm"
        onCommit={(words) => edit('rebuild', (d) => void (d.part.package = words))}
      />
      <div className="col-span-2">
        <TextField
          label="Which way round it sat"
          limit={200}
          value={part.pins}
          placeholder="dot towards the port"
          onCommit={(pins) => edit('rebuild', (d) => void (d.part.pins = pins))}
        />
      </div>
    </div>
  );
}
