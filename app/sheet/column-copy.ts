import type { ArgsOf, Draft } from '#core/commands'
import type { Column, Original, Shot } from '#core/document'
import { openShot, storeShot } from '#core/document'
import { freeName } from '#core/basic'
import { Contents, sceneOf } from '#core/pass'
import type { Scene } from '~/desk/scene'
import { withColumns } from '~/desk/scene'
import { letGoDraft } from './carry'
import { copyOfColumn } from './columns'

/** A column that was copied, with its drawings and charts, as text: it outlives its shot, and reaches other windows. */
export interface CopiedColumn {
  readonly name: string
  /** The shot that it is from, by its name. */
  readonly from: string
  readonly text: string
}

/** Copies a column whole. What it rode on stays behind: it lies where it lay. */
export function copyColumn(scene: Scene, column: Column): CopiedColumn {
  const { carrier, stands: _stands, inside: _inside, leader: _leader, link: _link, ...rest } = column
  const { moves } = carrier ? (letGoDraft(scene, column, 'place') as { args: ArgsOf<'column.carry'> }).args : rest
  const { moves: _moves, ...bare } = rest
  const alone: Column = { ...bare, ...(moves?.length ? { moves } : {}) }
  const { shot, plan } = scene
  const only: Shot = {
    ...shot,
    stacks: { [column.stack]: shot.stacks[column.stack]! },
    plans: {
      [plan.id]: {
        ...{ id: plan.id, name: plan.name, columns: { [column.id]: alone }, order: [column.id] },
        charts: Object.fromEntries(Object.entries(plan.charts).filter(([, c]) => c.stack === column.stack)),
      },
    },
    planOrder: [plan.id],
    spacings: {},
  }
  return { name: column.name, from: shot.name, text: JSON.stringify(storeShot(only)) }
}

/** Where a copied column goes, and what it is there besides. */
interface Pasting {
  readonly index: number
  /** Its own name, or one that is free, where nothing is said. */
  readonly name?: string
  readonly original?: Original
  /** The set on a shelf that its mouths are a copy of. */
  readonly mouths?: Original
}

/** Puts a copied column into a shot. A sentence where it cannot be read. */
export function pasteColumn(
  scene: Scene,
  text: string,
  { index, name: wanted, original, mouths }: Pasting,
): { id: string; stack: string; draft: Draft } | string {
  const source = sourceOf(scene, text)
  const [column] = source?.columns ?? []
  if (!source || !column) return 'The column that was copied cannot be read any more. Copy it again.'
  const { name, args } = copyOfColumn(source, column) as { name: 'column.add'; args: ArgsOf<'column.add'> }
  const names = scene.columns.map(c => c.name)
  const put = {
    ...args.column,
    name: wanted ?? freeName(column.name, names),
    ...(original ? { original } : {}),
    ...(mouths && args.column.mouths ? { mouths: { ...args.column.mouths, original: mouths } } : {}),
  }
  return {
    ...{ id: put.id, stack: args.stack.id },
    draft: { name, args: { ...args, plan: scene.plan.id, index, column: put } },
  }
}

/** What was copied, as a scene of its own. */
function sourceOf({ strokeBy, keeper }: Scene, text: string): Scene | null {
  try {
    const opened = openShot(JSON.parse(text))
    if (!opened.ok) return null
    return withColumns(sceneOf(opened.shot, opened.shot.planOrder[0]!, new Contents()), strokeBy, keeper)
  } catch {
    return null
  }
}
