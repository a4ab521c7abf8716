/** Settings dialled by hand out of the positions a bundle has: looked up, never worked out. */
import { settingAt, type FieldShot, type Setting } from './bundle'
import { placeOf } from '../shared/dial'
import type { Schemas } from '../api/client'

export type Control = Schemas['DialOut']['control']
type Values = Setting['values']

const stepsOf = (shot: FieldShot, control: Control) =>
  shot.dials.find((dial) => dial.control === control)?.steps ?? []

/** The names of the positions nearest to some values; without a filter none of it. */
export function textsOf(shot: FieldShot, values: Values) {
  const text = (control: Control) => {
    const steps = stepsOf(shot, control)
    return steps[placeOf(steps, values[control])]?.text ?? ''
  }
  const filter = values.nd_stops > 0 ? text('nd_stops') : ''
  const [time, aperture, iso] = [text('exposure_s'), text('f_number'), text('iso')]
  const whole = [time, aperture, iso, ...(filter ? [filter] : [])].join(', ')
  return { text: whole, time, aperture, iso, filter }
}

/** The same setting with other values: its course lasts as long as they say. */
export function dialled(shot: FieldShot, base: Setting, values: Values): Setting {
  const phases = base.program.phases.map((phase) =>
    phase.exposure_s === base.values.exposure_s
      ? { ...phase, exposure_s: values.exposure_s }
      : phase,
  )
  return {
    ...base,
    ...textsOf(shot, values),
    values,
    program: { ...base.program, phases },
    // nobody worked out what follows from it
    stays_when_right: false,
  }
}

/** The frames of the bracket around a setting, each by what is set for it. */
export function bracketAround(shot: FieldShot, setting: Setting) {
  const control = shot.bracket_control
  const isPlanned = setting.text === settingAt(shot, shot.setting).text
  const place = placeOf(stepsOf(shot, control), setting.values[control])
  return shot.bracket.map(({ stops, setting: planned, values }) => {
    const value = values[place]
    if (isPlanned || value === undefined) return { stops, setting: settingAt(shot, planned) }
    return { stops, setting: dialled(shot, setting, { ...setting.values, [control]: value }) }
  })
}
