/** Why Zebbit cannot start, in one plain sentence. */
export class StartFailure extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
    this.name = 'StartFailure';
  }
}

const text = (error: unknown): string => (error instanceof Error ? error.message : String(error));
/** The code of an error of Node or SQLite, through the wrappers of the database library; empty without one. */
export const codeOf = (error: unknown): string => {
  if (typeof error !== 'object' || error === null) return '';
  if ('code' in error && typeof error.code === 'string') return error.code;
  return 'original' in error ? codeOf(error.original) : '';
};

/** What keeps Zebbit from starting, told for people; what nobody expected keeps its own words. */
export function startSentence(error: unknown, home: string, port: number): string {
  if (error instanceof StartFailure) return error.message;
  const [code, words] = [codeOf(error), text(error)];
  if (code === 'EADDRINUSE')
    return `Port ${port} is in use: Zebbit may be running already. Stop it, or start with -- --port ${port + 1}.`;
  if (code === 'EACCES' && words.includes('listen'))
    return `Port ${port} is not for this user: start with -- --port 4173.`;
  if (code === 'SQLITE_READONLY' || code === 'EROFS' || code === 'EACCES' || code === 'EPERM')
    return `Zebbit may not write in ${home}: give yourself the right to, or set ZEBBIT_HOME to another folder.`;
  if (code === 'SQLITE_CANTOPEN' || code === 'ENOTDIR' || code === 'EEXIST')
    return `The data folder ${home} cannot be opened: check that it is a folder and yours, or set ZEBBIT_HOME.`;
  if (code === 'SQLITE_FULL' || code === 'ENOSPC')
    return `The disk that holds ${home} is full: free some room and start again.`;
  if (code === 'SQLITE_NOTADB' || code === 'SQLITE_CORRUPT')
    return `${home}/zebbit.sqlite is damaged: put a copy back (zebbit-before-….sqlite beside it is one), or move it away to begin anew.`;
  if (code === 'SQLITE_BUSY')
    return `The data in ${home} is in use by another program: stop it and start again.`;
  return `Zebbit could not start: ${words}`;
}
