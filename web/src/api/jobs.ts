import type {
  JobBundle,
  JobEvent,
  JobSummary,
  NewJobDto,
  NewReadingDto,
  NewResultDto,
  PhotoEntry,
  PhotoUse,
} from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { DocumentKind, Face, Reading } from '@zebbit/core';
import type { QueryClient, UseMutationResult, UseQueryResult } from '@tanstack/react-query';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useBenchEvents } from './bench-events';
import { api } from './client';
import { queryKeys } from './query-keys';

/** A body as plain data: only its fields travel. */
type Plain<T> = Pick<T, keyof T>;

interface Kept {
  readonly id: string;
  readonly at: string;
}

/** The shelf: jobs that are here, and those that were handed back, which come a moment later. */
export function useJobs(): {
  readonly here: UseQueryResult<JobSummary[]>;
  readonly back: UseQueryResult<JobSummary[]>;
} {
  const client = useQueryClient();
  useBenchEvents((heard) => {
    if (heard.kind === 'missed' || 'jobId' in heard)
      void client.invalidateQueries({ queryKey: queryKeys.jobs });
  });
  const here = useQuery({
    queryKey: queryKeys.shelf('here'),
    queryFn: () => api.get<JobSummary[]>(routes.shelf('here')),
    staleTime: 0,
  });
  // Those that went back are looked for once the others stand.
  const back = useQuery({
    queryKey: queryKeys.shelf('back'),
    queryFn: () => api.get<JobSummary[]>(routes.shelf('back')),
    staleTime: 0,
    enabled: here.isSuccess,
  });
  return { here, back };
}

export function useJobBundle(id: string): UseQueryResult<JobBundle> {
  // Fetched anew on each visit: another window or an earlier visit may have moved on.
  return useQuery({
    queryKey: queryKeys.job(id),
    queryFn: () => api.get<JobBundle>(routes.job(id)),
    gcTime: 0,
    throwOnError: true,
  });
}

export function useNewJob(): UseMutationResult<JobBundle, Error, NewJobDto> {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: NewJobDto) => api.post<JobBundle>(routes.jobs(), body),
    onSuccess: () => client.invalidateQueries({ queryKey: queryKeys.jobs }),
  });
}

/** Changes the cached job after the server has stored something. */
function usePatchBundle(id: string): (patch: (bundle: JobBundle) => JobBundle) => void {
  const client = useQueryClient();
  return (patch) => client.setQueryData<JobBundle>(queryKeys.job(id), (old) => (old ? patch(old) : old));
}

export function useAppendReading(id: string): UseMutationResult<Kept, Error, Plain<NewReadingDto>> {
  const patch = usePatchBundle(id);
  return useMutation({
    mutationFn: (body: Plain<NewReadingDto>) => api.post<Kept>(routes.readings(id), body),
    onSuccess: (kept, body) => {
      const reading: Reading = { ...body, ...kept, struck: false };
      patch((b) => bundleAfter(b, { kind: 'reading', jobId: id, reading }));
    },
  });
}

export function useStrikeReading(
  id: string,
): UseMutationResult<unknown, Error, { reading: string; struck: boolean }> {
  const patch = usePatchBundle(id);
  return useMutation({
    mutationFn: ({ reading, struck }) => api.patch(routes.reading(id, reading), { struck }),
    onSuccess: (_, { reading, struck }) =>
      patch((b) => bundleAfter(b, { kind: 'strike', jobId: id, readingId: reading, struck })),
  });
}

/** @param settle has on the server what the checks follow from */
export function useAppendResult(
  id: string,
  settle: () => Promise<void>,
): UseMutationResult<Kept, Error, Plain<NewResultDto>> {
  const patch = usePatchBundle(id);
  return useMutation({
    mutationFn: async (body: Plain<NewResultDto>) => {
      await settle();
      return api.post<Kept>(routes.results(id), body);
    },
    onSuccess: (kept, body) =>
      patch((b) => bundleAfter(b, { kind: 'result', jobId: id, result: { note: '', ...body, ...kept } })),
  });
}

export interface PhotoUpload {
  readonly file: File;
  readonly use: PhotoUse;
  readonly caption: string;
}

export function useUploadPhoto(id: string): UseMutationResult<PhotoEntry, Error, PhotoUpload> {
  const patch = usePatchBundle(id);
  return useMutation({
    mutationFn: ({ file, use, caption }: PhotoUpload) => {
      const form = new FormData();
      form.set('use', use);
      form.set('caption', caption);
      form.set('photo', file);
      return api.upload<PhotoEntry>(routes.photos(id), form);
    },
    onSuccess: (photo) => patch((b) => bundleAfter(b, { kind: 'photo', jobId: id, photo, face: null })),
  });
}

/** What the cached job becomes by an event; the same job where it is already there. */
export function bundleAfter(bundle: JobBundle, event: JobEvent): JobBundle {
  switch (event.kind) {
    case 'reading':
      return bundle.readings.some((r) => r.id === event.reading.id)
        ? bundle
        : { ...bundle, readings: [...bundle.readings, event.reading] };
    case 'strike':
      return {
        ...bundle,
        readings: bundle.readings.map((r) => (r.id === event.readingId ? { ...r, struck: event.struck } : r)),
      };
    case 'result':
      return bundle.results.some((r) => r.id === event.result.id)
        ? bundle
        : { ...bundle, results: [...bundle.results, event.result] };
    case 'photo':
      return bundle.photos.some((p) => p.id === event.photo.id && p.at === event.photo.at)
        ? bundle
        : { ...bundle, photos: [...bundle.photos, event.photo] };
    default:
      return bundle;
  }
}

/**
 * Fetches the evidence of a job anew into the cache. What was added or struck here while the answer was on its way may not be in it: then it is
 * asked again, and what stands here is left alone meanwhile.
 */
export async function fetchEvidence(client: QueryClient, id: string): Promise<void> {
  const cached = (): JobBundle | undefined => client.getQueryData<JobBundle>(queryKeys.job(id));
  for (;;) {
    const before = cached();
    const { readings, results, photos } = await api.get<JobBundle>(routes.job(id));
    const now = cached();
    if (!now) return;
    if (before?.readings === now.readings && before.results === now.results && before.photos === now.photos) {
      client.setQueryData<JobBundle>(queryKeys.job(id), { ...now, readings, results, photos });
      return;
    }
  }
}

interface JobEars {
  /** A document was stored elsewhere. */
  readonly onDocument: (kind: DocumentKind, rev: number) => void;
  readonly onPhoto: (photo: PhotoEntry, face: Face | null) => void;
  /** Something may have been missed. */
  readonly onMissed: () => void;
}

/** Listens to what happens to a job elsewhere: in another window, or from a phone. */
export function useJobEvents(id: string, ears: JobEars): void {
  const client = useQueryClient();
  const patch = usePatchBundle(id);
  useBenchEvents((heard) => {
    if (heard.kind === 'missed') {
      // Evidence is fetched anew; documents are met by the desk, which knows what was changed here.
      void fetchEvidence(client, id).catch(() => undefined);
      ears.onMissed();
      return;
    }
    if (heard.kind === 'workshop') void client.invalidateQueries({ queryKey: queryKeys.workshop });
    if (heard.kind === 'drawer') void client.invalidateQueries({ queryKey: queryKeys.drawer });
    if (!('jobId' in heard) || heard.jobId !== id) return;
    if (heard.kind === 'document') ears.onDocument(heard.document, heard.rev);
    else patch((b) => bundleAfter(b, heard));
    if (heard.kind === 'photo') ears.onPhoto(heard.photo, heard.face);
  });
}
