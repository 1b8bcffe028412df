/** Bytes as a data URL. */
export async function dataUrl(bytes: Blob): Promise<string> {
  const all = new Uint8Array(await bytes.arrayBuffer())
  let text = ''
  // In parts: a call takes no more arguments than that.
  for (let i = 0; i < all.length; i += 8192) text += String.fromCharCode(...all.subarray(i, i + 8192))
  return `data:${bytes.type || 'image/png'};base64,${btoa(text)}`
}
