/**
 * A server for tests: it answers by method and path, and remembers what it was asked. A test file
 * puts it in the client's place:
 *
 *     vi.mock('../api/client', async (original) => faked(await original()))
 */
import { effectScope, type EffectScope } from 'vue'

import { loads } from '../api/loads'
import type * as Client from '../api/client'

export interface Call {
  method: string
  path: string
  params: { path?: Record<string, string>; header?: Record<string, string> }
  body: Record<string, unknown>
}
type Answer = (call: Call) => unknown

const state = { answers: new Map<string, Answer>(), calls: [] as Call[], isUp: true }

export const server = {
  /** What was asked so far by one method, oldest first. */
  asked: (method: string): Call[] => state.calls.filter((call) => call.method === method),
  /** Answer `GET /api/v1/kit` and the like. */
  on(what: string, answer: Answer): void {
    state.answers.set(what, answer)
  },
  reset(): void {
    Object.assign(state, { answers: new Map(), calls: [], isUp: true })
    loads.clear()
  },
  set isUp(isUp: boolean) {
    state.isUp = isUp
  },
}

/** A refusal as an answer: thrown by the client as the real one would. */
export class Refusal {
  constructor(
    readonly status: number,
    readonly detail: string,
    readonly faults: Client.Fault[] = [],
  ) {}
}

export function faked(real: typeof Client): typeof Client {
  const by = (method: string) => async (path: string, sent: Partial<Call> & Signalled) => {
    if (!state.isUp) throw new real.ApiError(0, 'No connection.')
    const call = { method, path, params: sent?.params ?? {}, body: sent?.body ?? {} }
    state.calls.push(call)
    const answer = state.answers.get(`${method} ${path}`)
    if (!answer) throw new Error(`the test answers no ${method} ${path}`)
    const found = await answer(call)
    if (sent?.signal?.aborted) throw new DOMException('', 'AbortError')
    if (found instanceof Refusal) throw new real.ApiError(found.status, found.detail, found.faults)
    return found
  }
  const client = { GET: by('GET'), POST: by('POST'), PUT: by('PUT'), DELETE: by('DELETE') }
  return { ...real, data: async (value: unknown) => value, client } as unknown as typeof Client
}
interface Signalled {
  signal?: AbortSignal
}

/** Something that answers when the test says so. */
export function deferred<T>(): { promise: Promise<T>; resolve: (value: T) => void } {
  let resolve!: (value: T) => void
  const promise = new Promise<T>((done) => (resolve = done))
  return { promise, resolve }
}

/** A composable as it lives in a component, and the scope that ends it. */
export function living<T>(make: () => T): { it: T; scope: EffectScope } {
  const scope = effectScope()
  const it = scope.run(make)
  if (it === undefined) throw new Error('nothing was made')
  return { it, scope }
}
