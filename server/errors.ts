/** A request that can't be met, as it is told to the one who asked. */
export class AppError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly field?: string,
  ) {
    super(message)
  }
}

export const notFound = (what: string) => new AppError(404, 'not-found', `There is no such ${what}.`)
export const conflict = (code: string, message: string) => new AppError(409, code, message)

/** Turns a failure of the disk or the database into what a person can act on; anything else comes back as it is. */
export function asAppError(error: unknown): unknown {
  const code = error instanceof Error && 'code' in error && typeof error.code === 'string' ? error.code : ''
  if (code === 'SQLITE_FULL' || code === 'ENOSPC')
    return new AppError(
      507,
      'disk-full',
      'The disk is full, so this was not stored. Make room; it is kept here and sent again.',
    )
  if (code.startsWith('SQLITE_IOERR') || code.startsWith('SQLITE_READONLY') || code === 'SQLITE_CANTOPEN')
    return new AppError(
      507,
      'disk-fails',
      'The disk does not take this, so it was not stored. It is kept here and sent again.',
    )
  if (code.startsWith('SQLITE_CORRUPT') || code === 'SQLITE_NOTADB')
    return new AppError(
      503,
      'book-damaged',
      'The log is damaged on the disk. Stop Wimble and start it again: it says which copies there are.',
    )
  if (code.startsWith('SQLITE_BUSY'))
    return new AppError(503, 'busy', 'The log is in use. This is sent again.')
  return error
}
