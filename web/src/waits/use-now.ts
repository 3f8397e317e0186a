import { useEffect, useState } from 'react';

/** The clock, ms since 1970, looked at every so often; at once when the page comes back to sight, since a machine that slept told nothing. */
export function useNow(everyMs = 1000): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const look = (): void => setNow(Date.now());
    const timer = setInterval(look, everyMs);
    document.addEventListener('visibilitychange', look);
    window.addEventListener('focus', look);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
      window.removeEventListener('focus', look);
    };
  }, [everyMs]);
  return now;
}
