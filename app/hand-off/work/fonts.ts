import figtree from '@fontsource-variable/figtree/files/figtree-latin-wght-normal.woff2?url'
import figtreeExt from '@fontsource-variable/figtree/files/figtree-latin-ext-wght-normal.woff2?url'
import mono from '@fontsource/ibm-plex-mono/files/ibm-plex-mono-latin-600-normal.woff2?url'

let loaded: Promise<void> | null = null

/** The fonts of the application, for what a worker writes. Where they cannot be had the browser's own stand in. */
export function workerFonts(): Promise<void> {
  const faces: [string, string, FontFaceDescriptors][] = [
    ['Figtree Variable', figtree, { weight: '300 900' }],
    ['Figtree Variable', figtreeExt, { weight: '300 900', unicodeRange: 'U+0100-02AF, U+1E00-1EFF, U+20A0-20C0' }],
    ['IBM Plex Mono', mono, { weight: '600' }],
  ]
  loaded ??= Promise.all(
    faces.map(async ([family, url, about]) => {
      const face = new FontFace(family, `url(${url})`, about)
      const fonts = (globalThis as unknown as { fonts: FontFaceSet }).fonts
      fonts.add(await face.load())
    }),
  ).then(
    () => undefined,
    () => undefined,
  )
  return loaded
}
