/**
 * A run owns its shot: what is being carried out, for which shot, with which setting, since when,
 * what was made, and whether it waits for a word. It is kept on the device at every step, and
 * every step follows from it and the time alone; so a reload, an update of the page or a closed
 * phone at any moment loses nothing and files nothing under another shot or setting.
 */
import { momentOf, type Course, type Moment } from './clock'
import type { FieldShot, Setting } from './bundle'
import { bracketAround } from './dials'
import type { Schemas } from '../api/client'

type Phase = Schemas['PhaseOut']

/** A stretch that runs from one press of the button, with its setting. */
export interface Sitting {
  setting: Setting
  course: Course
  /** Which frame of a bracket this is, in stops, as said: `+1`. Empty elsewhere. */
  stops: string
}

/** What one sitting gave. */
export interface Made {
  /** Milliseconds since 1970 when the shutter opened. */
  startedAt: number
  exposure_s: number
  frames: number
  setting: Setting
  stops: string
  /** Closed before its time: what was worked out beforehand does not hold for it. */
  isEarly: boolean
  /** The frame in a camera driven from here. */
  frameId: string | null
}

export interface Run {
  nightId: string
  shotId: string
  title: string
  /** What its frame is for: the picture itself, or another part of it. */
  roles: Schemas['RoleOut'][]
  role: Schemas['RoleOut']['key']
  /** A search for the right exposure, frame by frame, of which one is named at the end. */
  isBracket: boolean
  cues: Schemas['CueOut'][]
  sittings: Sitting[]
  at: number
  darkened: boolean
  isDriven: boolean
  state: 'ready' | 'running' | 'asking'
  startedAt: number
  made: Made[]
}

export interface Options {
  nightId: string
  darkened: boolean
  isDriven: boolean
}

/** A program cut where it waits for the hand: each piece begins with a press. */
export function coursesOf(program: Schemas['ProgramOut']): Course[] {
  const { phases, rounds, between_s } = program
  if (!phases.some((phase) => phase.waits)) return [{ phases, rounds, between_s }]
  const once: Phase[][] = []
  for (const phase of phases) {
    const last = once.at(-1)
    if (phase.waits || !last) once.push([phase])
    else last.push(phase)
  }
  const pieces = Array.from({ length: rounds }, () => once).flat()
  return pieces.map((piece) => ({ phases: piece, rounds: 1, between_s: 0 }))
}

function common(shot: FieldShot, options: Options) {
  return {
    ...options,
    shotId: shot.id,
    title: shot.title,
    roles: shot.roles,
    role: 'frame' as const,
    at: 0,
    made: [],
  }
}

/** The shot's own program with a setting, begun at once. */
export function begun(shot: FieldShot, setting: Setting, options: Options, now: number): Run {
  const sittings = coursesOf(setting.program).map((course) => ({ setting, course, stops: '' }))
  const cues = setting.program.cues
  const own = { isBracket: false, cues, sittings, state: 'running' as const, startedAt: now }
  return { ...common(shot, options), ...own }
}

/** The bracket around what is set now: one frame after another, each set by hand. */
export function bracketed(shot: FieldShot, around: Setting, options: Options): Run {
  const sittings = bracketAround(shot, around).flatMap(({ stops, setting }) => {
    const [phase] = setting.program.phases
    if (!phase) return []
    const course = { phases: [{ ...phase, repeats: 1 }], rounds: 1, between_s: 0 }
    return [{ setting, course, stops }]
  })
  const own = { isBracket: true, cues: [], sittings, state: 'ready' as const, startedAt: 0 }
  return { ...common(shot, options), ...own }
}

export const sittingOf = (run: Run): Sitting | undefined => run.sittings[run.at]

/** Where the sitting under way stands; null while none is. */
export function standing(run: Run, now: number): Moment | null {
  const sitting = sittingOf(run)
  if (run.state !== 'running' || !sitting) return null
  return momentOf(sitting.course, run.darkened, run.startedAt, now)
}

/** The button is pressed for the next sitting. */
export const pressed = (run: Run, now: number): Run =>
  run.state === 'ready' ? { ...run, state: 'running', startedAt: now } : run

/** What a sitting gave; on to the next, or to the question. */
function ended(run: Run, made: Made): Run {
  const at = run.at + 1
  const state = at < run.sittings.length ? ('ready' as const) : ('asking' as const)
  return { ...run, made: [...run.made, made], at, state, startedAt: 0 }
}

function madeOf(run: Run, exposure_s: number, frames: number, isEarly: boolean): Made | null {
  const sitting = sittingOf(run)
  if (!sitting) return null
  const first = momentOf(sitting.course, run.darkened, run.startedAt, run.startedAt)
  const startedAt = run.startedAt + 1000 * first.opens_s
  const { setting, stops } = sitting
  return { startedAt, exposure_s, frames, setting, stops, isEarly, frameId: null }
}

/** The run as it is once the time is up; itself while it is not. */
export function settled(run: Run, now: number): Run {
  const moment = standing(run, now)
  const exposure_s = sittingOf(run)?.course.phases[0]?.exposure_s
  if (moment?.stage !== 'done' || exposure_s === null || exposure_s === undefined) return run
  const made = madeOf(run, exposure_s, moment.frames, false)
  return made ? ended(run, made) : run
}

/**
 * Closed by hand. Before the shutter opened nothing was made: back to where it waited, or away
 * when it waited nowhere. While open, the frame under way has its true length; frames before it
 * have theirs.
 */
export function stopped(run: Run, now: number): Run | null {
  const moment = standing(run, now)
  const phase = sittingOf(run)?.course.phases[0]
  if (!moment || !phase) return run
  if (moment.stage === 'done') return settled(run, now)
  const isFirst = moment.made === 0
  if (moment.stage === 'delay')
    return run.made.length || run.isBracket ? { ...run, state: 'ready', startedAt: 0 } : null
  const open_s = Math.max(0.05, moment.elapsed_s)
  const isOpen = moment.stage === 'open'
  const exposure_s = isOpen && isFirst ? open_s : (phase.exposure_s ?? open_s)
  const isEarly = isOpen && isFirst && phase.exposure_s !== null
  const made = madeOf(run, exposure_s, Math.max(1, moment.made), isEarly)
  return made && ended(run, made)
}

/** No more frames: on to the question with what there is, or away when there is nothing. */
export const finished = (run: Run): Run | null =>
  run.made.length ? { ...run, state: 'asking', startedAt: 0 } : null

/** The frame a driven camera took for the sitting that ended last. */
export function photographed(run: Run, frameId: string): Run {
  const last = run.made.at(-1)
  return last ? { ...run, made: [...run.made.slice(0, -1), { ...last, frameId }] } : run
}
