import letters from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff2?url'

/** What a worker writes is written as on the page: it has no letters of its own. */
export function ownLetters(): void {
  const font = new FontFace('Atkinson Hyperlegible Next', `url(${letters})`)
  const { fonts } = globalThis as unknown as { readonly fonts: FontFaceSet }
  fonts.add(font)
  void font.load().catch(() => undefined)
}
