import { TextField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';

/** The acts beside the pins: legs, a part, the wires of a cord, the steps of the fitting. */
export function ItemList() {
  const { view, documents, edit } = useJob();
  const { part, itemsDone } = documents.rebuild;
  if (view.items.length === 0) return null;
  return (
    <SlipSection title="Act by act">
      {view.needs.part && (
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
      )}
      {view.items.map((i) =>
        i.waitsFor === null && view.battery.open ? (
          <Tick
            key={i.id}
            checked={itemsDone.includes(i.id)}
            note={i.why}
            onChange={(on) =>
              edit(
                'rebuild',
                (d) =>
                  void (d.itemsDone = on ? [...d.itemsDone, i.id] : d.itemsDone.filter((k) => k !== i.id)),
              )
            }
          >
            {i.title}
          </Tick>
        ) : (
          <p key={i.id} className="py-2">
            <b>{i.title}</b>
            <span className="block text-second text-ink2">
              {i.waitsFor === null ? view.battery.open || view.battery.message : `First: ${i.waitsFor}.`}
            </span>
          </p>
        ),
      )}
    </SlipSection>
  );
}
