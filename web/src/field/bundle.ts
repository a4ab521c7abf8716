/** The bundle a night is taken along in, by the names the field has for its parts. */
import type { Schemas } from '../api/client'

export type FieldNight = Schemas['FieldNightOut']
export type FieldShot = Schemas['FieldShotOut']
/** A setting with the course it runs, which the bundle keeps apart. */
export type Setting = Omit<Schemas['FieldSettingOut'], 'program'> & {
  program: Schemas['ProgramOut']
}
export type Calling = FieldNight['calling']
export type Answers = FieldShot['answers']
export type Verdict = Schemas['VerdictOut']['key']

/** A bundle whose shot names no setting has nothing to run: it is not a bundle. */
export function settingAt(shot: FieldShot, place: number): Setting {
  const found = shot.settings[place]
  const program = found && shot.programs[found.program]
  if (!program) throw new Error(`The bundle of ${shot.title} has no setting ${place}.`)
  return { ...found, program }
}
