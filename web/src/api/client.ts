/** The one place that fetches. Every function resolves to data or throws an ApiError. */
import createClient, { type Middleware } from 'openapi-fetch'

import type { components, paths } from './schema'

export type Schemas = components['schemas']

/** One refused value: which field, what would be accepted, what came. */
export interface Fault {
  name: string
  wanted: string
  got: string
}

/** An answer that is not the wanted one, in words fit to show. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly faults: readonly Fault[] = [],
  ) {
    super(detail)
  }

  /** What was wrong with one field, if anything. */
  fault(name: string): string | undefined {
    const found = this.faults.find((f) => f.name === name || f.name.endsWith(`.${name}`))
    return found && `Wanted ${found.wanted}, got ${found.got}.`
  }
}

/** Whatever was thrown, in words fit to show; a mistake of ours is told from an answer, and logged. */
export function asApiError(caught: unknown): ApiError {
  if (caught instanceof ApiError) return caught
  console.error(caught)
  return new ApiError(500, 'Something went wrong here. Nothing was lost.')
}

let csrfToken: string | null = null

/** Remember the token that proves a change comes from our own page. */
export function setCsrfToken(token: string | null): void {
  csrfToken = token
}

/** The same token for what does not go through the client. */
export function csrfHeader(): Record<string, string> {
  return csrfToken ? { 'X-Owl-Csrf': csrfToken } : {}
}

const guard: Middleware = {
  onRequest({ request }) {
    if (csrfToken && request.method !== 'GET') request.headers.set('X-Owl-Csrf', csrfToken)
    return request
  },
  onError({ error }) {
    if (error instanceof DOMException && error.name === 'AbortError') return error
    return new ApiError(0, 'No connection. What you entered is still here.')
  },
}

export const client = createClient<paths>({ baseUrl: '/' })
client.use(guard)

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/** The data of an answer, or its problem as an ApiError. */
export async function data<T>(answer: Promise<Answer<T>>): Promise<T> {
  const { data: body, error, response } = await answer
  if (response.ok) return body as T
  const problem = (error ?? {}) as { detail?: string; errors?: Fault[] }
  const detail = problem.detail ?? `The server answered ${response.status}.`
  throw new ApiError(response.status, detail, problem.errors)
}

/** Where a list goes on, of an answer that is one page of it; null on the last. */
export function pageAfter(response: Response): string | null {
  const next = response.headers.get('link')?.match(/[?&]before=([^&>]+)/)
  return next?.[1] ? decodeURIComponent(next[1]) : null
}

/** The header an edit carries: which version it changes. */
export function ifMatch(version: number): { 'if-match': string } {
  return { 'if-match': `"v${version}"` }
}
