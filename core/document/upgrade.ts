type Tree = Record<string, unknown>
/** Brings a stored shot of one schema number to the next. Gets what is stored, whatever it is, and changes nothing in it. */
export type Upgrade = (old: Tree) => Tree

const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null && !Array.isArray(v)

/** A record with each of its entries mapped; what is no record stays as it is, for the schema to refuse. */
const mapped = (record: unknown, map: (entry: Tree, index: number) => unknown): unknown =>
  isTree(record)
    ? Object.fromEntries(Object.entries(record).map(([key, v], i) => [key, isTree(v) ? map(v, i) : v]))
    : record

/** An entry with some of its fields under other names, each in its place. */
export const renamedFields = (entry: Tree, names: Readonly<Record<string, string>>): Tree =>
  Object.fromEntries(Object.entries(entry).map(([key, v]) => [Object.hasOwn(names, key) ? names[key] : key, v]))

/** Fields of a column that got other names with schema 5. */
export const COLUMN_NAMES_5 = { guide: 'reference', lead: 'leader' }
export const column5 = (column: Tree): Tree => renamedFields(column, COLUMN_NAMES_5)
export const plan5 = (plan: Tree): Tree =>
  'columns' in plan ? { ...plan, columns: mapped(plan.columns, column5) } : plan
/** From front to back was the order of keys before. */
export const stack5 = (stack: Tree): Tree =>
  'subjects' in stack ? { ...stack, subjects: mapped(stack.subjects, (s, rank) => ({ ...s, rank })) } : stack

/** One small function for each older schema number, from it to the next. */
export const upgrades: Readonly<Record<number, Upgrade>> = {
  // 2 adds families of spacing and fields that may be missing (leads, pins, fixed parts, scale); nothing old changes.
  1: old => ({ ...old, schema: 2 }),
  // 3 adds repeat brackets and action notes, which may be missing.
  2: old => ({ ...old, schema: 3 }),
  // 4 adds named parts, pictures, strokes that were moved, proportions and mirrors of poses, and columns lined up with
  // others.
  3: old => ({ ...old, schema: 4 }),
  // 5 gives subjects a rank, and columns the names `reference` and `leader`.
  4: old => ({ ...old, schema: 5, stacks: mapped(old.stacks, stack5), plans: mapped(old.plans, plan5) }),
  // 6 adds the size of the room around the picture, which may be missing.
  5: old => ({ ...old, schema: 6 }),
  // 7 adds what new drawings of a column are, columns whose drawings are locked, what the pen does on held frames, where
  // new poses come, and drawings that are alike on purpose; all may be missing.
  6: old => ({ ...old, schema: 7 }),
  // 8 adds ties of strokes to charts, which may be missing.
  7: old => ({ ...old, schema: 8 }),
  // 9 adds what is bound to the bones of figures, and columns that are carried or moved; all may be missing.
  8: old => ({ ...old, schema: 9 }),
  // 10 adds moves that go to the next one or hide the column, columns before or behind what carries them by frame, and
  // columns that are seen inside another one only; all may be missing.
  9: old => ({ ...old, schema: 10 }),
  // 11 adds finished drawings, which may be missing.
  10: old => ({ ...old, schema: 11 }),
  // 12 adds footage of columns, which may be missing.
  11: old => ({ ...old, schema: 12 }),
  // 13 adds originals on a shelf to subjects, columns and kept spacings, which may be missing.
  12: old => ({ ...old, schema: 13 }),
  // 14 adds sounds and lines of plans, which may be missing.
  13: old => ({ ...old, schema: 14 }),
  // 15 adds mouth sets of columns, and what was exposed from a reading, which may be missing.
  14: old => ({ ...old, schema: 15 }),
  // 16 adds cycles to columns, and moves that go on with the drawings of their column, which may be missing.
  15: old => ({ ...old, schema: 16 }),
  // 17 adds the camera of a plan, how near columns lie, and moves on an arc, which may be missing.
  16: old => ({ ...old, schema: 17 }),
}

/**
 * A stored shot brought to a schema number, step by step. One whose number no Fintro ever wrote stays as it is, for the
 * schema to refuse.
 */
export function upgraded(stored: Tree, to: number, steps = upgrades): Tree {
  const from = Number(stored.schema)
  if (!(from >= 1)) return stored
  let now = stored
  for (let n = from; n < to; n++) now = steps[n]?.(now) ?? now
  return now
}
