/**
 * What is called out during a run, each at its moment: opening, cues, the last three seconds,
 * closing. Worked out once from the run, so that it can be handed to the sound card ahead of time
 * and holds with the screen off.
 */
import { exposures } from './clock'
import type { Calling } from './bundle'
import { sittingOf, type Run } from './run'

export type Kind = 'open' | 'cue' | 'count' | 'closed'

export interface Call {
  /** Milliseconds since 1970. */
  at: number
  kind: Kind
  text: string
}

/** Everything that is called out in the sitting under way, in order, as the bundle says. */
export function callsOf(run: Run, calling: Calling): Call[] {
  const sitting = sittingOf(run)
  if (run.state !== 'running' || !sitting) return []
  const calls: Call[] = []
  const call = (after_s: number, kind: Kind, text: string) =>
    calls.push({ at: run.startedAt + 1000 * after_s, kind, text })
  for (const { opens_s, phase } of exposures(sitting.course, run.darkened)) {
    call(opens_s, 'open', 'open')
    for (const cue of run.cues) call(opens_s + cue.at_s, 'cue', cue.text)
    if (phase.exposure_s === null) continue
    const closes_s = opens_s + phase.exposure_s
    for (const left of calling.counted_down_s)
      if (phase.exposure_s > left) call(closes_s - left, 'count', String(left))
    call(closes_s, 'closed', 'closed')
  }
  return calls.sort((a, b) => a.at - b.at)
}

/** The cue that holds at a moment, and the one that comes next. */
export function cuesAround(calls: Call[], now: number): { now: string; next: Call | null } {
  const cues = calls.filter((call) => call.kind === 'cue')
  const said = cues.filter((cue) => cue.at <= now)
  return { now: said.at(-1)?.text ?? '', next: cues.find((cue) => cue.at > now) ?? null }
}
