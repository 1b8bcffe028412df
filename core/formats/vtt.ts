import type { LineOnSheet, Note } from '../document'
import { frameStart, type Rate } from '../time'

const pad = (n: number, digits: number): string => String(n).padStart(digits, '0')

/** A time as W3C WebVTT writes it: hours, minutes, seconds and thousandths. */
function vttTime(seconds: number): string {
  const ms = Math.round(seconds * 1000)
  const [h, m, s] = [Math.floor(ms / 3_600_000), Math.floor(ms / 60_000) % 60, Math.floor(ms / 1000) % 60]
  return `${pad(h, 2)}:${pad(m, 2)}:${pad(s, 2)}.${pad(ms % 1000, 3)}`
}

/** Text of a cue: what would be markup is escaped, and no empty line ends the cue. */
const cueText = (text: string): string =>
  text
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .split(/\r\n|[\r\n\u2028\u2029]/)
    .filter(line => line.trim())
    .join('\n')

/** Notes as timed text (W3C WebVTT), each from the start of its first frame to the end of its last, in order. */
export function notesVtt(notes: readonly Note[], rate: Rate): string {
  const sorted = [...notes].sort((a, b) => a.frame - b.frame || a.frames - b.frames)
  const cue = (n: Note): string =>
    `${vttTime(frameStart(n.frame, rate))} --> ${vttTime(frameStart(n.frame + n.frames, rate))}\n${cueText(n.text)}\n`
  return `WEBVTT\n\n${sorted.map(cue).join('\n')}`
}

/**
 * Spoken lines as timed text (W3C WebVTT): a cue for each, with who speaks as its voice and a timestamp before each word
 * but the first.
 */
export function linesVtt(lines: readonly LineOnSheet[]): string {
  const cue = ({ line, words }: LineOnSheet): string => {
    const [first, last] = [words[0]!, words.at(-1)!]
    const text = words.map((w, i) => `${i ? ` <${vttTime(w.from)}>` : ''}${cueText(w.word.text)}`).join('')
    const voice = line.speaker ? `<v ${cueText(line.speaker)}>` : ''
    return `${vttTime(first.from)} --> ${vttTime(last.to)}\n${voice}${text}\n`
  }
  return `WEBVTT\n\n${lines.map(cue).join('\n')}`
}
