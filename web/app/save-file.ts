/** Hands a file to the browser to be saved. */
export function saveFile(name: string, content: BlobPart, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  URL.revokeObjectURL(url)
}

/** A name that every file system takes. */
export const fileName = (title: string, ending: string): string =>
  `${
    title
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 60) || 'piece'
  }.${ending}`

/**
 * Opens a PDF beside the page, to be looked at and printed from there; where the browser opens none, it is saved.
 * @param name of the file
 */
export function openPdf(name: string, bytes: BlobPart): void {
  const url = URL.createObjectURL(new Blob([bytes], { type: 'application/pdf' }))
  const opened = window.open(url, '_blank')
  if (!opened) saveFile(name, bytes, 'application/pdf')
  // as long as anybody could still be looking for it
  window.setTimeout(() => URL.revokeObjectURL(url), 60_000)
}
