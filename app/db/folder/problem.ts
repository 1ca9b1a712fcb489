/** Why a data folder cannot be opened, as an error: the faults of disk and database by our own codes. */
import type { FolderProblem } from '~/messages/folder';

export class FolderError extends Error {
  constructor(readonly problem: FolderProblem) {
    super(problem.code);
  }
}

const codesOf = (error: unknown): string[] => {
  const { code, cause } = (error ?? {}) as { code?: unknown; cause?: unknown };
  return [...(typeof code === 'string' ? [code] : []), ...(cause ? codesOf(cause) : [])];
};

const BY_CODE: readonly [RegExp, FolderProblem['code']][] = [
  [/^(EROFS|EACCES|EPERM|SQLITE_READONLY|SQLITE_PERM|SQLITE_AUTH)/, 'read-only'],
  [/^(ENOSPC|EDQUOT|SQLITE_FULL)/, 'disk-full'],
  [/^(ENOTDIR|EEXIST)/, 'not-a-folder'],
  [/^SQLITE_NOTADB/, 'not-a-database'],
  [/^(SQLITE_CORRUPT|SQLITE_IOERR)/, 'damaged'],
  [/^(SQLITE_BUSY|SQLITE_LOCKED)/, 'in-use'],
];

/** A fault of the disk or of the database as one of ours; anything else is thrown on as it is. */
export function folderError(error: unknown, file: string, copies: readonly string[] = []): unknown {
  if (error instanceof FolderError) return error;
  const codes = codesOf(error);
  const code = BY_CODE.find(([pattern]) => codes.some((known) => pattern.test(known)))?.[1];
  if (code === undefined) return error;
  return new FolderError({ code, file, copies, address: null } as FolderProblem);
}
