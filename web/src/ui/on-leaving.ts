/**
 * Acts when the page is about to go, and again when it does: some browsers give a page that is going half a second, which a busy one does not meet,
 * and others (on phones) never ask before.
 * @param first Before those that were asked for without it, so that what is handed on here is still saved there.
 * @returns What stops it.
 */
export function onLeaving(act: () => void, first = false): () => void {
  const events = ['beforeunload', 'pagehide'];
  // Not the event itself: a value handed back from a listener would ask the person whether to leave.
  const heard = (): void => act();
  for (const event of events) window.addEventListener(event, heard, { capture: first });
  return () => {
    for (const event of events) window.removeEventListener(event, heard, { capture: first });
  };
}
