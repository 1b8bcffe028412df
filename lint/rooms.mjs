import path from 'node:path'

/**
 * The rooms of each side from the ground up: a room imports from itself and from rooms that stand before it. What
 * stands in one list is on one floor and knows nothing of each other.
 */
export const floors = {
  core: [
    ['basic'],
    ['time', 'motion'],
    ['sheet', 'chart', 'figure', 'stroke', 'sound', 'cycle'],
    ['tie', 'dialogue'],
    ['document'],
    ['commands', 'pass'],
    ['picture', 'ghost'],
    ['travel', 'formats'],
    ['paper', 'findings'],
  ],
  app: [
    ['sync'],
    ['ui'],
    ['desk'],
    ['sound'],
    ['sheet'],
    ['ghosts', 'reading'],
    ['chart'],
    ['poses', 'travel', 'footage'],
    ['rail', 'light-table'],
    ['figures', 'superimpose', 'ties', 'findings', 'cycles', 'moves'],
    ['picture', 'mouths'],
    ['exchange', 'hand-off'],
    ['tray', 'shot', 'states', 'list', 'beside', 'guide', 'shelf'],
  ],
  server: [
    ['settings'],
    ['watch'],
    ['problems'],
    ['db'],
    ['http'],
    ['live', 'media'],
    ['shots'],
    ['jobs'],
    ['commits'],
    ['openapi'],
    ['plugins', 'middleware', 'api'],
  ],
}

const floorOf = (side, room) => floors[side].findIndex(rooms => rooms.includes(room))

/** Where an import leads, as side/room; null for packages and for what stands in no room. */
function roomOf(file, root) {
  const [side, room, ...rest] = path.relative(root, file).split(path.sep)
  return floors[side] && rest.length && floorOf(side, room) >= 0 ? { side, room } : null
}

function resolved(spec, from, root) {
  if (spec.startsWith('#core')) return path.join(root, 'core', spec.slice('#core'.length))
  if (spec.startsWith('~/')) return path.join(root, 'app', spec.slice(2))
  return spec.startsWith('.') ? path.resolve(path.dirname(from), spec) : null
}

/** Arrows between rooms point downward only. */
export const arrows = {
  meta: { type: 'problem', schema: [], messages: { up: '{{from}} stands below {{to}} and may not import from it.' } },
  create(context) {
    const root = context.cwd
    const here = roomOf(context.filename, root)
    if (!here) return {}
    const check = node => {
      const target = node.source && resolved(node.source.value, context.filename, root)
      const there = target && roomOf(path.extname(target) ? target : path.join(target, 'index'), root)
      const to = there ?? (target && topOf(target, root))
      if (!to || (to.side === here.side && to.room === here.room)) return
      const fine =
        to.side === here.side
          ? to.room !== null && floorOf(here.side, to.room) < floorOf(here.side, here.room)
          : to.side === 'core' && here.side !== 'core'
      if (!fine) {
        const name = r => (r.room === null ? `the top of ${r.side}/` : `${r.side}/${r.room}`)
        context.report({ node, messageId: 'up', data: { from: name(here), to: name(to) } })
      }
    }
    return { ImportDeclaration: check, ExportNamedDeclaration: check, ExportAllDeclaration: check }
  },
}

/** A file that stands above the rooms of its side (a page, a registry). */
function topOf(file, root) {
  const [side] = path.relative(root, file).split(path.sep)
  return floors[side] ? { side, room: null } : null
}
