/**
 * Works the formulas the server gives as data: a number, the name of a value, or an operation over
 * terms. Which formula belongs to what is the server's; here is only the reading of it.
 */
import { Geodesic } from 'geographiclib-geodesic'

export type Term = number | string | [string, ...Term[]]
export type Values = Record<string, number>

const RAD = Math.PI / 180
const round = (value: number, turn: number) => ((value % turn) + turn) % turn

const { WGS84 } = Geodesic
const direct = (latitude: number, longitude: number, east_m: number, north_m: number) =>
  WGS84.Direct(latitude, longitude, Math.atan2(east_m, north_m) / RAD, Math.hypot(east_m, north_m))

const OPERATIONS: Record<string, (...operands: number[]) => number> = {
  add: (a, b) => a + b,
  sub: (a, b) => a - b,
  mul: (a, b) => a * b,
  div: (a, b) => (b === 0 ? NaN : a / b),
  hypot: (a, b) => Math.hypot(a, b),
  sqrt: (a) => Math.sqrt(a),
  sin: (a) => Math.sin(a * RAD),
  cos: (a) => Math.cos(a * RAD),
  tan: (a) => Math.tan(a * RAD),
  asin: (a) => Math.asin(Math.min(1, Math.max(-1, a))) / RAD,
  atan: (a) => Math.atan(a) / RAD,
  atan2: (a, b) => Math.atan2(a, b) / RAD,
  bearing: (a) => round(a, 360),
  offset: (a) => round(a + 180, 360) - 180,
  way_m: (a, b, c, d) => WGS84.Inverse(a, b, c, d).s12 ?? NaN,
  way_bearing: (a, b, c, d) => WGS84.Inverse(a, b, c, d).azi1 ?? NaN,
  way_latitude: (a, b, c, d) => direct(a, b, c, d).lat2 ?? NaN,
  way_longitude: (a, b, c, d) => direct(a, b, c, d).lon2 ?? NaN,
}

/** What it comes to; NaN where it has no value. An Error for what is no formula. */
export function worked(term: unknown, values: Values): number {
  if (typeof term === 'number') return term
  if (typeof term === 'string') return values[term] ?? NaN
  if (!Array.isArray(term)) throw new Error(`${JSON.stringify(term)} is no formula.`)
  const [operation, ...rest] = term as [string, ...Term[]]
  const operands = rest.map((operand) => worked(operand, values))
  const works = OPERATIONS[operation]
  if (works?.length !== operands.length)
    throw new Error(`${operation} over ${operands.length} terms is no formula.`)
  return works(...operands)
}

/** Its ±: half the change over one ± of each value down and up, in quadrature. */
export function spread(term: unknown, values: Values, sds: Values): number {
  const changes = Object.entries(sds).map(([key, sd]) => {
    const [up, down] = [sd, -sd].map((by) =>
      worked(term, { ...values, [key]: (values[key] ?? NaN) + by }),
    )
    return ((up ?? NaN) - (down ?? NaN)) / 2
  })
  return Math.hypot(...changes)
}
