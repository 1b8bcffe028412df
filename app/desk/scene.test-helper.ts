import { Contents, passAt } from '#core/pass'
import type { Shot } from '#core/document'
import type { Command } from '#core/commands'
import { SCHEMA, shownPlan } from '#core/document'
import { applyCommand } from '#core/commands'
import { shownAt } from '#core/sheet'
import type { Desk, Selection } from './desk'
import type { Draft } from '~/sync/session'
import { COLUMN, STACK } from '#core/commands/fixture.test-helper'

/** As much of a desk as drafts look at: on a frame, with what is selected. */
export function deskOn(
  shot: Shot,
  frame = 1,
  range = { first: frame, last: frame },
  selection: Selection | null = null,
): Desk {
  const contents = new Contents()
  const plan = shownPlan(shot)
  const column = plan.columns[selection?.column ?? COLUMN]!
  const pass = passAt(contents.passes(shot, plan, column), frame)
  const drawing = shownAt(column.runs, frame)?.run.drawing
  const stack = shot.stacks[STACK]!
  return {
    shot,
    shown: shot,
    plan,
    column,
    columns: plan.order.map(id => plan.columns[id]!),
    selection,
    stack,
    drawing: drawing ? stack.drawings[drawing] : null,
    contents,
    frame,
    workFrame: frame,
    range,
    pass,
  } as unknown as Desk
}

/** The shot after drafts, as one command. */
export function after(shot: Shot, draft: Draft | readonly Draft[] | null): Shot {
  const drafts = Array.isArray(draft) ? (draft as readonly Draft[]) : [draft as Draft]
  const one = drafts.length === 1 ? drafts[0] : { name: 'together', args: { commands: drafts } }
  const out = applyCommand(shot, {
    id: `wish-${Math.random().toString(36).slice(2, 10)}`,
    schema: SCHEMA,
    ...one,
  } as Command)
  if (!out.ok) throw new Error(out.refusal.message)
  return out.shot
}
