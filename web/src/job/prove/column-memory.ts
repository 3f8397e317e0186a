import type { ChargeColumns } from '@zebbit/core';

const KEY = 'zebbit-power-columns';

function all(): Record<string, ChargeColumns> {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, ChargeColumns>;
  } catch {
    return {};
  }
}

/** Which column is which of a meter that sends so many figures a line, as it was said last in this browser; `null` where it was not. */
export function recallColumns(figures: number): ChargeColumns | null {
  return all()[String(figures)] ?? null;
}

export function rememberColumns(figures: number, columns: ChargeColumns): void {
  localStorage.setItem(KEY, JSON.stringify({ ...all(), [String(figures)]: columns }));
}
