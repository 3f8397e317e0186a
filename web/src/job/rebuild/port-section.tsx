import { jobPortOptions, significant } from '@zebbit/core';
import { useJob } from '../../desk/job-context';
import { Unfold } from '../../ui/unfold';
import { SlipSection } from '../slip';

/** Other ways for the whole port, weighed against the plan pin by pin. */
export function PortSection() {
  const { view } = useJob();
  const options = jobPortOptions(view);
  const [best] = options;
  if (!best) return null;
  return (
    <SlipSection title="The port as a whole">
      <p className="text-second text-ink2">
        <span className="font-semibold text-ink">{best.title}</span>: {best.why}; about{' '}
        <span className="figure">{Math.round(best.minutes)} min</span> of hands-on work,{' '}
        <span className="figure">{Math.round(best.success * 100)} %</span> to work at the first try.
      </p>
      <Unfold className="mt-1" words={`Other ways (${options.length - 1})`}>
        <ul className="mt-1">
          {options.slice(1).map((o) => (
            <li
              key={o.kind}
              className={`border-t border-line py-2 text-second ${o.feasible ? '' : 'text-ink2'}`}
            >
              <span className="flex justify-between gap-3">
                <span className="font-semibold">{o.title}</span>
                {o.feasible && (
                  <span className="figure shrink-0 text-ink2">
                    {significant(o.minutes, 2)} min · {Math.round(o.success * 100)} %
                  </span>
                )}
              </span>
              <span className="block text-ink2">
                {o.feasible ? '' : 'Not now: '}
                {o.why}
                {o.wait ? `; waits for ${o.wait}` : ''}
                {o.loses ? `; lost: ${o.loses}` : ''}
              </span>
            </li>
          ))}
        </ul>
        <p className="mt-1 text-second text-ink2">
          Which one it becomes is said with the button at the top of the job.
        </p>
      </Unfold>
    </SlipSection>
  );
}
