import { useEffect, useState } from 'react';
import type { PartLine } from '../workers/matcher';
import { useMatcher } from './matcher-store';

const NOTHING: readonly PartLine[] = [];

/** Parts of the library whose name has all the words that are typed; none while nothing is. */
export function useFound(text: string, most: number): readonly PartLine[] {
  const { matcher, edition } = useMatcher();
  const [found, setFound] = useState<readonly PartLine[]>(NOTHING);
  useEffect(() => {
    let stale = false;
    if (matcher && text.trim() !== '')
      void matcher.find(text, most).then((list) => {
        if (!stale) setFound(list);
      });
    return () => {
      stale = true;
    };
  }, [matcher, text, most, edition]);
  return text.trim() === '' ? NOTHING : found;
}
