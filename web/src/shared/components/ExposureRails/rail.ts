/** Where things fall on the rails: pure layout. All rails share one scale of stops to px. */
import type { Schemas } from '../../../api/client'

export type Rail = Schemas['RailOut']
type Post = Schemas['PostOut']
type Value = Schemas['RailValueOut']

/** Stops shown across: enough for any night's choices around the picked one. */
const STOPS_SHOWN = 15

export interface Window {
  from: number
  to: number
}

/**
 * The stretch of a rail that is shown: all of it when it fits, else centred on what is picked
 * and bounded by the rail's ends.
 */
export function shownStops(rail: Rail, stops = STOPS_SHOWN): Window {
  const first = rail.values[0]?.brightness_stops ?? 0
  const last = rail.values.at(-1)?.brightness_stops ?? 0
  const picked = rail.values[rail.picked_index]?.brightness_stops ?? first
  const from = Math.max(first, Math.min(picked - stops / 2, last - stops))
  return { from, to: from + stops }
}

export interface RailLayout {
  x: (brightness_stops: number) => number
  ticks: { value: Value; x: number; isFull: boolean }[]
  band: { x0: number; x1: number } | null
  posts: { post: Post; x: number; row: number; toLeft: boolean; textX: number }[]
  nearest: (px: number) => Value
}

export function railLayout(rail: Rail, left: number, right: number): RailLayout {
  const shown = shownStops(rail)
  const perStop = (right - left) / (shown.to - shown.from)
  const x = (stops: number) => left + (stops - shown.from) * perStop
  const values = rail.values.filter(
    (v) => v.brightness_stops >= shown.from - 0.01 && v.brightness_stops <= shown.to + 0.01,
  )
  const allowed = values.filter((v) => v.is_allowed)
  return {
    x,
    ticks: values.map((value) => ({
      value,
      x: x(value.brightness_stops),
      isFull: isNearWhole(value.brightness_stops),
    })),
    band: allowed.length
      ? {
          x0: x(Math.min(...allowed.map((v) => v.brightness_stops))),
          x1: x(Math.max(...allowed.map((v) => v.brightness_stops))),
        }
      : null,
    posts: rows(
      rail.posts
        .map((post) => ({ post, x: x(post.brightness_stops), row: 0, toLeft: false, textX: 0 }))
        .filter((p) => p.x >= left - 1 && p.x <= right + 1),
      right,
    ),
    nearest: (px) =>
      values.reduce((best, v) =>
        Math.abs(x(v.brightness_stops) - px) < Math.abs(x(best.brightness_stops) - px) ? v : best,
      ),
  }
}

const PX_PER_LETTER = 7
const flagPx = (post: Post) => 24 + PX_PER_LETTER * `${post.title} ${post.value}`.length

/**
 * Flags of neighbouring posts go on rows of their own, each further right one lower, so that no
 * pole runs through another's text; near the right end they point left and stand on top.
 */
function rows(posts: RailLayout['posts'], right: number): RailLayout['posts'] {
  const placed: { from: number; to: number; row: number }[] = []
  const below = (from: number, to: number) =>
    1 + Math.max(-1, ...placed.filter((p) => p.from < to && from < p.to).map((p) => p.row))
  const put = (p: RailLayout['posts'][number], toLeft: boolean) => {
    const px = flagPx(p.post)
    // where neither side has room, on a phone, the text slides along its pole
    const from = Math.max(0, toLeft ? p.x - px : p.x)
    const row = below(from, from + px)
    placed.push({ from, to: from + px, row })
    return { ...p, row, toLeft, textX: toLeft ? from : p.x + 13 }
  }
  // the pole of one that points left is an end for those before it
  const atEnd: RailLayout['posts'] = []
  const others: RailLayout['posts'] = []
  let end = right
  for (const p of [...posts].sort((a, b) => b.x - a.x)) {
    const isAtEnd = p.x + flagPx(p.post) > end
    if (isAtEnd) end = Math.min(end, p.x)
    ;(isAtEnd ? atEnd : others).push(p)
  }
  return [...atEnd.map((p) => put(p, true)), ...others.reverse().map((p) => put(p, false))]
}

function isNearWhole(stops: number): boolean {
  return Math.abs(stops - Math.round(stops)) < 0.12
}
