import letters from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff2?url'

/**
 * What a worker writes is written as on the page: it has no letters of its own. Resolves once they are there, or cannot be
 * had; a canvas that has written before then keeps to the letters that it found.
 */
export async function ownLetters(): Promise<void> {
  const font = new FontFace('Atkinson Hyperlegible Next', `url(${letters})`)
  const { fonts } = globalThis as unknown as { readonly fonts: FontFaceSet }
  fonts.add(font)
  await font.load().catch(() => undefined)
}
