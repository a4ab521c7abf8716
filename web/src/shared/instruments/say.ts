/** Figures as they are told: no finer than they are known, in the unit their photographer thinks in. */
import { toShown } from '../../api/shown'
import type { Schemas } from '../../api/client'

export interface Figure {
  value: number
  sd: number
}

type Shown = Schemas['ShownOut'] | null | undefined

const MINUS = '−'

/** Two figures of a ± that begins with 1, else one. */
export function decimalsFor(sd: number): number {
  return sd > 0 && Number.isFinite(sd) ? Math.max(0, -Math.floor(Math.log10(sd / 2))) : 0
}

/** As it goes into a form: one figure more than it is known to, and none that is only noise. */
export function rounded({ value, sd }: Figure): Figure {
  if (!(sd > 0)) return { value, sd }
  const step = 10 ** (Math.floor(Math.log10(sd / 2)) - 1)
  return { value: Number((Math.round(value / step) * step).toPrecision(12)), sd }
}

export function sayFigure({ value, sd }: Figure, unit: string, shown?: Shown): string {
  if (!Number.isFinite(value)) return 'cannot be told from these'
  const times = shown?.times ?? 1
  const decimals = decimalsFor(sd * times)
  const named = shown?.unit ?? unit
  const gap = named.startsWith('°') || !named ? '' : ' '
  const figure = toShown(shown, value).toFixed(decimals).replace('-', MINUS)
  return `${figure}${gap}${named} ± ${(sd * times).toFixed(decimals)}`
}

/** `143°`, in degrees that go round. */
export const sayBearing = (true_deg: number, shown?: Shown): string =>
  `${Math.round(toShown(shown, true_deg)) % 360}°`

export function sayTilt(tilt_deg: number): string {
  const whole = Math.round(tilt_deg)
  return whole === 0 ? 'level' : `${Math.abs(whole)}° ${whole > 0 ? 'up' : 'down'}`
}

export function sayRoll(roll_deg: number): string {
  const tenths = Math.abs(roll_deg).toFixed(1)
  if (tenths === '0.0') return 'plumb'
  return `${tenths}° ${roll_deg > 0 ? 'right' : 'left'} side down`
}
