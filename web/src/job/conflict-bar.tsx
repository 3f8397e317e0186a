import { useStore } from 'zustand';
import type { DocumentKind } from '@zebbit/core';
import { useDesk } from '../desk/desk-context';
import { Button } from '../ui/button';

const WHAT: Readonly<Record<DocumentKind, string>> = {
  intake: 'what was taken in',
  teardown: 'how it opens',
  board: 'the board',
  match: 'the part',
  rebuild: 'the rebuilding',
  closing: 'the closing',
  waits: 'what is waited for',
};

/** Two windows changed the same place at once: the person says which one stands. Everything else goes on being saved. */
export function ConflictBar() {
  const { store, saver } = useDesk();
  const conflicts = useStore(store, (s) => s.conflicts);
  return conflicts.map(({ kind, path }) => (
    <section
      key={kind}
      role="alert"
      className="no-print flex items-center gap-4 border-b border-stop bg-stop-soft px-6 py-2.5 text-[15px]"
    >
      <p className="min-w-0 flex-1">
        <span className="font-bold">Another window changed {WHAT[kind]} at the same place</span>{' '}
        <span className="figure text-second text-ink2">({path})</span>. Which one stands? Everything else goes
        on being saved.
      </p>
      <Button tone="main" onClick={() => void saver.settle(kind, 'mine')}>
        Keep mine
      </Button>
      <Button onClick={() => void saver.settle(kind, 'theirs')}>Take the other one</Button>
    </section>
  ));
}
