import { useId } from 'react';
import { lazyChart } from '../../ui/lazy-chart';
import { useSaveWorkshop } from '../../api/workshop';
import { Select } from '../../ui/select';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import { useProbe } from '../../desk/desk-context';
import { useAloud, useLocalVoice } from './read-aloud';
import { useSureHistory } from './use-sure-history';

/** Charts come when the first one is wanted. */
const LineChart = lazyChart(() => import('../../ui/line-chart').then((m) => m.LineChart), 'h-40');

const LEVELS = [0.9, 0.95, 0.97, 0.99] as const;

/** How sure it became after each probe, and how sure it has to be. */
export function SureSection() {
  const { view } = useJob();
  const history = useSureHistory();
  const save = useSaveWorkshop();
  const { optional, setOptional } = useProbe();
  const wanted = useId();
  const voice = useLocalVoice();
  const { on, toggle } = useAloud();
  const { record } = view.workshop;
  return (
    <SlipSection title="How sure">
      {history && history.names.length > 0 && (history.chances[0]?.length ?? 0) > 1 ? (
        <LineChart
          label="How sure after each probe"
          steps={history.steps}
          names={history.names}
          rows={history.chances}
          level={record.sureAt}
        />
      ) : (
        <p className="text-ink2">It shows here how each probe made it surer.</p>
      )}
      <div className="mt-2 flex items-center justify-between gap-3">
        <span id={wanted}>Sure enough from</span>
        <Select
          aria-labelledby={wanted}
          className="figure"
          value={String(record.sureAt)}
          options={[...new Set([...LEVELS, record.sureAt])]
            .sort()
            .map((level) => [String(level), `${Math.round(level * 1000) / 10} %`] as const)}
          onPick={(level) => save.mutate({ ...record, sureAt: Number(level) })}
        />
      </div>
      <Tick checked={optional} onChange={() => setOptional(!optional)}>
        Trace what the device can do without, too
      </Tick>
      {voice && (
        <Tick checked={on} onChange={toggle}>
          Read the next probe aloud
        </Tick>
      )}
    </SlipSection>
  );
}
