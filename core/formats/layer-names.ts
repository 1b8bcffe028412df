/** Names for layers: none is empty, none longer than 80 letters, no two alike. */
export function layerNames(names: readonly string[]): string[] {
  const taken = new Set<string>()
  return names.map((given, i) => {
    const bare = given.trim().replace(/\s+/g, ' ').slice(0, 74).trim() || `Layer ${i + 1}`
    let name = bare
    for (let n = 2; taken.has(name); n++) name = `${bare} ${n}`
    taken.add(name)
    return name
  })
}
