/** class-transformer keeps what its decorators recorded here and does not type it. */
declare module 'class-transformer/cjs/storage.js' {
  export const defaultMetadataStorage: unknown;
}
