import { plural } from '#core/basic'
import type { Draft } from '#core/commands'
import type { ReadWord } from '#core/dialogue'
import { readText } from '#core/dialogue'
import type { SpokenLine } from '#core/document'
import { laterInShot, MOST_WORDS } from '#core/document'
import type { TimedText } from '#core/formats/vtt-cue'
import { SOUND_CLOCK } from '#core/time'
import { useDesk } from '~/desk/desk'
import { oneStep } from '~/desk/one-step'
import { useSounds } from '~/sound/store'
import { newId } from '~/sync/ids'
import { dictionary } from './dictionary'
import { settled } from './lines'
import { useOwnWays } from './own'

/** Takes up timed text as lines: its words at their times where these are told, else spread over the line's. */
export async function takeLines(all: readonly TimedText[]): Promise<number> {
  const [desk, sounds] = [useDesk(), useSounds()]
  const own = await useOwnWays().all()
  const { plan, shot } = desk
  const sound = sounds.here
  const drafts: Draft[] = []
  for (const timed of all) {
    const text = timed.pieces
      .map(p => p.text)
      .join(' ')
      .slice(0, 20_000)
    const read = await timedWords(timed, own)
    // Words before the sound begins are moments of the shot.
    const later = sound ? laterInShot({ sound: sound.id }, plan!, shot!.rate) : 0
    const of = sound && timed.start * SOUND_CLOCK >= later ? sound.id : undefined
    const words = settled(read, of === undefined ? 0 : later)
    if (!words?.length || words.length > MOST_WORDS) continue
    const line: SpokenLine = {
      ...{ id: newId(), text, words },
      ...(timed.speaker ? { speaker: timed.speaker } : {}),
      ...(of === undefined ? {} : { sound: of }),
    }
    drafts.push({ name: 'line.put', args: { plan: plan!.id, line } })
  }
  const done = drafts.length > 0 && desk.run(...oneStep(drafts, `Import ${plural(drafts.length, 'spoken line')}`))
  return done ? drafts.length : 0
}

/** The words of timed text, each piece of it in its own time. */
async function timedWords({ start, end, pieces }: TimedText, own: Readonly<Record<string, string>>) {
  const out: ReadWord[] = []
  let from = start
  for (const [i, piece] of pieces.entries()) {
    if (piece.from !== null && piece.from > from && piece.from < end) from = piece.from
    const next = pieces.slice(i + 1).find(p => p.from !== null && p.from > from && p.from < end)?.from
    // Pieces without a time share that of those around them.
    const share = pieces.slice(i).findIndex((p, k) => k > 0 && p.from !== null)
    const together = share < 0 ? pieces.length - i : share
    const to = from + ((next ?? end) - from) / together
    out.push(...readText(await dictionary().read(piece.text, { ...own }), [], { start: from, end: to }))
    from = to
  }
  return out
}
