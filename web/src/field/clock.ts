/**
 * Where a run of exposures stands, from when it began and what time it is now. Nothing is
 * counted up: a tab that slept, was hidden or reloaded is right the moment it looks again.
 */
export interface Run {
  shotId: string
  /** Milliseconds since 1970, when the button was pressed. */
  startedAt: number
  delay_s: number
  /** Null: open until closed by hand. */
  exposure_s: number | null
  frames: number
  gap_s: number
  /** Noise reduction's second half after each frame; 0 when it is off. */
  dark_s: number
}

export type Phase = 'delay' | 'open' | 'dark' | 'gap' | 'done'

export interface Moment {
  phase: Phase
  /** Which frame, from 1. */
  frame: number
  elapsed_s: number
  /** Null while open until closed by hand. */
  remaining_s: number | null
  /** How much of the phase is over, 0 to 1. */
  share: number
}

const of = (phase: Phase, frame: number, elapsed_s: number, whole_s: number): Moment => ({
  phase,
  frame,
  elapsed_s,
  remaining_s: whole_s - elapsed_s,
  share: whole_s > 0 ? Math.min(1, elapsed_s / whole_s) : 1,
})

export function momentOf(run: Run, now: number): Moment {
  const since_s = Math.max(0, (now - run.startedAt) / 1000)
  if (since_s < run.delay_s) return of('delay', 1, since_s, run.delay_s)
  const after_s = since_s - run.delay_s
  if (run.exposure_s === null)
    return { phase: 'open', frame: 1, elapsed_s: after_s, remaining_s: null, share: 0 }
  const each_s = run.exposure_s + run.dark_s
  const period_s = each_s + run.gap_s
  const frame = Math.min(run.frames, Math.floor(after_s / period_s) + 1)
  const within_s = after_s - (frame - 1) * period_s
  if (within_s < run.exposure_s) return of('open', frame, within_s, run.exposure_s)
  if (within_s < each_s) return of('dark', frame, within_s - run.exposure_s, run.dark_s)
  if (frame < run.frames) return of('gap', frame, within_s - each_s, run.gap_s)
  return { phase: 'done', frame, elapsed_s: 0, remaining_s: 0, share: 1 }
}

/** When the shutter of the frame now open was opened. */
export function openedAt(run: Run, moment: Moment): number {
  const period_s = (run.exposure_s ?? 0) + run.dark_s + run.gap_s
  return run.startedAt + 1000 * (run.delay_s + (moment.frame - 1) * period_s)
}

/** `0:07`, `2:15`, `1:04:30`: whole seconds, rounded so that a count never shows a second twice. */
export function countText(seconds: number): string {
  const whole = Math.max(0, Math.ceil(seconds - 1e-6))
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60]
  const two = (n: number) => String(n).padStart(2, '0')
  if (h > 0) return `${h}:${two(m)}:${two(s)}`
  return whole < 60 ? String(whole) : `${m}:${two(s)}`
}
