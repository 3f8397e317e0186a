import { useJob } from '../desk/job-context';

/** Says on the desk that a wait of its job is over; one undo takes it back. */
export function useEndOwn(): (waitId: string) => void {
  const { edit } = useJob();
  return (waitId) =>
    edit('waits', (d) => {
      const mine = d.waits.find((w) => w.id === waitId);
      if (mine) mine.endedAt = new Date().toISOString();
    });
}
