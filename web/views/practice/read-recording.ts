import type { FlameRecording } from '#core/teach/recording.ts'

const NONE = 'This is no recording of the flame bench.'

/** A recording from a file, or why it is none. */
export async function readRecording(
  text: string,
): Promise<
  { readonly ok: true; readonly recording: FlameRecording } | { readonly ok: false; readonly message: string }
> {
  // what checks it comes only with a file
  const [{ flameRecordingSchema }, { ValidationError }] = await Promise.all([
    import('#contract/practice-schemas.ts'),
    import('yup'),
  ])
  try {
    const value: unknown = JSON.parse(text)
    return { ok: true, recording: await flameRecordingSchema.validate(value, { strict: true }) }
  } catch (error) {
    return { ok: false, message: error instanceof ValidationError ? `${NONE} ${error.message}` : NONE }
  }
}
