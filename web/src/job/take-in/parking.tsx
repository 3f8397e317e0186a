import { Button } from '../../ui/button';
import { TextField } from '../../ui/field';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';

/** A job that cannot go on is parked, with the reason; it is taken up again by a press. */
export function Parking() {
  const { documents, edit } = useJob();
  const { parked } = documents.intake;
  return (
    <SlipSection title={parked === null ? 'Cannot go on?' : 'Parked'}>
      {parked === null ? (
        <Button onClick={() => edit('intake', (d) => void (d.parked = ''))}>Park this job</Button>
      ) : (
        <div className="flex flex-col gap-3">
          <TextField
            label="Why it is parked"
            limit={500}
            value={parked}
            onCommit={(why) => edit('intake', (d) => void (d.parked = why))}
          />
          <Button tone="main" onClick={() => edit('intake', (d) => void (d.parked = null))}>
            Take it up again
          </Button>
        </div>
      )}
    </SlipSection>
  );
}
