import { useEffect, useRef, useState } from 'react';
import { onLeaving } from './on-leaving';

/** Whether a button of the mouse, a finger or a pen is down. */
let pressed = false;
if (typeof window !== 'undefined') {
  window.addEventListener('pointerdown', () => void (pressed = true), { capture: true });
  for (const end of ['pointerup', 'pointercancel', 'dragend'])
    window.addEventListener(end, () => void (pressed = false), { capture: true });
}

/** Acts at once, or, while something is pressed, once the click that it makes has reached its place. */
export function afterPress(act: () => void): void {
  if (!pressed) act();
  else window.addEventListener('pointerup', () => void setTimeout(act), { capture: true, once: true });
}

/** What is typed is handed on after this pause, ms. */
const PAUSE_MS = 400;

/**
 * What is typed into a field before it is handed on: after a pause, on leaving the field, when the field goes away and when the page does.
 * Undo steps are whole phrases, not letters, and nothing typed is lost.
 */
export function useDraft(
  value: string,
  commit: (text: string) => void,
  pauses = true,
): {
  readonly text: string;
  readonly typed: boolean;
  readonly type: (text: string) => void;
  /** Hands on what was typed, and goes back to showing the value. */
  readonly leave: () => void;
  readonly drop: () => void;
} {
  const [draft, setDraft] = useState<string | null>(null);
  const now = useRef({ draft, value, commit });
  useEffect(() => {
    now.current = { draft, value, commit };
  });
  const hand = useRef(() => {
    const { draft: text, value: before, commit: give } = now.current;
    if (text === null || text === before) return;
    now.current = { ...now.current, draft: null };
    give(text);
  });
  useEffect(() => {
    const act = hand.current;
    const stop = onLeaving(act, true);
    return () => {
      stop();
      act();
    };
  }, []);
  useEffect(() => {
    if (!pauses || draft === null || draft === value) return;
    const timer = setTimeout(() => now.current.commit(draft), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [pauses, draft, value]);
  return {
    text: draft ?? value,
    typed: draft !== null,
    type: setDraft,
    leave: () => {
      // What is handed on by a click elsewhere must not move that place from under the click.
      afterPress(() => {
        hand.current();
        setDraft(null);
      });
    },
    drop: () => {
      now.current = { ...now.current, draft: null };
      setDraft(null);
    },
  };
}
