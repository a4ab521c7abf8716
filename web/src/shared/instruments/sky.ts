/** What stands where one points, looked up in the tables the server made. */
import type { Kit } from './kept'
import { apart } from './statistics'

export interface Stands {
  bearing_deg: number
  altitude_deg: number
}

type Body = Kit['up']['bodies'][number]

const startOf = (kit: Kit) => Date.parse(kit.up.start_utc)
const momentOf = (kit: Kit, step: number) => startOf(kit) + 1000 * kit.up.step_s * step

/** Where a body stands at a moment; null before and after the night. */
export function standsAt(kit: Kit, body: Body, at: number): Stands | null {
  const step = (at - startOf(kit)) / 1000 / kit.up.step_s
  const i = Math.floor(step)
  const [a, b] = [body.azimuth_deg[i], body.azimuth_deg[i + 1]]
  const [low, high] = [body.altitude_deg[i], body.altitude_deg[i + 1]]
  if (a === undefined || b === undefined || low === undefined || high === undefined) return null
  const share = step - i
  return { bearing_deg: a + share * (b - a), altitude_deg: low + share * (high - low) }
}

export interface Coming {
  key: string
  name: string
  at: number
  /** Over where one points. */
  over_deg: number
  /** How far the moment is open, by how well the bearing is known. */
  sure_ms: number
}

/** When a body next comes to a bearing over the horizon, after a moment. */
export function comesTo(
  kit: Kit,
  body: Body,
  pointed: Stands,
  bearing_sd_deg: number,
  after: number,
): Coming | null {
  for (let i = 0; i + 1 < body.azimuth_deg.length; i++) {
    const [a, b] = [body.azimuth_deg[i] ?? 0, body.azimuth_deg[i + 1] ?? 0]
    const off = apart(a, pointed.bearing_deg)
    const next = off + (b - a)
    if (off * next > 0 || a === b) continue
    const share = off / (a - b)
    const at = momentOf(kit, i + share)
    const altitude =
      (body.altitude_deg[i] ?? 0) +
      share * ((body.altitude_deg[i + 1] ?? 0) - (body.altitude_deg[i] ?? 0))
    if (at < after || altitude < 0) continue
    const sure_ms = (bearing_sd_deg / Math.abs(b - a)) * 1000 * kit.up.step_s
    return {
      key: body.key,
      name: body.name,
      at,
      over_deg: altitude - pointed.altitude_deg,
      sure_ms,
    }
  }
  return null
}

export interface Near {
  name: string
  /** Right of where one points. */
  right_deg: number
  /** Over it. */
  over_deg: number
}

/** What is seen near where one points, nearest first: bodies, and one's other places. */
export function nearTo(kit: Kit, pointed: Stands, at: number): Near[] {
  const bodies = kit.up.bodies.flatMap((body) => {
    const stands = standsAt(kit, body, at)
    return stands && stands.altitude_deg > 0 ? [{ name: body.name, ...stands }] : []
  })
  const marks = kit.landmarks.map((landmark) => ({
    name: landmark.name,
    bearing_deg: landmark.bearing_true_deg,
    altitude_deg: landmark.height_angle_deg,
  }))
  const off = (near: Near) => Math.max(Math.abs(near.right_deg), Math.abs(near.over_deg))
  return [...bodies, ...marks]
    .map(({ name, bearing_deg, altitude_deg }) => ({
      name,
      right_deg: apart(bearing_deg, pointed.bearing_deg),
      over_deg: altitude_deg - pointed.altitude_deg,
    }))
    .filter((near) => off(near) < kit.compass.near_deg)
    .sort((a, b) => off(a) - off(b))
}

/** What the compass may be set on now: low enough to be aimed at, or a landmark. */
export function knownNow(kit: Kit, at: number) {
  const sun = kit.up.bodies.find((body) => body.key === 'sun')
  const sunNow = (sun && standsAt(kit, sun, at)?.altitude_deg) ?? -90
  const bodies = kit.up.bodies.flatMap((body) => {
    const stands = standsAt(kit, body, at)
    const { set_above_deg, set_below_deg, known_sd_deg } = kit.compass
    if (!stands || stands.altitude_deg < set_above_deg || stands.altitude_deg > set_below_deg)
      return []
    // by day no star is there to be pointed at
    if (!body.is_point || sunNow > body.seen_under_sun_deg) return []
    return [{ key: body.key, name: body.name, ...stands, sd_deg: known_sd_deg }]
  })
  const marks = kit.landmarks.map((landmark) => ({
    key: '',
    name: landmark.name,
    bearing_deg: landmark.bearing_true_deg,
    altitude_deg: landmark.height_angle_deg,
    sd_deg: landmark.sd_deg,
  }))
  return [...bodies, ...marks]
}

/** How high the skyline stands at a bearing. */
export function skylineAt(outline: number[][], bearing_deg: number): number {
  const at = ((bearing_deg % 360) + 360) % 360
  for (let i = 0; i + 1 < outline.length; i++) {
    const [from = 0, low = 0] = outline[i] ?? []
    const [to = 0, high = 0] = outline[i + 1] ?? []
    if (at >= from && at <= to)
      return to > from ? low + ((at - from) / (to - from)) * (high - low) : low
  }
  return 0
}
