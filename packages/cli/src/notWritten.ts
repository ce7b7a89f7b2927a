import { UsageError } from './usage';

/** What keeps a file from being written, by the code the system gives (Node.js: errors, common system errors). */
const WHY: ReadonlyMap<string, string> = new Map([
  ['ENOENT', 'there is no such folder'],
  ['ENOTDIR', 'a file stands where its folder should be'],
  ['EISDIR', 'it is a folder'],
  ['EACCES', 'you may not write there'],
  ['EPERM', 'you may not write there'],
  ['EROFS', 'that disk can only be read'],
  ['ENOSPC', 'the disk is full'],
  ['ENAMETOOLONG', 'its name is too long'],
]);

/** A failed write as a sentence. What is not the file's fault goes on as the error it is. */
export function notWritten(file: string, error: unknown): unknown {
  const { code } = (error ?? {}) as NodeJS.ErrnoException;
  const why = code === undefined ? undefined : WHY.get(code);
  return why ? new UsageError(`${file} cannot be written: ${why}.`, 'file-unwritable') : error;
}
