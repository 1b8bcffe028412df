import { expect, it } from 'vitest'
import { actions } from './actions'
import { Finder } from './desk/find'
import { OTHER_WORDS } from './other-words'

const finder = new Finder(actions, OTHER_WORDS)
const found = (typed: string): string[] => finder.find(typed).map(a => a.id)

it('other words are of actions that there are, and none stands twice for one', () => {
  const ids = new Set(actions.map(a => a.id))
  expect(Object.keys(OTHER_WORDS).filter(id => !ids.has(id))).toEqual([])
  for (const words of Object.values(OTHER_WORDS)) expect(new Set(words).size).toBe(words.length)
})

// Words that someone who is new to it would type (common practice), and what they must lead to.
it.each([
  ['export', 'hand-off'],
  ['movie', 'export-movie'],
  ['render', 'hand-off'],
  ['mp4', 'export-movie'],
  ['gif', 'export-gif'],
  ['print', 'export-paper'],
  ['pdf', 'export-paper'],
  ['png', 'export-images'],
  ['save', 'side-states'],
  ['import', 'bring-in'],
  ['video', 'side-footage'],
  ['select', 'tool-select'],
  ['select all', 'art-all'],
  ['duplicate', 'pose-copy'],
  ['zoom', 'zoom-in'],
  ['number', 'number-all'],
  ['onion skin', 'ghosts'],
  ['brush', 'tool-pencil'],
  ['erase', 'tool-eraser'],
  ['colour', 'side-lines'],
  ['fps', 'side-shot'],
  ['length', 'side-shot'],
  ['lip sync', 'side-mouths'],
  ['mouth', 'side-mouths'],
  ['mouth timing', 'mouths-expose'],
  ['walk cycle', 'side-cycles'],
  ['stride', 'side-cycles'],
  ['wing beat', 'side-cycles'],
  ['foot sliding', 'side-cycles'],
  ['new walk', 'cycle-plan'],
  ['opposite step', 'cycle-half'],
  ['drags', 'cycle-out'],
  ['loop all', 'cycle-fill'],
  ['parallax', 'side-moves'],
  ['pan', 'side-moves'],
  ['truck in', 'camera-here'],
  ['camera view', 'camera-look'],
  ['easing', 'chart'],
  ['ease in', 'space-halves-second'],
  ['keyframe', 'role-key'],
  ['new drawing', 'pose-blank'],
  ['layer', 'column-add'],
  ['rename column', 'column-settings'],
  ['history', 'side-states'],
  ['dark mode', 'theme'],
  ['twos', 'push-2'],
  ['cycle', 'repeat'],
  ['delete drawing', 'delete'],
  ['comment', 'note'],
  ['help', 'shortcuts'],
  ['preview', 'play'],
  ['home', 'shots'],
  ['paste', 'paste'],
  ['manual', 'guide'],
  ['getting started', 'first-steps'],
  ['next shot', 'play-beside'],
  ['palm rejection', 'only-pen'],
  ['screen reader', 'sheet-table'],
  ['circle', 'draw-ellipse'],
  ['fill', 'draw-fill'],
  ['ghosts by poses', 'ghosts-by-pose'],
  ['background column', 'column-background'],
  ['feet', 'count-feet'],
  ['duplicate column', 'column-duplicate'],
  ['rename shot', 'shot-rename'],
  ['rename', 'shot-rename'],
  ['transparent', 'export-images'],
  ['burn in', 'export-movie'],
  ['export settings', 'hand-off'],
  ['import pictures', 'bring-in'],
  ['thicker line', 'side-lines'],
  ['mouth', 'column-carry'],
  ['audio', 'side-sound'],
  ['dialogue', 'side-reading'],
  ['lip sync', 'side-reading'],
  ['phonemes', 'side-reading'],
  ['captions', 'side-reading'],
  ['waveform', 'side-sound'],
  ['mute', 'sound-mute'],
  ['listen', 'sound-hear'],
  ['tempo', 'beat-tap'],
  ['import sound', 'side-sound'],
  ['scrub sound', 'sound-scrub'],
  ['library', 'side-shelf'],
  ['save to library', 'shelf-keep'],
  ['copy to another shot', 'column-copy'],
  ['new pose settings', 'pose-add'],
  ['number of in-betweens', 'chart'],
])('“%s” finds it among the first three: %s', (typed, id) => {
  expect(found(typed).slice(0, 3)).toContain(id)
})

it('all that is typed counts, and nothing that is only written alike stands before it', () => {
  expect(found('select all').filter(id => /delete|remove/.test(id))).toEqual([])
  expect(found('undo')[0]).toBe('undo')
  expect(found('hold')[0]).toBe('hold')
  expect(found('zoom in')[0]).toBe('zoom-in')
  // Words that say nothing do not stand in the way.
  expect(found('how do I add a column')[0]).toBe('column-add')
})

it('what is typed wrong is found as well, and nothing gives all', () => {
  expect(found('erazer')).toContain('tool-eraser')
  expect(found('spred evenly').slice(0, 3)).toContain('spread')
  expect(found('qqqqzzz')).toEqual([])
  expect(found('  ')).toHaveLength(actions.length)
})
