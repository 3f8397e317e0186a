import { useEffect, useState } from 'react';
import { useJob } from '../../desk/job-context';
import type { SureHistory } from '../../workers/adviser';

/** How sure it became after each reading; follows what was weighed last, `null` until it is there. */
export function useSureHistory(): SureHistory | null {
  const { weighed } = useJob();
  const { answers, weighing, history } = weighed;
  const [shown, setShown] = useState<SureHistory | null>(null);
  useEffect(() => {
    let stale = false;
    if (weighing || !answers) return;
    void history().then(
      (found) => {
        if (!stale) setShown(found);
      },
      () => undefined,
    );
    return () => {
      stale = true;
    };
    // `history` speaks of what was weighed last, which is `answers`.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [answers, weighing]);
  return shown;
}
