import type { ValidationError } from 'class-validator';

/** The first fault in a tree of validation errors: its path and its message, which names the field. */
export function firstFault(
  errors: readonly ValidationError[],
  above = '',
): { path: string; message: string } | null {
  for (const error of errors) {
    const path = above === '' ? error.property : `${above}.${error.property}`;
    const message = Object.values(error.constraints ?? {})[0];
    if (message !== undefined) return { path, message };
    const below = firstFault(error.children ?? [], path);
    if (below) return below;
  }
  return null;
}
