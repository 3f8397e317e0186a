import { useCallback } from 'react';
import { useSearchParams } from 'react-router';

export interface Inputs {
  /** As it stands in the address, else the usual. */
  readonly text: (key: string, usual: string) => string;
  /** A figure of the address within limits; one that cannot be is the usual. */
  readonly figure: (key: string, usual: number, min: number, max: number) => number;
  readonly put: (part: Readonly<Record<string, string | number | null>>) => void;
}

/** Inputs of a sum, kept in the address: a link brings them back. */
export function useInputs(): Inputs {
  const [params, setParams] = useSearchParams();
  const put = useCallback(
    (part: Readonly<Record<string, string | number | null>>) =>
      setParams(
        (before) => {
          const next = new URLSearchParams(before);
          for (const [key, value] of Object.entries(part))
            if (value === null || value === '') next.delete(key);
            else next.set(key, String(value));
          return next;
        },
        { replace: true },
      ),
    [setParams],
  );
  return {
    text: (key, usual) => params.get(key) ?? usual,
    figure: (key, usual, min, max) => {
      const n = Number(params.get(key) ?? usual);
      return Number.isFinite(n) && n >= min && n <= max ? n : usual;
    },
    put,
  };
}
