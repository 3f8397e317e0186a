import type { OpenWait } from '@zebbit/contract';
import { waitNow } from '@zebbit/core';
import { useEffect, useRef } from 'react';
import { toast } from 'sonner';
import { askToTell, useEndWait, useOpenWaits } from '../api/waits';
import { chime } from './chime';
import { useNow } from './use-now';

const LOOK_EVERY_MS = 1000;

/** Tells what came due, wherever the person is: in the page, by a sound, and by the browser where it may. Each once, by one page of all. */
export function DueTeller() {
  const waits = useOpenWaits().data;
  const now = useNow(LOOK_EVERY_MS);
  const asked = useRef(new Set<string>());
  const end = useEndWait();
  useEffect(() => {
    for (const open of waits ?? []) {
      const { jobId, wait } = open;
      const key = `${jobId}/${wait.id}`;
      const { state } = waitNow(wait, now);
      if (wait.toldAt !== null || (state !== 'due' && state !== 'late') || asked.current.has(key)) continue;
      asked.current.add(key);
      askToTell(jobId, wait.id)
        .then(({ first }) => {
          if (first) tell(open, () => end.mutate({ jobId, waitId: wait.id, ended: true }));
        })
        // The server does not answer: asked again with the next look.
        .catch(() => asked.current.delete(key));
    }
  }, [waits, now, end]);
  return null;
}

function tell({ jobId, jobName, wait }: OpenWait, over: () => void): void {
  const title = `${jobName}: ${wait.what}`;
  const body = wait.look || (wait.kind === 'post' ? 'It should be here by now.' : 'It is over.');
  toast(title, {
    description: body,
    duration: Infinity,
    closeButton: true,
    action: { label: 'It is over', onClick: over },
  });
  chime();
  if (typeof Notification === 'undefined' || Notification.permission !== 'granted') return;
  const note = new Notification(title, { body, tag: `${jobId}/${wait.id}` });
  note.onclick = () => {
    window.focus();
    note.close();
  };
}
