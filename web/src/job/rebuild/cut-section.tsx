import { Printer } from 'lucide-react';
import { Link } from 'react-router';
import { cutList, significant, wireColour, wireNeeded } from '@zebbit/core';
import { FigureField } from '../../ui/field';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';

/** What to cut, and the way to the page that prints it. */
export function CutSection() {
  const { bundle, view, documents, edit } = useJob();
  const list = cutList(view.plans);
  if (!view.plans.some((p) => p.repair.kind === 'jumper')) return null;
  return (
    <SlipSection
      title="To cut"
      corner={wireNeeded(list)
        .map((w) => `${w.total} of ${w.wire}`)
        .join(', ')}
    >
      <ul className="figure text-second">
        {list.map((l) => (
          <li key={l.pinId} className="flex items-center gap-2 py-0.5">
            <span
              aria-hidden
              className="inline-block h-2.5 w-6 rounded-full border border-ink2"
              style={{
                background: wireColour(
                  view.plans.find((p) => p.row.pin.id === l.pinId)?.row.pin.pin.function ?? 'unknown',
                ).hex,
              }}
            />
            <span className="flex-1">
              {l.from} to {l.to}
              {l.straight ? ', straight' : ''}
            </span>
            <span>{l.cutMm.toFixed(1)} mm</span>
          </li>
        ))}
      </ul>
      <div className="mt-3 flex items-end gap-4">
        <div className="w-40">
          <FigureField
            label="Tail at each end"
            kind="length"
            shown={`${significant(documents.rebuild.tailMm)} mm`}
            hint="to tin and solder"
            onFigure={(tailMm) => edit('rebuild', (d) => void (d.tailMm = Math.min(50, tailMm)))}
          />
        </div>
        <Link
          to={`/jobs/${bundle.id}/cut-list`}
          className="mb-6 inline-flex min-h-10 items-center gap-2 rounded-[11px] border border-line bg-sheet px-3.5 font-semibold hover:border-ink2"
        >
          <Printer aria-hidden className="size-4" /> Cut list, at true scale
        </Link>
      </div>
    </SlipSection>
  );
}
