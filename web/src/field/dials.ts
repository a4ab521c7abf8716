/** Settings dialled by hand out of the positions a bundle has. */
import { settingAt, type FieldShot, type Setting } from './bundle'
import type { Schemas } from '../api/client'

export type Control = Schemas['DialOut']['control']
type Values = Setting['values']
type Step = Schemas['DialStepOut']

const stepsOf = (shot: FieldShot, control: Control): Step[] =>
  shot.dials.find((dial) => dial.control === control)?.steps ?? []

/** Of two positions the nearer, by any figure they have. */
const nearest = (steps: Step[], figure: (step: Step) => number, wanted: number) =>
  steps.reduce<Step | undefined>((best, step) => {
    const isNearer = best && Math.abs(figure(step) - wanted) < Math.abs(figure(best) - wanted)
    return !best || isNearer ? step : best
  }, undefined)

const at = (shot: FieldShot, control: Control, values: Values) =>
  nearest(stepsOf(shot, control), (step) => step.value, values[control])

/** The same setting with other values: its course lasts as long as they say. */
export function dialled(shot: FieldShot, base: Setting, values: Values): Setting {
  const text = (control: Control) => at(shot, control, values)?.text ?? ''
  const filter = values.nd_stops > 0 ? text('nd_stops') : ''
  const [time, aperture, iso] = [text('exposure_s'), text('f_number'), text('iso')]
  const phases = base.program.phases.map((phase) =>
    phase.exposure_s === base.values.exposure_s
      ? { ...phase, exposure_s: values.exposure_s }
      : phase,
  )
  return {
    ...base,
    text: [time, aperture, iso, ...(filter ? [filter] : [])].join(', '),
    time,
    aperture,
    iso,
    filter,
    values,
    program: { ...base.program, phases },
  }
}

/** One control moved, and with the same light another the other way. */
export function moved(
  shot: FieldShot,
  values: Values,
  control: Control,
  value: number,
  keepsLight: boolean,
): Values {
  const then = { ...values, [control]: value }
  if (!keepsLight) return then
  const other = control === 'exposure_s' ? 'iso' : 'exposure_s'
  const steps = stepsOf(shot, other)
  const was = at(shot, control, values)?.brightness_stops
  const now = at(shot, control, then)?.brightness_stops
  const stands = at(shot, other, values)?.brightness_stops
  if (was === undefined || now === undefined || stands === undefined) return then
  const step = nearest(steps, (s) => s.brightness_stops, stands - (now - was))
  return step ? { ...then, [other]: step.value } : then
}

/** The frames of the bracket around a setting, each by what is set for it. */
export function bracketAround(shot: FieldShot, setting: Setting) {
  const control = shot.bracket_control
  const steps = stepsOf(shot, control)
  const stands = at(shot, control, setting.values)?.brightness_stops ?? 0
  return shot.bracket.map(({ stops, offset_stops, setting: place }) => {
    const planned = settingAt(shot, place)
    const step = nearest(steps, (s) => s.brightness_stops, stands + offset_stops)
    const isPlanned = setting.text === settingAt(shot, shot.setting).text
    if (isPlanned || !step) return { stops, setting: planned }
    return { stops, setting: dialled(shot, setting, { ...setting.values, [control]: step.value }) }
  })
}
