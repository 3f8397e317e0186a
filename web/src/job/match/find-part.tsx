import { useState } from 'react';
import type { MatchCandidate, ObservedPattern } from '@zebbit/core';
import { partFamilyName } from '@zebbit/core';
import { useMatcher } from '../../drawer/matcher-store';
import { useFound } from '../../drawer/use-found';
import { BOX, Field } from '../../ui/field';
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
    <div>
      <Field label="Try a part by its name" hint={said ?? undefined}>
        {(ids) => (
          <input
            {...ids}
            className={BOX}
            maxLength={80}
            value={text}
            onChange={(e) => {
              setText(e.target.value);
              setSaid(null);
            }}
          />
        )}
      </Field>
      {shown.length > 0 && (
        <ul aria-label="Parts of that name" className="scroll-thin mt-1 max-h-[180px] overflow-y-auto">
          {shown.map((line) => (
            <li key={line.id}>
              <button
                type="button"
                onClick={() => void judge(line)}
                className="flex min-h-10 w-full items-center gap-3 rounded-[8px] px-2 text-left hover:bg-sunk"
              >
                <span className="min-w-0 flex-1 truncate">{line.name}</span>
                <span className="text-second text-ink2">{partFamilyName(line.family)}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      {text.trim() !== '' && shown.length === 0 && (
        <p className="mt-1 text-second text-ink2">No part in the library has that in its name.</p>
      )}
    </div>
  );
}
