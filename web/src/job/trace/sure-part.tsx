import { useSaveWorkshop } from '../../api/workshop';
import { LineChart } from '../../ui/line-chart';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { SlipPart } from '../slip';
import { useProbe } from '../../desk/desk-context';
import { useAloud, useLocalVoice } from './read-aloud';
import { useSureHistory } from './use-sure-history';

const LEVELS = [0.9, 0.95, 0.97, 0.99] as const;

/** How sure it became after each probe, and how sure it has to be. */
export function SurePart() {
  const { view } = useJob();
  const history = useSureHistory();
  const save = useSaveWorkshop();
  const { optional, setOptional } = useProbe();
  const voice = useLocalVoice();
  const { on, toggle } = useAloud();
  const { record } = view.workshop;
  return (
    <SlipPart title="How sure">
      {history && history.names.length > 0 && (history.chances[0]?.length ?? 0) > 1 ? (
        <LineChart
          label="How sure after each probe"
          names={history.names}
          rows={history.chances}
          level={record.sureAt}
        />
      ) : (
        <p className="text-ink2">It shows here how each probe made it surer.</p>
      )}
      <label className="mt-2 flex items-center justify-between gap-3">
        Sure enough from
        <select
          value={record.sureAt}
          onChange={(e) => save.mutate({ ...record, sureAt: Number(e.target.value) })}
          className="figure min-h-9 rounded-[8px] border border-line bg-sheet px-2"
        >
          {[...new Set([...LEVELS, record.sureAt])].sort().map((level) => (
            <option key={level} value={level}>
              {Math.round(level * 1000) / 10} %
            </option>
          ))}
        </select>
      </label>
      <Tick checked={optional} onChange={() => setOptional(!optional)}>
        Trace what the device can do without, too
      </Tick>
      {voice && (
        <Tick checked={on} onChange={toggle}>
          Read the next probe aloud
        </Tick>
      )}
    </SlipPart>
  );
}
