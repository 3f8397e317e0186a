import { useEffect, useRef } from 'react';

/** What a key does; one that answers `false` leaves the key to whatever has the focus. */
export type KeyMap = Readonly<Record<string, (event: KeyboardEvent) => unknown>>;

/** Whether the key belongs to what is being typed into. */
function isTyping(event: KeyboardEvent): boolean {
  const { target } = event;
  // A tick is not written into: keys stay those of the page.
  if (target instanceof HTMLInputElement && ['checkbox', 'radio'].includes(target.type))
    return target.closest('[role=dialog]') !== null;
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) ||
      target.closest('[role=dialog]') !== null)
  );
}

/** Names a key press: `Ctrl+z`, `?`, `ArrowUp`. */
export function keyName(event: KeyboardEvent): string {
  const ctrl = event.ctrlKey || event.metaKey ? 'Ctrl+' : '';
  const alt = event.altKey ? 'Alt+' : '';
  return (
    ctrl +
    alt +
    (event.key.length === 1 && ctrl
      ? event.shiftKey
        ? `Shift+${event.key.toLowerCase()}`
        : event.key.toLowerCase()
      : event.key)
  );
}

/** Listens to keys of the whole window while mounted; keys typed into a field are left to it. */
export function useKeys(map: KeyMap): void {
  const latest = useRef(map);
  useEffect(() => {
    latest.current = map;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || isTyping(event)) return;
      const act = latest.current[keyName(event)];
      if (!act) return;
      if (act(event) !== false) event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
