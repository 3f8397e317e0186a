import { TriangleAlert } from 'lucide-react';
import { powerCautions } from '@zebbit/core';
import { useJob } from '../desk/job-context';

/** What stands at every step that powers the device: mains, laser, heater, bright lamp. */
export function PowerCautions() {
  const { documents } = useJob();
  const cautions = powerCautions(documents.intake.traits);
  if (cautions.length === 0) return null;
  return (
    <ul aria-label="Cautions under power" className="flex flex-col gap-2">
      {cautions.map((c) => (
        <li key={c.code} className="flex gap-2 rounded-[10px] bg-stop-soft p-2.5 text-second text-stop">
          <TriangleAlert aria-hidden className="mt-0.5 size-4 shrink-0" />
          <span>
            <b>{c.title}.</b> {c.instead}
          </span>
        </li>
      ))}
    </ul>
  );
}
