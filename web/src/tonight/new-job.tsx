import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { NewJobDto } from '@zebbit/contract';
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
  const form = useForm<NewJobDto>({
    resolver: classValidatorResolver(NewJobDto),
    defaultValues: { name: '' },
  });
  const submit = form.handleSubmit((body) =>
    create.mutate(body, {
      onSuccess: (job) => {
        onOpenChange(false);
        form.reset();
        void navigate(`/jobs/${job.id}/take-in`);
      },
    }),
  );
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="New job"
      about="What broke? The rest is asked at the bench."
    >
      <form onSubmit={(e) => void submit(e)} className="flex flex-col gap-4">
        <Field
          label="Device"
          hint="As you would call it on a label: tide clock, museum handset 14"
          error={form.formState.errors.name?.message ?? create.error?.message}
        >
          {(ids) => (
            <input
              {...ids}
              {...form.register('name')}
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
