/** The one place that names cached answers. */
export const queryKeys = {
  jobs: ['jobs'] as const,
  job: (id: string) => ['job', id] as const,
};
