/** Asks for a file. */
export function FileField({
  label,
  accept,
  refused,
  onFile,
}: {
  readonly label: string
  readonly accept: string
  /** Why the last one was not taken. */
  readonly refused: string | undefined
  readonly onFile: (file: File) => void
}) {
  return (
    <>
      <label className="grid gap-1">
        <span className="text-soft">{label}</span>
        <input
          type="file"
          accept={accept}
          className="field py-2! file:mr-3 file:rounded file:border-0 file:bg-ink file:px-3 file:py-1 file:text-paper"
          onChange={(e) => {
            const file = e.target.files?.[0]
            if (file) onFile(file)
          }}
        />
      </label>
      {refused ? (
        <p role="alert" className="font-bold text-alarm">
          {refused}
        </p>
      ) : null}
    </>
  )
}
