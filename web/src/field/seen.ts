/** What was seen of a frame, and the name a bundle has for it. */
import type { FieldNight, FieldShot, Setting, Verdict } from './bundle'
import type { Schemas } from '../api/client'

export type Body = Schemas['TakeIn']
export type Hump = FieldNight['humps'][number]
export type Fault = Schemas['FrameFaultOut']['key']

/** The parts of a take that are said of it, and may be said otherwise later. */
export type Said = Partial<
  Pick<Body, 'verdicts' | 'spots' | 'faults' | 'is_keeper' | 'role' | 'note'>
>

export const WHOLE = 'whole'

/** The lights a frame with such a setting shows; of a single one the whole. */
export const lightsOf = (shot: FieldShot, setting: Setting) => {
  const shown = shot.lights.filter(({ key }) => setting.asked.includes(key) && key !== WHOLE)
  return shown.length ? shown : shot.lights.filter(({ key }) => key === WHOLE)
}

/** The word that counts for a light: its own, else that of the whole. */
export const wordOf = (body: Said, light: string): Verdict | undefined =>
  body.verdicts?.[light] ?? body.verdicts?.[WHOLE]

export const humpOf = (humps: Hump[], body: Said, light: string): Hump | undefined => {
  const spot = body.spots?.[light]
  return humps.find(
    (hump) => spot?.by === 'hump' && hump.spot.stops === spot.stops && hump.spot.end === spot.end,
  )
}

/** Whether anything was said that tells of the light. */
export const tells = (body: Said) =>
  Object.keys(body.verdicts ?? {}).length + Object.keys(body.spots ?? {}).length > 0

/** Whether every word that was said is "right". */
export const isAllRight = (body: Said) =>
  Object.values(body.verdicts ?? {}).every((word) => word === 'right')

/** Whether a frame was called right, every light of it. */
export const isRight = (shot: FieldShot, setting: Setting, body: Said) =>
  Object.keys(body.spots ?? {}).length === 0 &&
  lightsOf(shot, setting).every(({ key }) => wordOf(body, key) === 'right')

/** How a bundle names what was seen: `sky=dark,panel_1=right`. */
export function seenKey(shot: FieldShot, setting: Setting, humps: Hump[], body: Said): string {
  const marks = lightsOf(shot, setting).flatMap(({ key }) => {
    const word = wordOf(body, key)
    const hump = humpOf(humps, body, key)
    // what was read counts, and of the words only "right" beside it
    const marks = hump ? [hump.key, ...(word === 'right' ? [word] : [])] : word ? [word] : []
    return marks.map((mark) => `${key}=${mark}`)
  })
  return marks.join(',')
}

/** Whether the name says that every light was called right, and none was read. */
export const isAllRightKey = (seen: string) =>
  seen.split(',').every((mark) => mark.endsWith('=right'))

/** `dark; the panel: right; ghost; kept`, as it is listed. */
export function seenText(shot: FieldShot, night: FieldNight, body: Said): string {
  const label = (word: Verdict) => night.verdicts.find((v) => v.key === word)?.label ?? word
  const words = Object.entries(body.verdicts ?? {}).map(([key, word]) => {
    const name = shot.lights.find((light) => light.key === key)?.name
    return name ? `${name}: ${label(word)}` : label(word)
  })
  const humps = Object.keys(body.spots ?? {}).flatMap((key) => {
    const hump = humpOf(night.humps, body, key)
    return hump ? [`hump ${hump.label}`] : []
  })
  const faults = (body.faults ?? []).map((key) => faultOf(shot, key)?.label ?? key)
  return [...words, ...humps, ...faults].join(', ')
}

export const faultOf = (shot: FieldShot, key: Fault) => shot.faults.find((f) => f.key === key)
