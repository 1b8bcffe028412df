import type { ShelfKind, ShelfThing } from '#core/document'

/** What the kinds of things are called, in the order in which they are listed. */
export const KINDS: Readonly<Record<ShelfKind, { readonly one: string; readonly many: string }>> = {
  figure: { one: 'figure', many: 'Figures' },
  part: { one: 'part', many: 'Parts' },
  image: { one: 'picture', many: 'Pictures' },
  column: { one: 'column', many: 'Columns' },
  mouths: { one: 'mouth set', many: 'Mouth sets' },
  spacing: { one: 'spacing', many: 'Spacings' },
  pencil: { one: 'pencil', many: 'Pencils' },
}

/** What using one is called, and what it does. */
export const usingOf = ({ kind, name }: ShelfThing): { name: string; title: string } =>
  kind === 'pencil'
    ? { name: 'Take', title: `Draw with a pencil as “${name}”` }
    : kind === 'spacing'
      ? { name: 'Use', title: `Space the span here as “${name}”, and keep a copy of it in this shot` }
      : kind === 'mouths'
        ? { name: 'Add', title: `Add a column with the mouths “${name}”, to be exposed by a reading` }
        : kind === 'column'
          ? { name: 'Add', title: `Add a copy of the column “${name}”, with its drawings, timing and charts` }
          : { name: 'Place', title: `Put a copy of “${name}” on the drawing under the playhead` }
