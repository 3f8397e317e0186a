import { toast } from 'sonner';
import type { BinEntry } from '@zebbit/contract';

/** Says what was deleted, with the way back. */
export function deletedToast(entry: BinEntry, undo: (id: number) => void): void {
  toast(`${entry.words}: deleted`, {
    description: 'For a day it can be taken back, under Keep and restore.',
    action: { label: 'Undo', onClick: () => undo(entry.id) },
    duration: 12_000,
  });
}
