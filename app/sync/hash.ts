/** The SHA-256 of a text or of bytes, in hexadecimal digits. */
export async function sha256(content: string | ArrayBuffer): Promise<string> {
  const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content
  const digest = await crypto.subtle.digest('SHA-256', bytes)
  return Array.from(new Uint8Array(digest), b => b.toString(16).padStart(2, '0')).join('')
}
