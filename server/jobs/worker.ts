import { databaseProblem } from '../db/faults'
import { Problem } from '../problems/problem'
import type { TaskInput, TaskName, TaskOutput } from './tasks'
import { tasks } from './tasks'

/** What a thread is asked. */
export interface Asked<N extends TaskName = TaskName> {
  readonly name: N
  readonly input: TaskInput<N>
}

/** What it answers: errors lose their kind on the way between threads, so problems travel as what they say. */
export type Answered<N extends TaskName = TaskName> =
  | { readonly ok: true; readonly output: TaskOutput<N> }
  | { readonly ok: false; readonly problem: ConstructorParameters<typeof Problem> }

export default async function work<N extends TaskName>({ name, input }: Asked<N>): Promise<Answered<N>> {
  try {
    const run = tasks[name] as (input: TaskInput<N>) => Promise<TaskOutput<N>>
    return { ok: true, output: await run(input) }
  } catch (error) {
    const problem = error instanceof Problem ? error : databaseProblem(error)
    if (!problem) throw error
    const { status, code, detail, at, headers } = problem
    return { ok: false, problem: [status, code, detail, at, headers] }
  }
}
