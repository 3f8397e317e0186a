import { partFamilyName } from '@zebbit/core';
import type { PartLine } from '../workers/matcher';

/** A part in a list that was searched by name. */
export function PartOfName({ line }: { readonly line: PartLine }) {
  return (
    <>
      <span className="min-w-0 flex-1 truncate">{line.name}</span>
      <span className="text-second text-ink2">{partFamilyName(line.family)}</span>
    </>
  );
}
