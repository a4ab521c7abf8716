/**
 * Where a course of exposures stands, from when it began and what time it is now. Nothing is
 * counted up: a tab that slept, was hidden or reloaded is right the moment it looks again.
 */
import type { Schemas } from '../api/client'

export type ProgramPhase = Pick<
  Schemas['PhaseOut'],
  'exposure_s' | 'repeats' | 'gap_s' | 'dark_s' | 'lead_in_s'
>

/** A stretch of a program that runs by itself, from one press of the button. */
export interface Course {
  phases: ProgramPhase[]
  rounds: number
  between_s: number
}

export type Stage = 'delay' | 'open' | 'dark' | 'gap' | 'done'

export interface Moment {
  stage: Stage
  /** Which frame is open, or was last, from 1; of how many. */
  frame: number
  frames: number
  /** Frames whose shutter has closed. */
  made: number
  elapsed_s: number
  /** Null while open until closed by hand. */
  remaining_s: number | null
  /** How much of the stage is over, 0 to 1. */
  share: number
  /** When the frame's shutter opened, or will, from the press of the button. */
  opens_s: number
}

const dark = (phase: ProgramPhase, darkened: boolean) => (darkened ? phase.dark_s : 0)

export const framesOf = (course: Course) =>
  course.rounds * course.phases.reduce((sum, phase) => sum + phase.repeats, 0)

/** When each frame opens and how long it stays so, in order. */
export function* exposures(course: Course, darkened: boolean) {
  let at = 0
  for (let round = 0; round < course.rounds; round++) {
    if (round > 0) at += course.between_s
    for (const phase of course.phases) {
      at += phase.lead_in_s
      for (let repeat = 0; repeat < phase.repeats; repeat++) {
        if (repeat > 0) at += phase.gap_s
        yield { opens_s: at, phase }
        at += (phase.exposure_s ?? 0) + dark(phase, darkened)
      }
    }
  }
}

export function momentOf(
  course: Course,
  darkened: boolean,
  startedAt: number,
  now: number,
): Moment {
  const since_s = Math.max(0, (now - startedAt) / 1000)
  const frames = framesOf(course)
  let frame = 0
  let closed_s = 0
  let opens_s = 0
  const moment = (stage: Stage, made: number, elapsed_s: number, whole_s: number): Moment => ({
    stage,
    frame,
    frames,
    made,
    elapsed_s,
    remaining_s: whole_s - elapsed_s,
    share: whole_s > 0 ? Math.min(1, elapsed_s / whole_s) : 1,
    opens_s,
  })
  for (const next of exposures(course, darkened)) {
    const { phase } = next
    // waiting for a frame: before the first it is the delay, later it counts as a gap
    const stage = frame === 0 ? 'delay' : 'gap'
    const waits_s = next.opens_s - closed_s
    if (frame === 0) frame = 1
    if (since_s < next.opens_s) {
      if (stage === 'delay') opens_s = next.opens_s
      return moment(stage, stage === 'delay' ? 0 : frame, since_s - closed_s, waits_s)
    }
    if (stage === 'gap') frame += 1
    opens_s = next.opens_s
    const elapsed_s = since_s - opens_s
    if (phase.exposure_s === null)
      return { ...moment('open', frame - 1, elapsed_s, 0), remaining_s: null, share: 0 }
    if (elapsed_s < phase.exposure_s) return moment('open', frame - 1, elapsed_s, phase.exposure_s)
    const half_s = dark(phase, darkened)
    if (elapsed_s < phase.exposure_s + half_s)
      return moment('dark', frame, elapsed_s - phase.exposure_s, half_s)
    closed_s = opens_s + phase.exposure_s + half_s
  }
  return moment('done', frames, 0, 0)
}

/** `0:07`, `2:15`, `1:04:30`: whole seconds, rounded so that a count never shows a second twice. */
export function countText(seconds: number): string {
  const whole = Math.max(0, Math.ceil(seconds - 1e-6))
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60]
  const two = (n: number) => String(n).padStart(2, '0')
  if (h > 0) return `${h}:${two(m)}:${two(s)}`
  return whole < 60 ? String(whole) : `${m}:${two(s)}`
}
