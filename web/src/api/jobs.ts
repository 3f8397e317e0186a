import type {
  JobBundle,
  JobSummary,
  NewJobDto,
  NewReadingDto,
  NewResultDto,
  PhotoArrived,
  PhotoEntry,
  PhotoUse,
} from '@zebbit/contract';
import { FROM_PHONE, routes } from '@zebbit/contract';
import type { Reading } from '@zebbit/core';
import type { UseMutationResult, UseQueryResult } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from './client';
import { queryKeys } from './query-keys';

/** A body as plain data: only its fields travel. */
type Plain<T> = Pick<T, keyof T>;

interface Kept {
  readonly id: string;
  readonly at: string;
}

export function useJobs(): UseQueryResult<JobSummary[]> {
  return useQuery({
    queryKey: queryKeys.jobs,
    queryFn: () => api.get<JobSummary[]>(routes.jobs()),
    staleTime: 0,
  });
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
      patch((b) => ({ ...b, readings: [...b.readings, reading] }));
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
      patch((b) => ({ ...b, readings: b.readings.map((r) => (r.id === reading ? { ...r, struck } : r)) })),
  });
}

export function useAppendResult(id: string): UseMutationResult<Kept, Error, Plain<NewResultDto>> {
  const patch = usePatchBundle(id);
  return useMutation({
    mutationFn: (body: Plain<NewResultDto>) => api.post<Kept>(routes.results(id), body),
    onSuccess: (kept, body) => patch((b) => ({ ...b, results: [...b.results, { ...body, ...kept }] })),
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
    onSuccess: (photo) => patch((b) => ({ ...b, photos: [...b.photos, photo] })),
  });
}

/** Listens to what happens to a job elsewhere: a picture that a phone sends appears without a reload. */
export function useJobEvents(id: string, onPhoto: (photo: PhotoEntry) => void): void {
  const patch = usePatchBundle(id);
  const latest = useRef(onPhoto);
  const add = useRef(patch);
  useEffect(() => {
    latest.current = onPhoto;
    add.current = patch;
  });
  useEffect(() => {
    if (typeof EventSource === 'undefined') return;
    const source = new EventSource(routes.events(id));
    source.onmessage = (e: MessageEvent<string>) => {
      const { photo } = JSON.parse(e.data) as PhotoArrived;
      if (photo.caption !== FROM_PHONE) return;
      add.current((b) =>
        b.photos.some((p) => p.id === photo.id && p.at === photo.at)
          ? b
          : { ...b, photos: [...b.photos, photo] },
      );
      latest.current(photo);
    };
    return () => source.close();
  }, [id]);
}
