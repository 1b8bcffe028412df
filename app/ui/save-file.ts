const KEPT_MS = 60_000

/** Gives a person a file, under a name, where the browser puts what is downloaded. */
export function saveFile(name: string, content: Blob): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(content)
  link.download = name
  link.click()
  // The browser may still be reading it.
  setTimeout(() => URL.revokeObjectURL(link.href), KEPT_MS)
}
