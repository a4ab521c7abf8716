/** Where things of a night fall on the slope: pure layout, no judgement. Units: px unless named. */
import { scaleLinear, scaleLog } from 'd3-scale'
import { area, line } from 'd3-shape'

import type { Schemas } from '../../../api/client'

export type Slope = Schemas['SlopeOut']

export interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

/** Of the plot within its picture; whatever stands beside it keeps to them. */
export const TOP = 52
export const BOTTOM = 10

const SHORTEST_SHOWN_S = 1 / 2000
const SHORTEST_SHOWN_BY_DAY_S = 1 / 16000
const LEAST_RATIO = 1000 // ten stops across, even when the light hardly changes
const LONGEST_SHOWN_S = 6 * 3600

/** A stretch of the night to show, UTC ms; the whole when absent. */
export interface Span {
  from: number
  to: number
}

export function nightSpan(slope: Slope): Span {
  const from = Date.parse(slope.start_utc)
  return { from, to: from + (slope.ground_exposure_s.length - 1) * slope.step_s * 1000 }
}

/** `hours` around a moment, kept inside the night. */
export function spanAround(slope: Slope, at: number, hours: number): Span {
  const whole = nightSpan(slope)
  const wide = Math.min(hours * 3600_000, whole.to - whole.from)
  const from = Math.min(Math.max(at - wide / 2, whole.from), whole.to - wide)
  return { from, to: from + wide }
}

export function layout(slope: Slope, box: Box, shown: Span = nightSpan(slope)) {
  const { from: start, to: end } = nightSpan(slope)
  const shortest = Math.min(...slope.ground_exposure_s, ...slope.sky_exposure_s)
  const longest = Math.max(...slope.ground_high_s, ...slope.sky_high_s)
  const floor = longest < 1 ? SHORTEST_SHOWN_BY_DAY_S : SHORTEST_SHOWN_S
  const low = Math.max(shortest, floor)
  const x = scaleLog()
    .domain([low, Math.min(Math.max(longest * 1.3, low * LEAST_RATIO), LONGEST_SHOWN_S)])
    .range([box.left, box.right])
    .clamp(true)
  const y = scaleLinear().domain([shown.from, shown.to]).range([box.top, box.bottom])

  const yOf = (_: unknown, i: number) => y(start + i * slope.step_s * 1000)
  const curve = line<number>((s) => x(s), yOf)
  const bandOf = (low: number[], high: number[]) =>
    area<number>()
      .x0((s) => x(s))
      .x1((_, i) => x(high[i] ?? 1))
      .y(yOf)(low) ?? ''

  return {
    start,
    end,
    x,
    y,
    ground: curve(slope.ground_exposure_s) ?? '',
    sky: curve(slope.sky_exposure_s) ?? '',
    groundBand: bandOf(slope.ground_low_s, slope.ground_high_s),
    skyBand: bandOf(slope.sky_low_s, slope.sky_high_s),
    timeTicks: slope.time_ticks.filter((t) => inDomain(t.value, x.domain())),
    divisions: slope.divisions
      .map((d) => ({ ...d, x0: x(Math.max(d.from_s, 1e-9)), x1: x(d.to_s) }))
      .filter((d) => d.x1 - d.x0 > 12),
    hours: clockMarks(slope, start, shown).filter((h) => h.at >= shown.from && h.at <= shown.to),
    indexAt: (py: number) =>
      Math.min(
        slope.ground_exposure_s.length - 1,
        Math.max(0, Math.round((y.invert(py) - start) / 1000 / slope.step_s)),
      ),
  }
}

export type SlopeLayout = ReturnType<typeof layout>

function inDomain(value: number, [low, high]: number[]): boolean {
  return low !== undefined && high !== undefined && value >= low && value <= high
}

/** Full local hours (quarters when zoomed in): when each begins, and how a clock there shows it. */
function clockMarks(slope: Slope, start: number, shown: Span): { at: number; label: string }[] {
  const grain = shown.to - shown.from <= 4 * 3600_000 ? 900 : 3600
  const found: { at: number; label: string }[] = []
  let before: number | null = null // the moment the mark began that the last step lay in
  slope.utc_offsets_s.forEach((offset, i) => {
    const local = start / 1000 + i * slope.step_s + offset
    const mark = Math.floor(local / grain) * grain
    // by moments, not by what the clock shows: an hour that comes twice is marked twice
    const at = (mark - offset) * 1000
    if (before !== null && at !== before) {
      found.push({ at, label: new Date(mark * 1000).toISOString().slice(11, 16) })
    }
    before = at
  })
  return found
}

/** Local clock at a moment, by the offset the server gave for it. */
export function localClock(slope: Slope, at: number): string {
  const start = Date.parse(slope.start_utc)
  const i = Math.min(
    slope.utc_offsets_s.length - 1,
    Math.max(0, Math.round((at - start) / 1000 / slope.step_s)),
  )
  return new Date(at + (slope.utc_offsets_s[i] ?? 0) * 1000).toISOString().slice(11, 16)
}

/** Stretches of a ribbon: runs of equal opacity step while the body is up. */
export function ribbon(
  altitudes: number[],
  strength = 1,
): { from: number; to: number; opacity: number }[] {
  const runs: { from: number; to: number; opacity: number }[] = []
  altitudes.forEach((altitude, i) => {
    const opacity =
      altitude <= 0 ? 0 : (0.25 + 0.75 * Math.min(1, Math.ceil(altitude / 10) / 6)) * strength
    const last = runs.at(-1)
    if (last && last.opacity === opacity) last.to = i + 1
    else runs.push({ from: i, to: i + 1, opacity })
  })
  return runs.filter((run) => run.opacity > 0)
}

/** Push labels apart so that none sits on another; keeps their order. */
export function spread(ys: number[], gap: number, lowest: number): number[] {
  const out = [...ys]
  for (let i = 1; i < out.length; i++) out[i] = Math.max(out[i] ?? 0, (out[i - 1] ?? 0) + gap)
  let limit = lowest
  for (let i = out.length - 1; i >= 0; i--) {
    out[i] = Math.min(out[i] ?? 0, limit)
    limit = (out[i] ?? 0) - gap
  }
  return out
}
