/** Names this page for as long as it is open, so that it is not told of what it did itself. */
export const TAB = globalThis.crypto.randomUUID();
