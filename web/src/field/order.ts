/**
 * The order of the night from now on, out of the tables that were taken along: what is next, until
 * when one may stay, what has no room any more. Nothing is judged here: a table is looked up, and
 * of two moments the later is taken.
 */
import type { Schemas } from '../api/client'

export type Ahead = Schemas['AheadOut']

/** What was done with a shot of the night, and when, in milliseconds since 1970. */
export interface Finished {
  how: 'done' | 'skipped'
  at: number
}

export interface Turn {
  shotId: string
  title: string
  spot: string
  why: string
  /** Setting out, beginning, and beginning at the latest. */
  goes: number
  starts: number
  soonest: number
  latest: number
  ends: number
  walk_s: number
}

export interface Going {
  turns: Turn[]
  /** Shots that are left and have no room any more. */
  noRoom: { shotId: string; title: string; late_s: number }[]
  /** Until when one may be free and as many shots still fit. */
  keepsUntil: number
}

/** What the tables say to somebody who is free at a moment; null beyond their reach. */
export function goingOn(
  ahead: Ahead,
  finished: Record<string, Finished>,
  freeAt: number,
): Going | null {
  const base = Date.parse(ahead.base_utc)
  const done = ahead.shots.map((s) => finished[s.shot_id])
  const left = done.reduce((sum, f, k) => (f ? sum : sum + 2 ** k), 0)
  const last = lastDone(done)
  const pieces = ahead.pieces[`${left}:${last ?? ''}`]
  if (!pieces || freeAt > Date.parse(ahead.to_utc)) return null
  const free_s = Math.max(0, (freeAt - base) / 1000)
  const piece = pieces.findLast((p) => p.from_s <= free_s) ?? pieces[0]
  if (!piece) return null
  const turns = piece.turns.map((turn) => {
    const shot = ahead.shots[turn.shot] as Schemas['AheadShotOut']
    const soonest_s = Math.max(turn.opens_s, free_s + turn.after_s)
    const starts = base + 1000 * Math.max(turn.planned_s, soonest_s)
    return {
      shotId: shot.shot_id,
      title: shot.title,
      spot: shot.spot,
      why: shot.why,
      goes: starts - 1000 * turn.ahead_s,
      starts,
      soonest: base + 1000 * soonest_s,
      latest: base + 1000 * turn.latest_s,
      ends: starts + 1000 * shot.work_s,
      walk_s: turn.walk_s,
    }
  })
  const noRoom = ahead.shots
    .filter((s, k) => !done[k] && !turns.some((t) => t.shotId === s.shot_id))
    .map((s) => ({
      shotId: s.shot_id,
      title: s.title,
      late_s: Math.max(0, free_s - s.latest_s),
    }))
  return { turns, noRoom, keepsUntil: base + 1000 * piece.keeps_until_s }
}

/** The place of the shot one stood at last. */
function lastDone(done: (Finished | undefined)[]): number | null {
  let last: number | null = null
  done.forEach((f, k) => {
    const before = last === null ? undefined : done[last]
    if (f?.how === 'done' && f.at >= (before?.at ?? 0)) last = k
  })
  return last
}

export interface Stay {
  /** When to stop and pack. */
  until: number
  left_s: number
  /** Takes that fit until then. */
  takes: number
  next: Turn | null
}

/** How long one may stay at the shot one is at; null where nothing ends it. */
export function stayAt(
  ahead: Ahead,
  finished: Record<string, Finished>,
  shotId: string,
  now: number,
): Stay | null {
  const shot = ahead.shots.find((s) => s.shot_id === shotId)
  if (!shot || finished[shotId]) return null
  const freeAt = now + 1000 * shot.after_s
  const after = goingOn(ahead, { ...finished, [shotId]: { how: 'done', at: now } }, freeAt)
  const next = after?.turns[0] ?? null
  const closes = shot.over_s.map((s) => Date.parse(ahead.base_utc) + 1000 * s).find((t) => t > now)
  const forNext = next && after ? after.keepsUntil - 1000 * shot.after_s : Infinity
  const until = Math.min(forNext, closes ?? Infinity)
  if (!Number.isFinite(until)) return null
  const left_s = Math.max(0, Math.floor((until - now) / 1000))
  return { until, left_s, takes: Math.floor(left_s / shot.take_s), next }
}
