import type { Draft } from '#core/commands'
import { frameOfSample, sampleOf } from '#core/time'
import type { Action } from '~/desk/action'
import type { Desk } from '~/desk/desk'
import { usePointed } from '~/desk/pointed'
import { useSide } from '~/ui/side'
import { tell } from '~/ui/messages'
import { wordDrafts } from './lines'
import { useReading } from './store'

const hasLine = (): boolean => !!useReading().here
const hasWord = (): boolean => !!useReading().word
const NO_LINE = 'no line is read yet. Type its text in the panel of the reading.'
const NO_WORD = 'no word is selected: click one in the reading column.'
/** Its keys mean this where one pointed at the reading last. */
const inReading = (): boolean => hasLine() && usePointed().at === 'reading'

const frame = (d: Desk): number => sampleOf(2, d.shot!.rate) - sampleOf(1, d.shot!.rate)

/** Something that is done to the word that is selected. */
const toWord = (
  id: string,
  name: string,
  {
    draft,
    ...more
  }: Partial<Action> & { draft: (d: Desk, w: NonNullable<ReturnType<typeof useReading>['word']>) => Draft | null },
): Action => ({
  ...{ id, name, group: 'Exposure', keys: [], first: true, when: inReading, can: hasWord, why: NO_WORD },
  ...more,
  do: d => {
    const w = useReading().word!
    const made = draft(d, w)
    if (!made) tell('There is no room for that.')
    else if (d.run(made)) useReading().hearWord()
  },
})
const ends = (id: string, name: string, keys: readonly string[], end: 'start' | 'end', by: 1 | -1): Action =>
  toWord(id, name, {
    keys,
    repeats: true,
    draft: (d, { line, at, word }) =>
      wordDrafts.end(d.plan!.id, line, at, end, (end === 'start' ? word.from : word.to) + by * frame(d)),
  })
const moves = (id: string, name: string, keys: readonly string[], which: 'alone' | 'following', by: 1 | -1): Action =>
  toWord(id, name, {
    keys,
    repeats: true,
    draft: (d, { line, at }) => wordDrafts.shift(d.plan!.id, line, at, by * frame(d), which),
  })
const goes = (id: string, name: string, key: string, by: 1 | -1): Action => ({
  ...{ id, name, group: 'Look', keys: [key], repeats: true, first: true },
  when: inReading,
  can: hasLine,
  why: NO_LINE,
  do: d => {
    useReading().beside(by)
    const w = useReading().word
    if (w) d.goTo(frameOfSample(w.word.from + w.later, d.shot!.rate))
  },
})

/** What is spoken, and when. */
export const readingActions: readonly Action[] = [
  {
    id: 'side-reading',
    after: 'side-sound',
    name: 'Reading',
    hint: 'spoken lines: their words and sounds against the frames',
    group: 'Look',
    keys: ['Alt+Slash'],
    on: () => useSide().open === 'reading',
    do: () => useSide().toggle('reading'),
  },
  goes('word-before', 'Word before', 'ArrowLeft', -1),
  goes('word-next', 'Next word', 'ArrowRight', 1),
  {
    ...{ id: 'word-hear', name: 'Hear the word', group: 'Look', keys: ['Enter'], first: true, when: inReading },
    can: hasWord,
    why: NO_WORD,
    do: () => useReading().hearWord(),
  },
  ends('word-start-earlier', 'Word begins a frame earlier', ['Shift+ArrowUp'], 'start', -1),
  ends('word-start-later', 'Word begins a frame later', ['Shift+ArrowDown'], 'start', 1),
  ends('word-end-earlier', 'Word ends a frame earlier', ['Alt+ArrowUp'], 'end', -1),
  ends('word-end-later', 'Word ends a frame later', ['Alt+ArrowDown'], 'end', 1),
  moves('word-earlier', 'Word a frame earlier', ['Shift+ArrowLeft'], 'alone', -1),
  moves('word-later', 'Word a frame later', ['Shift+ArrowRight'], 'alone', 1),
  moves('words-earlier', 'Word and what follows a frame earlier', ['Alt+Shift+ArrowUp'], 'following', -1),
  moves('words-later', 'Word and what follows a frame later', ['Alt+Shift+ArrowDown'], 'following', 1),
  toWord('word-split', 'Split the word at the playhead', {
    keys: ['s'],
    draft: (d, { line, at, word, later }) => {
      const here = sampleOf(d.workFrame, d.shot!.rate) - later
      const inside = here > word.from && here < word.to
      return wordDrafts.split(d.plan!.id, line, at, inside ? here : Math.round((word.from + word.to) / 2))
    },
  }),
  toWord('word-join', 'Join the word with the next', {
    keys: ['j'],
    draft: (d, { line, at }) => wordDrafts.join(d.plan!.id, line, at),
  }),
  toWord('word-stress', 'Stress the word, or not', {
    keys: ['u'],
    on: () => {
      const w = useReading().word
      return !!w && !!useReading().stresses.get(w.line.id)?.[w.at]
    },
    draft: (d, { line, at, word }) => {
      const stressed = !useReading().stresses.get(line.id)?.[at]
      const label = stressed ? `Stress “${word.text}”` : `No stress on “${word.text}”`
      return wordDrafts.set(d.plan!.id, line, at, { ...word, stressed }, label)
    },
  }),
  {
    ...{
      id: 'word-delete',
      name: 'Delete the word',
      group: 'Exposure',
      keys: ['Delete'],
      first: true,
      when: inReading,
    },
    can: hasWord,
    why: NO_WORD,
    do: d => {
      const { line, at } = useReading().word!
      d.run(wordDrafts.remove(d.plan!.id, line, at))
    },
  },
  {
    id: 'line-delete',
    name: 'Delete the spoken line',
    group: 'Exposure',
    keys: [],
    can: hasLine,
    why: NO_LINE,
    do: d => {
      const { line } = useReading().here!
      if (d.run({ name: 'line.remove', args: { plan: d.plan!.id, line: line.id } })) d.tellDone('The line was deleted.')
    },
  },
]
