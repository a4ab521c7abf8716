/** A night as it goes out again. */
import type { Schemas } from './client'

/** What was decided about a night, of all that is told of it. */
export function asked(night: Schemas['NightOut']): Schemas['NightIn'] {
  const { id, version, place_name, time_zone, begins_utc, ends_utc, strip, ...rest } = night
  const { sentence, shot_count, ...own } = rest
  void [id, version, place_name, time_zone, begins_utc, ends_utc, strip, sentence, shot_count]
  return own
}
