/** Something that a practitioner would look at again: where it is, what it is, and what would mend it. */
export interface Finding<K extends string = string, R = unknown> {
  readonly kind: K
  readonly first: number
  readonly last: number
  /** In a sentence, without where. */
  readonly words: string
  readonly remedy: R
}
