/** A skyline drawn by pointing along it: points in bins of bearing, each the middle of what was drawn. */
import { apart, median, seriesOf } from './statistics'

export interface Drawn {
  bearing: number
  tilt: number
}
export type Point = [number, number]

export interface Swept {
  points: Point[]
  /** How far the drawing strays about its points. [deg] */
  stray_deg: number
}

const turn = (deg: number) => ((deg % 360) + 360) % 360

/** A stroke with a point in each step it passed, however fast the phone was turned. */
const closed = (stroke: Drawn[], step_deg: number): Drawn[] =>
  stroke.flatMap((point, i) => {
    const before = stroke[i - 1] ?? point
    const by = apart(point.bearing, before.bearing)
    const parts = Math.ceil(Math.abs(by) / step_deg) || 1
    return Array.from({ length: parts }, (_, part) => {
      const left = 1 - (part + 1) / parts
      return {
        bearing: point.bearing - left * by,
        tilt: point.tilt - left * (point.tilt - before.tilt),
      }
    })
  })

/** Of strokes of the pen; between two of them nothing was drawn. */
export function sweptOf(strokes: Drawn[][], step_deg: number): Swept {
  const bins = new Map<number, number[]>()
  for (const { bearing, tilt } of strokes.flatMap((stroke) => closed(stroke, step_deg))) {
    const bin = turn(Math.round(bearing / step_deg) * step_deg)
    bins.set(bin, [...(bins.get(bin) ?? []), tilt])
  }
  const points = [...bins]
    .map(([bearing, tilts]): Point => [bearing, Math.round(median(tilts) * 10) / 10])
    .sort((a, b) => a[0] - b[0])
  const strays = [...bins.values()].flatMap((tilts) => {
    const middle = median(tilts)
    return tilts.map((tilt) => tilt - middle)
  })
  return { points, stray_deg: seriesOf(strays)?.spread ?? 0 }
}

/** The kept skyline with what was swept in its place; what is nearer to it gives way. */
export function mergedWith(kept: number[][], swept: Point[], joins_deg: number): Point[] {
  const isSwept = (bearing: number) =>
    swept.some(([at]) => Math.abs(apart(at, bearing)) <= joins_deg)
  const rest = kept
    .map(([bearing = 0, altitude = 0]): Point => [turn(bearing), altitude])
    .filter(([bearing]) => !isSwept(bearing))
  const all = new Map([...rest, ...swept])
  return [...all].sort((a, b) => a[0] - b[0])
}
