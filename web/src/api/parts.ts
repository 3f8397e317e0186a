import type { PartImportsAnswer, PartsImportLine, PartsImportReport } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { UseQueryResult } from '@tanstack/react-query';
import { useQuery } from '@tanstack/react-query';
import { ApiFailureError, api } from './client';
import { queryKeys } from './query-keys';

export function usePartImports(): UseQueryResult<PartImportsAnswer> {
  return useQuery({
    queryKey: queryKeys.partImports,
    queryFn: () => api.get<PartImportsAnswer>(routes.partImports()),
    staleTime: 5000,
  });
}

export const undoImport = (id: number): Promise<unknown> => api.remove(routes.partsImported(id));

/**
 * Sends footprint files and follows how far they are read. Aborting leaves nothing behind. Throws `ApiFailureError` with what the server found
 * wrong.
 */
export async function importParts(
  files: readonly { readonly name: string; readonly body: Blob }[],
  signal: AbortSignal,
  progress: (done: number, of: number) => void,
): Promise<PartsImportReport> {
  const form = new FormData();
  for (const f of files) form.append('files', f.body, f.name);
  const response = await fetch(routes.partsImport(), { method: 'POST', body: form, signal });
  const text = response.body?.pipeThrough(new TextDecoderStream()).getReader();
  if (!response.ok || !text) {
    const failure: unknown = text ? JSON.parse((await readAll(text)) || 'null') : null;
    throw new ApiFailureError(
      isFailure(failure)
        ? failure
        : { code: `http-${response.status}`, message: `The server answered ${response.status}` },
    );
  }
  let rest = '';
  let last: PartsImportLine | null = null;
  for (;;) {
    const { done, value } = await text.read();
    const lines = (rest + (value ?? '')).split('\n');
    rest = done ? '' : (lines.pop() ?? '');
    for (const line of lines.filter((l) => l.trim() !== '')) {
      last = JSON.parse(line) as PartsImportLine;
      if ('done' in last) progress(last.done, last.of);
    }
    if (done) break;
  }
  if (last && 'failure' in last) throw new ApiFailureError(last.failure);
  if (last && 'report' in last) return last.report;
  throw new ApiFailureError({ code: 'cut-short', message: 'The import broke off; nothing was kept' });
}

async function readAll(reader: ReadableStreamDefaultReader<string>): Promise<string> {
  let all = '';
  for (;;) {
    const { done, value } = await reader.read();
    all += value ?? '';
    if (done) return all;
  }
}

function isFailure(v: unknown): v is { code: string; message: string } {
  return typeof v === 'object' && v !== null && 'code' in v && 'message' in v;
}
