/** Why a command could not be applied. Nothing was changed. */
export interface Refusal {
  readonly code: 'gone' | 'changed' | 'locked' | 'no-room' | 'again' | 'invalid' | 'limit'
  readonly message: string
}

/** Thrown inside the application of a command and turned into a value at its edge (applyCommand). */
export class Refused extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.message)
  }
}

export const refuse = (code: Refusal['code'], message: string): never => {
  throw new Refused({ code, message })
}
