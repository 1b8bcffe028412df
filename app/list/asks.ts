/** What can be asked for one shot of the list, and for several that are selected. */
export type ShotAsk = 'edit' | 'status' | 'duplicate' | 'remove'
export type ManyAsk = 'status' | 'move' | 'duplicate' | 'remove'
