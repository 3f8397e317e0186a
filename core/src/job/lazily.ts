/** Works a value out when it is first asked for, once. */
export function lazily<T>(work: () => T): () => T {
  let known: { readonly value: T } | null = null;
  return () => (known ??= { value: work() }).value;
}
