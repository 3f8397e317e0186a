import { Link } from 'react-router';
import { useJob } from '../desk/job-context';
import { usePlate } from '../desk/desk-context';

/** What a station says where a face has no picture. */
export function NoPicture() {
  const { bundle } = useJob();
  const face = usePlate((s) => s.face);
  return (
    <div className="rounded-[14px] bg-sheet p-5 text-ink">
      <p className="mb-2">The {face} face has no picture yet.</p>
      <Link
        to={`/jobs/${bundle.id}/look-over`}
        className="font-semibold text-copper underline underline-offset-4"
      >
        Add one under Look over
      </Link>
    </div>
  );
}
