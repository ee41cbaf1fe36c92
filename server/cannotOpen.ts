/** The drawings cannot be opened; the message is a sentence with the folder and the remedy. */
export class CannotOpen extends Error {}

type SystemError = { readonly code?: string; readonly message?: string };

/** True where the cause of an error is a disk without room. */
export const isDiskFull = (error: unknown): boolean => {
  const { code, message } = (error ?? {}) as SystemError;
  // 53100 is PostgreSQL's own code for it
  return (
    code === 'ENOSPC' ||
    code === 'EDQUOT' ||
    code === '53100' ||
    /no space left on device/i.test(message ?? '')
  );
};

const NO_WRITING = ['EROFS', 'EACCES', 'EPERM', 'ENOENT', 'ENOTDIR'];

/** True where the system refused a file: the disk is full, or may not be written. */
export const isSystemError = (error: unknown): boolean => {
  const { code } = (error ?? {}) as SystemError;
  return isDiskFull(error) || (code !== undefined && NO_WRITING.includes(code));
};

/** What keeps a data directory from being opened, as a sentence. */
export const cannotOpen = (directory: string, error: unknown): CannotOpen => {
  if (error instanceof CannotOpen) return error;
  const { code, message } = (error ?? {}) as SystemError;
  if (isDiskFull(error))
    return new CannotOpen(
      `The disk that holds the drawings (${directory}) is full. Make room on it; nothing stored was changed.`,
    );
  if (code !== undefined && NO_WRITING.includes(code))
    return new CannotOpen(
      `The folder ${directory} cannot be written. Give this account the right to write there, or name another folder with BLUE_LEDGER_DATA.`,
    );
  return new CannotOpen(
    `The drawings in ${directory} could not be opened (${message ?? 'unknown cause'}). Nothing there was changed. To go on without them, name another folder with BLUE_LEDGER_DATA.`,
  );
};
