/** A shake's smear in px, band by band, by the terms the server gives. */
import { worked } from './formula'
import type { Kit } from './kept'
import { evenly, spectrum, type Band } from './statistics'
import type { Shaken } from './useMotion'

type Shot = Kit['shots'][number]

export interface Shake {
  /** Of all three axes, in steps of band_hz. */
  bands: Band[]
  band_hz: number
  events_hz: number
}

/** Null where too little was heard. */
export function shakeOf(kit: Kit, { at_s, rates }: Shaken): Shake | null {
  const lasts_s = (at_s.at(-1) ?? 0) - (at_s[0] ?? 0)
  if (lasts_s <= 0) return null
  const events_hz = (at_s.length - 1) / lasts_s
  const [from = 0, to = 0] = kit.shake.between_hz
  const axes = rates.map((rate) =>
    spectrum(evenly(at_s, rate, 1 / events_hz), 1 / events_hz, from, Math.min(to, events_hz / 2)),
  )
  const bands = (axes[0] ?? []).map(({ hz }, k) => ({
    hz,
    amplitude: Math.hypot(...axes.map((axis) => axis[k]?.amplitude ?? 0)),
  }))
  return bands.length ? { bands, band_hz: 1 / lasts_s, events_hz } : null
}

export interface Smear {
  px: number
  /** What this phone's own noise would look like. */
  floor_px: number
}

export function smearOf(kit: Kit, shake: Shake, shot: Shot, exposure_s: number): Smear {
  const terms = kit.shake
  const noise = worked(terms.noise_deg_s, { band_hz: shake.band_hz })
  const sum = (rate: (band: Band) => number) =>
    shake.bands.reduce((all, band) => {
      const values = { rate_deg_s: rate(band), hz: band.hz, exposure_s }
      return all + worked(terms.variance_deg2, values)
    }, 0)
  const px = (variance_deg2: number) =>
    worked(terms.smear_px, {
      variance_deg2,
      focal_length_mm: shot.focal_length_mm,
      pixel_pitch_um: shot.pixel_pitch_um,
    })
  return { px: px(sum((band) => band.amplitude)), floor_px: px(sum(() => noise)) }
}

/** Which of the server's words fits. */
export function judged(kit: Kit, { px, floor_px }: Smear): 'unseen' | 'steady' | 'soft' | 'shaken' {
  if (px <= floor_px) return 'unseen'
  if (px < kit.shake.steady_px) return 'steady'
  return px < kit.shake.soft_px ? 'soft' : 'shaken'
}
