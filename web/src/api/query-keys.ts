/** The one place that names cached answers. */
export const queryKeys = {
  jobs: ['jobs'] as const,
  shelf: (of: 'here' | 'back') => ['jobs', of] as const,
  job: (id: string) => ['job', id] as const,
  workshop: ['workshop'] as const,
  meter: ['meter'] as const,
  power: ['power'] as const,
  waits: ['waits'] as const,
  durations: ['durations'] as const,
  ledger: ['ledger'] as const,
  bin: ['bin'] as const,
  drawer: ['drawer'] as const,
  parts: ['parts'] as const,
  partImports: ['part-imports'] as const,
  card: (make: string, model: string) =>
    ['card', make.trim().toLowerCase(), model.trim().toLowerCase()] as const,
};
