/** A node of a cue as the parser of the W3C gives it. */
export interface CueNode {
  readonly type: string
  /** Of text its letters, of a timestamp its seconds, of a voice who speaks. */
  readonly value?: unknown
  readonly name?: string
  readonly children?: readonly CueNode[]
}
/** Timed text that was read: when it is said, by whom, and its pieces, each with when it begins where that is told. */
export interface TimedText {
  readonly start: number
  readonly end: number
  readonly speaker: string
  readonly pieces: readonly { readonly text: string; readonly from: number | null }[]
}

/** What a cue says. Markup is left out; who speaks is the first voice in it. */
export function timedText({
  startTime,
  endTime,
  tree,
}: {
  readonly startTime: number
  readonly endTime: number
  readonly tree: { readonly children: readonly CueNode[] }
}): TimedText {
  const pieces: { text: string; from: number | null }[] = []
  let [speaker, from] = ['', null as number | null]
  const walk = (node: CueNode): void => {
    if (node.type === 'timestamp' && typeof node.value === 'number') from = node.value
    else if (node.type === 'text' && typeof node.value === 'string') {
      const text = plain(node.value)
      if (text.trim()) pieces.push({ text: text.trim(), from })
    } else {
      if (node.name === 'v' && typeof node.value === 'string' && !speaker)
        speaker = plain(node.value).trim().slice(0, 80)
      node.children?.forEach(walk)
    }
  }
  tree.children.forEach(walk)
  return { start: startTime, end: endTime, speaker, pieces }
}

/** The parser leaves the semicolon of what was escaped behind. */
const plain = (text: string): string => text.replace(/([<>&]);/g, '$1').replace(/\s+/g, ' ')
