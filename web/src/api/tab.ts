/** Names this page for as long as it is open, so that it is not told of what it did itself. */
export const TAB = Array.from(globalThis.crypto.getRandomValues(new Uint32Array(4)), (n) =>
  n.toString(36),
).join('-');
