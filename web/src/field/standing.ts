/**
 * Where a shot stands at a moment. As the light moves, the setting is the one worked out for then,
 * and after a word the one that was worked out for the word and then.
 */
import { settingAt, type Answers, type FieldShot, type Setting } from './bundle'
import { isAllRightKey, type Body } from './seen'
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
  /** What was last seen has no answer that was worked out beforehand. */
  isBeyond: boolean
  takes: number
  /** The setting goes with the light: nobody chose another, and every word was answered. */
  follows: boolean
  /** Where the light of what is set is, among the shot's `later`; −1 where it stands on none. */
  place: number
  /** Where it was for the last frame that was judged since the bundle; null before any was. */
  since: number | null
  /** The settings for the places after that. */
  then: number[]
  /** That frame was called right: what its setting becomes as the light moves is right as well. */
  isRight: boolean
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
  isBeyond: false,
  takes: shot.takes,
  follows: true,
  place: ownPlace(shot),
  since: null,
  then: [],
  isRight: shot.is_right,
  openedAt: null,
  changed: [],
  last: null,
  isKept: shot.is_kept,
})

/** The place of the light's course whose answers came along as the shot's own; −1 in still light. */
const ownPlace = (shot: FieldShot) => shot.later.findIndex(({ answers }) => answers === null)

/** Nothing was said since the bundle, and the light is the one it was worked out for. */
export const isAsFetched = (shot: FieldShot, progress: Progress) =>
  progress.since === null && !progress.isBeyond && progress.place === ownPlace(shot)

/** Whether the light of what is set is another than that of the last frame that was judged. */
export const hasMoved = (shot: FieldShot, { since, place }: Progress) =>
  place !== (since ?? ownPlace(shot))

/** Where the light is at a moment. What was seen holds until it has moved on from that frame's. */
function placeAt(shot: FieldShot, since: number | null, at: number): number {
  const begins = shot.later.map((later) => (since === null ? later.from_utc : later.moved_utc))
  const passed = begins.filter((when) => Date.parse(when) <= at).length - 1
  return since !== null && passed === since - 1 ? since : passed
}

export function standing(shot: FieldShot, progress: Progress, at: number): Progress {
  // far from its moment it is tried out, in the light it is planned for
  if (at < Date.parse(shot.meant_from_utc) || at > Date.parse(shot.meant_until_utc)) return progress
  const { since, then } = progress
  const place = placeAt(shot, since, at)
  const later = shot.later[place]
  if (!progress.follows || !later || place === progress.place) return progress
  const found = since === null ? later.setting : then[place - since - 1]
  // not worked out that far: what the light did is said, and the setting left to the hand
  if (found === undefined)
    return { ...progress, place, answers: {}, isRight: false, change: later.text, reasons: [] }
  const setting = settingAt(shot, found)
  const answers = since === null ? (later.answers ?? shot.answers) : whenRight(later, found)
  const isSame = setting.text === progress.setting.text
  const said = isSame ? {} : { change: later.text, reasons: [] }
  return { ...progress, ...said, setting, answers, place }
}

/** Right is right whatever was seen before: of the same setting it leads to the same. */
function whenRight(later: Schemas['LaterOut'], setting: number): Answers {
  if (later.setting !== setting) return {}
  return Object.fromEntries(
    Object.entries(later.answers ?? {}).filter(([seen]) => isAllRightKey(seen)),
  )
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
