/** Means and spreads of what was touched, pointed at and felt. */
export interface Series {
  mean: number
  /** Sample standard deviation among them; nought of one. */
  spread: number
  n: number
}

const RAD = Math.PI / 180

export function seriesOf(values: number[]): Series | null {
  const n = values.length
  if (!n) return null
  const mean = values.reduce((sum, v) => sum + v, 0) / n
  const squares = values.reduce((sum, v) => sum + (v - mean) ** 2, 0)
  return { mean, spread: n > 1 ? Math.sqrt(squares / (n - 1)) : 0, n }
}

/** Touched as it begins and as it ends; a beginning without its end waits. */
export function ofPairs(touches: number[]): Series | null {
  const lasted: number[] = []
  for (let i = 0; i + 1 < touches.length; i += 2)
    lasted.push((touches[i + 1] ?? 0) - (touches[i] ?? 0))
  return seriesOf(lasted)
}

/** Touched each time it comes round: the slope of a straight line through the touches. */
export function ofBeats(touches: number[]): Series | null {
  const n = touches.length
  if (n < 2) return null
  const at = (n - 1) / 2
  const mid = touches.reduce((sum, t) => sum + t, 0) / n
  let [over, under] = [0, 0]
  touches.forEach((t, i) => {
    over += (i - at) * (t - mid)
    under += (i - at) ** 2
  })
  const mean = over / under
  const rest = seriesOf(touches.map((t, i) => t - mean * i))
  return { mean, spread: rest?.spread ?? 0, n: n - 1 }
}

/** How far one direction lies from another, the short way round. [deg] */
export const apart = (one: number, other: number) =>
  ((((one - other + 180) % 360) + 360) % 360) - 180

/** Of directions in degrees, which go round. */
export function ofDirections(angles: number[]): Series | null {
  if (!angles.length) return null
  const [east, north] = [Math.sin, Math.cos].map((of) =>
    angles.reduce((sum, angle) => sum + of(angle * RAD), 0),
  )
  const mean = (((Math.atan2(east ?? 0, north ?? 0) / RAD) % 360) + 360) % 360
  const off = angles.map((angle) => apart(angle, mean))
  const squares = off.reduce((sum, o) => sum + o * o, 0)
  return { mean, spread: off.length > 1 ? Math.sqrt(squares / (off.length - 1)) : 0, n: off.length }
}

export const median = (values: number[]): number => {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.floor((sorted.length - 1) / 2)] ?? NaN
}

export interface Band {
  hz: number
  amplitude: number
}

/** How far it swings at each frequency between two, of samples in equal steps. */
export function spectrum(samples: number[], every_s: number, from: number, to: number): Band[] {
  const n = samples.length
  const mean = samples.reduce((sum, s) => sum + s, 0) / Math.max(1, n)
  const found: Band[] = []
  for (let k = 1; k < n / 2; k++) {
    const hz = k / (n * every_s)
    if (hz < from || hz > to) continue
    let [re, im] = [0, 0]
    for (let i = 0; i < n; i++) {
      const turn = (2 * Math.PI * k * i) / n
      re += ((samples[i] ?? 0) - mean) * Math.cos(turn)
      im -= ((samples[i] ?? 0) - mean) * Math.sin(turn)
    }
    found.push({ hz, amplitude: (2 * Math.hypot(re, im)) / n })
  }
  return found
}

/** Unequal samples as equal steps, by straight lines between them. */
export function evenly(at_s: number[], values: number[], every_s: number): number[] {
  const found: number[] = []
  let i = 0
  const [first, last] = [at_s[0] ?? 0, at_s.at(-1) ?? 0]
  for (let t = first; t <= last; t += every_s) {
    while (i + 2 < at_s.length && (at_s[i + 1] ?? 0) < t) i++
    const [a, b] = [at_s[i] ?? 0, at_s[i + 1] ?? at_s[i] ?? 0]
    const share = b > a ? (t - a) / (b - a) : 0
    found.push((values[i] ?? 0) + share * ((values[i + 1] ?? values[i] ?? 0) - (values[i] ?? 0)))
  }
  return found
}
