/**
 * Where a shot stands at a moment. As the light moves, the setting is the one worked out for then,
 * and a word said over one step leads from the next to the same light.
 */
import { settingAt, type Answers, type FieldShot, type Setting } from './bundle'
import type { Body } from './seen'
import type { Made } from './run'
import type { Schemas } from '../api/client'

/** The last take of a shot: open for words until the next frame is. */
export interface Last {
  id: string
  made: Made
  body: Body
  /** How far the shot had come before anything was said of it; null once the server has answered. */
  before: Progress | null
}

/** How far a shot has come since its bundle was fetched. */
export interface Progress {
  setting: Setting
  answers: Answers
  checked: string[]
  /** What the last word changed, to be shown with the setting. */
  change: string
  reasons: string[]
  isSettled: boolean
  /** The words that were worked out beforehand are used up. */
  isBeyond: boolean
  takes: number
  /** The setting goes with the light: nobody chose another, and every word was answered. */
  follows: boolean
  /** The step of moving light it stands on, by its moment; empty where it stands on none. */
  step: string
  /** What was seen and answered since the bundle, by the bundle's name for it. */
  path: string[]
  /** When the shutter last opened, in milliseconds since 1970. */
  openedAt: number | null
  /** Lights somebody changed since the last take, or `whole`. */
  changed: string[]
  last: Last | null
  /** A picture is kept: its setting stands, whatever is said of another. */
  isKept: boolean
}

export const fresh = (shot: FieldShot): Progress => ({
  setting: settingAt(shot, shot.setting),
  answers: shot.answers,
  checked: [],
  change: shot.said?.change ?? '',
  reasons: shot.said?.reasons ?? [],
  isSettled: shot.said?.is_settled ?? false,
  isBeyond: false,
  takes: shot.takes,
  follows: true,
  step: '',
  path: [],
  openedAt: null,
  changed: [],
  last: null,
  isKept: shot.is_kept,
})

export function standing(shot: FieldShot, progress: Progress, at: number): Progress {
  // far from its moment it is tried out, in the light it is planned for
  if (at < Date.parse(shot.meant_from_utc) || at > Date.parse(shot.meant_until_utc)) return progress
  const step = shot.later.filter((later) => Date.parse(later.from_utc) <= at).at(-1)
  if (!progress.follows || !step || step.from_utc === progress.step) return progress
  let { setting: place, answers } = step
  for (const seen of progress.path) {
    const answer = answers[seen]
    // not worked out that far: what the light did is said, and the setting left to the hand
    if (!answer) return { ...progress, change: step.text, reasons: [] }
    place = answer.setting
    answers = answer.after
  }
  const setting = settingAt(shot, place)
  if (setting.text === progress.setting.text) return progress
  const told = { change: step.text, reasons: [] }
  return { ...progress, ...told, setting, answers, step: step.from_utc }
}

/** A frame of the series as it is due now. */
export interface Due {
  frame: number
  frames: number
  at: number
  local: string
}

/** The next frame of the series that is not made yet; null where there is none. */
export function dueAt(shot: FieldShot, progress: Progress, now: number): Due | null {
  const { openedAt } = progress
  const isMade = (due: Schemas['DueOut']) =>
    openedAt !== null &&
    openedAt >= Date.parse(due.from_utc) &&
    openedAt < Date.parse(due.until_utc)
  const place = shot.series.findIndex((due) => Date.parse(due.until_utc) > now && !isMade(due))
  const due = shot.series[place]
  if (!due) return null
  const at = Date.parse(due.at_utc)
  return { frame: place + 1, frames: shot.series.length, at, local: due.at_local }
}
