import { Link } from 'react-router';
import { routes } from '@zebbit/contract';
import { KIND_SHEETS, ownerPage } from '@zebbit/core';
import { useJob } from '../../desk/job-context';
import { Lines, Part, Sheet } from './sheet';

/** The page that goes back with the device, in its owner's words; what is for the bench stands on a page of its own. */
export function HandBack() {
  const { bundle, documents, view } = useJob();
  const { intake, closing, match } = documents;
  const page = ownerPage(view);
  const { verdict, untested } = view.prove;
  return (
    <Sheet
      label="Hand-back page"
      links={
        <Link
          className="font-semibold text-ink2 underline underline-offset-4"
          to={`/jobs/${bundle.id}/bench-sheet`}
        >
          The page for the bench
        </Link>
      }
      corner={
        <p className={verdict === 'proved' ? 'font-bold text-ok' : 'font-bold text-stop'}>
          {verdict !== 'proved'
            ? 'Not proved'
            : untested.length > 0
              ? `Proved, but for ${untested.length} not tested`
              : view.checks.some((c) => c.powered)
                ? 'Proved, unpowered and powered'
                : 'Proved, unpowered'}
        </p>
      }
    >
      <Part title="What was wrong">{closing.wrong || intake.happenedNote || 'Not written yet.'}</Part>
      <Part title="What was done">
        {intake.kinds.length > 0 && (
          <p>
            <b>{intake.kinds.map((k) => KIND_SHEETS[k].words).join(', ')}.</b>
          </p>
        )}
        {closing.done}
        <Lines rows={page.done} />
      </Part>
      <Part title="What it was seen to do">
        {page.proved.length > 0 ? <Lines rows={page.proved} /> : 'It was not tried yet.'}
      </Part>
      {page.untested.length > 0 && (
        <Part title="What could not be tested">
          <Lines rows={page.untested} />
        </Part>
      )}
      <Part title="Parts">
        {[match.part, closing.parts, closing.minutes === null ? '' : `${closing.minutes} min of work`]
          .filter(Boolean)
          .join('; ') || 'None.'}
      </Part>
      <Part title="What to watch">
        <Lines rows={[...(closing.watch ? [closing.watch] : []), ...page.care]} />
      </Part>
      {bundle.photos.length > 0 && (
        <Part title="Photos">
          <div className="grid grid-cols-3 gap-3">
            {bundle.photos.map((p, i) => (
              <figure key={`${p.id}${i}`} className="break-inside-avoid">
                <img
                  src={routes.photo(p.id)}
                  alt={p.caption}
                  className="max-h-[52mm] w-full rounded-[8px] border border-line object-contain"
                />
                <figcaption className="text-[12px] text-ink2">{p.caption}</figcaption>
              </figure>
            ))}
          </div>
        </Part>
      )}
    </Sheet>
  );
}
