const each = (text: string, field: string): string[] =>
  text.includes(`"${field}":"`)
    ? [...new Set([...text.matchAll(new RegExp(`"${field}":"([0-9a-f]{64})"`, 'g'))].map(m => m[1]!))]
    : []

/** The hashes of the strokes that a command (as JSON) names, wherever in its arguments. */
export const strokesIn = (command: string): string[] => each(command, 'hash')
/** The pictures that a command (as JSON) names, by the hashes of their bytes. */
export const picturesIn = (command: string): string[] => each(command, 'file')
