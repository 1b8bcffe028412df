import type { z } from 'zod'

/** A refusal that leaves the server as a problem document (RFC 9457). */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly detail: string,
    readonly at?: string,
    /** Further fields of the answer's head. */
    readonly headers: Readonly<Record<string, string>> = {},
  ) {
    super(detail)
  }

  get body() {
    return {
      type: `urn:fintro:${this.code}`,
      title: TITLES[this.status] ?? 'Refused',
      status: this.status,
      code: this.code,
      detail: this.detail,
      ...(this.at ? { at: this.at } : {}),
    }
  }
}

const TITLES: Record<number, string> = {
  400: 'Not understood',
  403: 'Not allowed',
  404: 'Not found',
  405: 'Not done here',
  408: 'Too slow',
  409: 'In conflict',
  413: 'Too large',
  421: 'Wrong address',
  429: 'Too many',
  431: 'Head too large',
  500: 'Server fault',
  503: 'Not ready',
}

/** Input parsed by its schema, or a problem that names the place. */
export function parsed<S extends z.ZodType>(schema: S, input: unknown): z.output<S> {
  const out = schema.safeParse(input)
  if (out.success) return out.data
  const issue = out.error.issues[0]!
  throw new Problem(400, 'bad-input', issue.message, issue.path.join('.') || undefined)
}
