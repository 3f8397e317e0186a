import { useState } from 'react';
import type { MatchCandidate, ObservedPattern } from '@zebbit/core';
import { useMatcher } from '../../drawer/matcher-store';
import { useFound } from '../../drawer/use-found';
import { PartOfName } from '../../drawer/part-of-name';
import { SearchList } from '../../ui/search-list';
import type { PartLine } from '../../workers/matcher';

const MOST = 40;

interface FindPartProps {
  readonly pattern: ObservedPattern;
  readonly onFound: (candidate: MatchCandidate) => void;
}

/** Looks a part of the library up by name and lays it on the board, whether it is among the likely ones or not. */
export function FindPart({ pattern, onFound }: FindPartProps) {
  const matcher = useMatcher((m) => m.matcher);
  const [text, setText] = useState('');
  const shown = useFound(text, MOST);
  const [said, setSaid] = useState<string | null>(null);
  const judge = async (line: PartLine): Promise<void> => {
    setSaid(null);
    const candidate = (await matcher?.judge(pattern, line.id)) ?? null;
    if (candidate) onFound(candidate);
    else setSaid(`${line.name} does not go: less than half of what was measured lies on it in any way.`);
  };
  return (
    <SearchList
      label="Try a part by its name"
      hint={said ?? undefined}
      text={text}
      onText={(typed) => {
        setText(typed);
        setSaid(null);
      }}
      found={shown}
      keyOf={(line) => line.id}
      onPick={(line) => void judge(line)}
      listLabel="Parts of that name"
      none="No part in the library has that in its name."
    >
      {(line) => <PartOfName line={line} />}
    </SearchList>
  );
}
