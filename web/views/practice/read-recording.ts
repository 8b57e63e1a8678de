import type { Recording } from './useAttempts.ts'

const NONE = 'This is no recording of a practice bench.'

/** A recording from a file, or why it is none. */
export async function readRecording(
  text: string,
): Promise<
  { readonly ok: true; readonly recording: Recording } | { readonly ok: false; readonly message: string }
> {
  // what checks it comes only with a file
  const [{ recordingSchema }, { ValidationError }] = await Promise.all([
    import('#contract/practice-schemas.ts'),
    import('yup'),
  ])
  try {
    const value: unknown = JSON.parse(text)
    return { ok: true, recording: await recordingSchema.resolve({ value }).validate(value, { strict: true }) }
  } catch (error) {
    return { ok: false, message: error instanceof ValidationError ? `${NONE} ${error.message}` : NONE }
  }
}
