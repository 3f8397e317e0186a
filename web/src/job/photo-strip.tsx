import type { PhotoUse } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import { useJob } from '../desk/job-context';

/** The job's photos of one use, small. */
export function PhotoStrip({ use }: { readonly use: PhotoUse }) {
  const { bundle } = useJob();
  const photos = bundle.photos.filter((p) => p.use === use);
  if (photos.length === 0) return null;
  return (
    <ul className="flex flex-wrap gap-3">
      {photos.map((p, i) => (
        <li key={`${p.id}${i}`}>
          <a href={routes.photo(p.id)} target="_blank" rel="noreferrer">
            <img
              src={routes.photo(p.id)}
              alt={p.caption || `photo ${i + 1}`}
              className="h-28 rounded-[10px] border border-line object-cover"
            />
          </a>
        </li>
      ))}
    </ul>
  );
}
