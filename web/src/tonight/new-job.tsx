import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useNewJob } from '../api/jobs';
import { Button } from '../ui/button';
import { Dialog } from '../ui/dialog';
import { Field } from '../ui/field';

/** Asks for the one thing a job cannot do without. */
export function NewJob({
  open,
  onOpenChange,
}: {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}) {
  const navigate = useNavigate();
  const create = useNewJob();
  const [name, setName] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const submit = (): void => {
    if (name.trim() === '') {
      setFault('Device: what is it that broke?');
      return;
    }
    create.mutate(
      { name: name.trim() },
      {
        onSuccess: (job) => {
          onOpenChange(false);
          setName('');
          void navigate(`/jobs/${job.id}/take-in`);
        },
      },
    );
  };
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="New job"
      about="What broke? The rest is asked at the bench."
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          submit();
        }}
        className="flex flex-col gap-4"
      >
        <Field
          label="Device"
          hint="As you would call it on a label: tide clock, museum handset 14"
          error={fault ?? create.error?.message}
        >
          {(ids) => (
            <input
              {...ids}
              // The one field: the cursor is in it at once.
              autoFocus
              value={name}
              onChange={(e) => {
                setName(e.target.value);
                setFault(null);
              }}
              maxLength={80}
              autoComplete="off"
              className="min-h-12 w-full rounded-[10px] border border-line bg-sheet px-3 text-[18px]"
            />
          )}
        </Field>
        <div className="flex justify-end gap-2">
          <Button onClick={() => onOpenChange(false)}>Not now</Button>
          <Button tone="main" type="submit" disabled={create.isPending}>
            Take it in
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
