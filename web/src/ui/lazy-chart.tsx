import type { ComponentType } from 'react';
import { useEffect, useState } from 'react';

/** Tries again this long after a chart could not be fetched, ms. */
const AGAIN_MS = 3000;

/**
 * A chart that is fetched when the first one is wanted. Until it is there, and while it cannot be had (the server was stopped), its place
 * stays empty and the page goes on without it.
 */
export function lazyChart<P extends object>(
  load: () => Promise<ComponentType<P>>,
  className: string,
): ComponentType<P> {
  return function Chart(given: P) {
    const [Found, setFound] = useState<ComponentType<P> | null>(null);
    const [tries, setTries] = useState(0);
    useEffect(() => {
      let over = false;
      let timer: ReturnType<typeof setTimeout> | undefined;
      load().then(
        (chart) => {
          if (!over) setFound(() => chart);
        },
        () => {
          if (!over) timer = setTimeout(() => setTries((n) => n + 1), AGAIN_MS);
        },
      );
      return () => {
        over = true;
        clearTimeout(timer);
      };
    }, [tries]);
    return Found ? <Found {...given} /> : <div className={className} />;
  };
}
