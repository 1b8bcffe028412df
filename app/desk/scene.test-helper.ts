import { Contents, passAt } from '#core/pass'
import type { Shot } from '#core/document'
import type { Command } from '#core/commands'
import { SCHEMA, shownPlan } from '#core/document'
import { applyCommand } from '#core/commands'
import { shownAt } from '#core/sheet'
import type { Desk, Selection } from './desk'
import type { Wish } from '~/sync/session'
import { COLUMN, STACK } from '#core/commands/fixture.test-helper'

/** As much of a desk as wishes look at: on a frame, with what is chosen. */
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

/** The shot after wishes, as one command. */
export function after(shot: Shot, wish: Wish | readonly Wish[] | null): Shot {
  const wishes = Array.isArray(wish) ? (wish as readonly Wish[]) : [wish as Wish]
  const one = wishes.length === 1 ? wishes[0] : { name: 'together', args: { commands: wishes } }
  const out = applyCommand(shot, {
    id: `wish-${Math.random().toString(36).slice(2, 10)}`,
    schema: SCHEMA,
    ...one,
  } as Command)
  if (!out.ok) throw new Error(out.refusal.message)
  return out.shot
}
