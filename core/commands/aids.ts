import { z } from 'zod'
import { fixedSchema } from '../figure'
import { idSchema } from '../basic'
import { command } from './kind'
import { keptSpacingSchema, numberSchema, pinSchema, shotSchema } from '../document/document'
import { chartOf, drawingOf, planOf, stackOf, withDrawings, withPlan, without } from './parts'
import { refuse } from './refusal'

export const fixParts = command(
  'drawing.fix',
  z.object({
    plan: idSchema,
    chart: idSchema,
    drawing: idSchema,
    /** All that it fixes afterwards; null makes it a plain in-between again. */
    fixed: z.record(idSchema, fixedSchema).nullable(),
  }),
  ({ plan, chart, drawing, fixed }, shot) => {
    const number =
      shot.stacks[shot.plans[plan]?.charts[chart]?.stack ?? '']?.drawings[drawing]?.number ?? 'the in-between'
    return !fixed
      ? `Make ${number} a plain in-between again`
      : Object.keys(fixed).length
        ? `Pose parts of ${number}`
        : `Break down some parts on ${number}`
  },
  (shot, { plan, chart: id, drawing: drawingId, fixed }) => {
    const chart = chartOf(shot, plan, id)
    if (!chart.ticks.some(t => t.drawing === drawingId)) refuse('gone', 'The drawing is not in this chart any more.')
    const { fixed: _old, ...drawing } = drawingOf(shot, chart.stack, drawingId)
    if (drawing.own)
      refuse('changed', `Drawing ${drawing.number} is detached from its chart; return it to its chart first.`)
    const stack = stackOf(shot, chart.stack)
    if (Object.keys(fixed ?? {}).some(s => !stack.subjects[s])) refuse('gone', 'The figure is not there any more.')
    return withDrawings(shot, chart.stack, [fixed ? { ...drawing, fixed } : drawing])
  },
)

export const renumber = command(
  'drawing.renumber',
  z.object({ stack: idSchema, numbers: z.record(idSchema, numberSchema) }),
  ({ numbers }) => `Number ${Object.keys(numbers).length} drawings`,
  (shot, { stack: id, numbers }) => {
    const stack = stackOf(shot, id)
    const changed = Object.entries(numbers).map(([drawing, number]) => ({ ...drawingOf(shot, id, drawing), number }))
    const all = [...Object.values(stack.drawings).filter(d => numbers[d.id] === undefined), ...changed]
    const seen = new Set<string>()
    for (const { number } of all) {
      if (seen.has(number)) refuse('invalid', `There would be two drawings ${number}.`)
      seen.add(number)
    }
    return withDrawings(shot, id, changed)
  },
)

export const setPin = command(
  'pin.set',
  z.object({ plan: idSchema, pin: pinSchema }),
  'Pin a part to its place',
  (shot, { plan: id, pin }) => {
    const plan = planOf(shot, id)
    const stack = stackOf(shot, pin.stack)
    if (!stack.subjects[pin.subject]) refuse('gone', 'The figure is not there any more.')
    for (const d of pin.drawings) drawingOf(shot, pin.stack, d)
    if (pin.to.kind === 'part' && !stackOf(shot, pin.to.stack).subjects[pin.to.subject])
      refuse('gone', 'What it should be pinned to is not there any more.')
    return withPlan(shot, { ...plan, pins: { ...plan.pins, [pin.id]: pin } })
  },
)

export const removePin = command(
  'pin.remove',
  z.object({ plan: idSchema, pin: idSchema }),
  'Delete pin',
  (shot, { plan: id, pin }) => {
    const { pins = {}, ...plan } = planOf(shot, id)
    if (!pins[pin]) refuse('gone', 'The pin is not there any more.')
    const rest = without(pins, [pin])
    return withPlan(shot, Object.keys(rest).length ? { ...plan, pins: rest } : plan)
  },
)

export const setScale = command(
  'shot.scale',
  z.object({ scale: shotSchema.shape.scale.unwrap().nullable() }),
  ({ scale }) => (scale ? 'Set the scale of the shot' : 'Delete the scale'),
  (shot, { scale }) => {
    const { scale: _old, ...rest } = shot
    return scale ? { ...rest, scale } : rest
  },
)

export const keepSpacing = command(
  'spacing.keep',
  z.object({ spacing: keptSpacingSchema }),
  ({ spacing }) => `Save the spacing “${spacing.name}”`,
  (shot, { spacing }) => ({ ...shot, spacings: { ...shot.spacings, [spacing.id]: spacing } }),
)

export const forgetSpacing = command(
  'spacing.forget',
  z.object({ spacing: idSchema }),
  ({ spacing }, shot) => `Delete the saved spacing “${shot.spacings?.[spacing]?.name ?? ''}”`,
  (shot, { spacing }) => {
    const { spacings = {}, ...rest } = shot
    if (!spacings[spacing]) refuse('gone', 'The saved spacing is not there any more.')
    const left = without(spacings, [spacing])
    return Object.keys(left).length ? { ...rest, spacings: left } : rest
  },
)
