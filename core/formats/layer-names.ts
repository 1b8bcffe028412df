const SIGNS: Readonly<Record<string, string>> = { lt: '<', gt: '>', amp: '&', quot: '"', apos: "'" }

/** A name as it is read, from a text of XML: its signs stand there by name or number (W3C XML 1.0, 4.1 and 4.6). */
const plain = (text: string): string =>
  text.replace(
    /&(?:#(\d{1,7})|#x([0-9a-f]{1,6})|(lt|gt|amp|quot|apos));/gi,
    (whole, ten: string, six: string, name: string) => {
      if (name) return SIGNS[name.toLowerCase()]!
      const code = ten ? Number(ten) : Number.parseInt(six, 16)
      return code >= 32 && code <= 0x10ffff ? String.fromCodePoint(code) : whole
    },
  )

/** Names for layers, of the texts that stand in a file: none is empty, none longer than 80 letters, no two alike. */
export function layerNames(names: readonly string[]): string[] {
  const taken = new Set<string>()
  return names.map((given, i) => {
    const bare = plain(given).trim().replace(/\s+/g, ' ').slice(0, 74).toWellFormed().trim() || `Layer ${i + 1}`
    let name = bare
    for (let n = 2; taken.has(name); n++) name = `${bare} ${n}`
    taken.add(name)
    return name
  })
}
