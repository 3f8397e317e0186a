import type { ApiFailure } from '@zebbit/contract';
import { TAB_HEADER } from '@zebbit/contract';
import { TAB } from './tab';

/** A failure the server explained, or the lack of an answer from it. */
export class ApiFailureError extends Error {
  constructor(readonly failure: ApiFailure) {
    super(failure.hint ? `${failure.message.replace(/\.$/u, '')}. ${failure.hint}` : failure.message);
    this.name = 'ApiFailureError';
  }
}

function isFailure(body: unknown): body is ApiFailure {
  return typeof body === 'object' && body !== null && 'code' in body && 'message' in body;
}

async function read<T>(pending: Promise<Response>): Promise<T> {
  const response = await pending.catch(() => {
    throw new ApiFailureError({
      code: 'unreachable',
      message: 'Zebbit’s server does not answer',
      hint: 'Is it still running?',
    });
  });
  const body: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    throw new ApiFailureError(
      isFailure(body)
        ? body
        : { code: `http-${response.status}`, message: `The server answered ${response.status}` },
    );
  }
  return body as T;
}

const json = (method: string, body: unknown, keepalive = false, own = true): RequestInit => ({
  method,
  // What no page signs is told to all of them, this one too.
  headers: { 'content-type': 'application/json', ...(own ? { [TAB_HEADER]: TAB } : {}) },
  body: JSON.stringify(body),
  keepalive,
});

export const api = {
  get: <T>(url: string): Promise<T> => read<T>(fetch(url)),
  post: <T>(url: string, body: unknown): Promise<T> => read<T>(fetch(url, json('POST', body))),
  patch: <T>(url: string, body: unknown): Promise<T> => read<T>(fetch(url, json('PATCH', body))),
  put: <T>(url: string, body: unknown, keepalive = false): Promise<T> =>
    read<T>(fetch(url, json('PUT', body, keepalive))),
  /** As from elsewhere: what it changes comes back to this page as well. */
  putHeard: <T>(url: string, body: unknown): Promise<T> =>
    read<T>(fetch(url, json('PUT', body, false, false))),
  postHeard: <T>(url: string, body: unknown): Promise<T> =>
    read<T>(fetch(url, json('POST', body, false, false))),
  remove: <T>(url: string): Promise<T> =>
    read<T>(fetch(url, { method: 'DELETE', headers: { [TAB_HEADER]: TAB } })),
  putForm: <T>(url: string, form: FormData): Promise<T> =>
    read<T>(fetch(url, { method: 'PUT', headers: { [TAB_HEADER]: TAB }, body: form })),
  upload: <T>(url: string, form: FormData): Promise<T> =>
    read<T>(fetch(url, { method: 'POST', headers: { [TAB_HEADER]: TAB }, body: form })),
};
