import type { UsualWait } from '@zebbit/core';
import { beginWait } from '@zebbit/core';
import { toast } from 'sonner';
import { useJob } from '../desk/job-context';
import { minutesWords } from './wait-words';

interface Begun {
  readonly from?: string;
  readonly old?: boolean;
}

/** Begins a wait of the job on the desk; one undo takes it back. */
export function useBeginWait(): (usual: UsualWait, more?: Begun) => void {
  const { edit, desk } = useJob();
  return (usual, more = {}) => {
    const wait = beginWait(usual, {
      ...more,
      id: `w${Date.now().toString(36)}${Math.random().toString(36).slice(2, 6)}`,
      startedAt: new Date().toISOString(),
    });
    edit('waits', (d) => void d.waits.push(wait));
    void desk.flush();
    toast(`${wait.what}: ${wait.span ? `about ${minutesWords(wait.span.usual)}` : 'no end known'}`, {
      description: 'It runs on when this page is shut.',
      action: { label: 'Undo', onClick: desk.undo },
    });
  };
}
