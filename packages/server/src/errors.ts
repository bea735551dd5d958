/** True for an error that says that a disk, or the database on it, is full. */
export const isFull = (error: unknown): boolean => {
  const { code, message } = error as { code?: unknown; message?: unknown };
  return (
    code === 'ENOSPC' ||
    code === 'EDQUOT' ||
    code === 'SQLITE_FULL' ||
    (typeof message === 'string' && /ENOSPC|No space left on device/.test(message))
  );
};

/** Everything the server refuses: the status of each code. Messages say what was wrong and what would be right. */
export const ERROR_STATUS = {
  'not-found': 404,
  'bad-request': 400,
  'bad-sheet': 422,
  'stale-sheet': 409,
  'missing-picture': 422,
  'missing-font': 422,
  'cannot-print': 409,
  'no-file': 400,
  'empty-file': 400,
  'file-too-large': 413,
  'picture-too-large': 413,
  'not-a-picture': 415,
  'broken-picture': 422,
  'broken-font': 422,
  'wrong-state': 409,
  'bad-scan': 422,
  'in-use': 409,
  'foreign-request': 403,
  'no-room': 507,
  internal: 500,
} as const;
export type ErrorCode = keyof typeof ERROR_STATUS;

export class AppError extends Error {
  constructor(
    readonly code: ErrorCode,
    message: string,
    /** Facts for the program that asked, such as the current revision of a stale sheet. */
    readonly facts: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
  }

  get status(): number {
    return ERROR_STATUS[this.code];
  }
}
