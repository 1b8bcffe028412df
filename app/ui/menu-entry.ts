/** One line of a menu. */
export interface MenuEntry {
  readonly name: string
  /** What its name does not say, told on hover. */
  readonly hint?: string
  /** Its key, as it is written on its cap. */
  readonly key?: string
  /** For what is switched: whether it is on. */
  readonly on?: boolean
  /** It cannot be done now. */
  readonly off?: boolean
  /** It begins a new group: a line stands above it. */
  readonly apart?: boolean
  readonly do: () => unknown
}
