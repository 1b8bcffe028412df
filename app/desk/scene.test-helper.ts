import type { Command, Draft } from '#core/commands'
import { applyCommand } from '#core/commands'
import type { Shot } from '#core/document'
import { SCHEMA } from '#core/document'
import { sceneOf } from '#core/pass'
import { COLUMN, PLAN } from '#core/commands/fixture.test-helper'
import type { Focus, Scene, Selection } from './scene'
import { focusIn, withColumns } from './scene'

/**
 * A scene and a focus on a frame, with frames of the first column selected (none where nothing is said), or as told.
 */
export function deskOn(
  shot: Shot,
  frame = 1,
  range: { first: number; last: number } | null = null,
  selection: Selection | null = range && { column: COLUMN, columns: [COLUMN], ...range },
): [scene: Scene, focus: Focus] {
  const scene = withColumns(sceneOf(shot, PLAN), () => undefined, {
    note: () => 'f'.repeat(64),
    keep: () => 'f'.repeat(64),
  })
  return [scene, focusIn(scene, { column: selection?.column ?? COLUMN, workFrame: frame, selection })]
}

/** The shot after drafts, as one command. */
export function after(shot: Shot, draft: Draft | readonly Draft[] | null): Shot {
  const drafts = Array.isArray(draft) ? (draft as readonly Draft[]) : [draft as Draft]
  const one = drafts.length === 1 ? drafts[0] : { name: 'together', args: { commands: drafts } }
  const out = applyCommand(shot, {
    id: `draft-${Math.random().toString(36).slice(2, 10)}`,
    schema: SCHEMA,
    ...one,
  } as Command)
  if (!out.ok) throw new Error(out.refusal.message)
  return out.shot
}
