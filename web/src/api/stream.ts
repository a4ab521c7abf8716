/** A search for nights as it goes: one line a month, until done or stopped. */
import { ApiError, csrfHeader, type Fault, type Schemas } from './client'

export async function searchNights(
  request: Schemas['SearchIn'],
  onProgress: (progress: Schemas['ProgressOut']) => void,
  signal: AbortSignal,
): Promise<void> {
  const response = await fetch('/api/v1/searches', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', ...csrfHeader() },
    body: JSON.stringify(request),
    signal,
  })
  if (!response.ok || !response.body) {
    const problem = (await response.json().catch(() => ({}))) as {
      detail?: string
      errors?: Fault[]
    }
    const detail = problem.detail ?? `The server answered ${response.status}.`
    throw new ApiError(response.status, detail, problem.errors)
  }
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    if (done) return
    const lines = (rest + value).split('\n')
    rest = lines.pop() ?? ''
    for (const line of lines) onProgress(JSON.parse(line) as Schemas['ProgressOut'])
  }
}
