/** A night as it goes out again. */
import { without } from './without'
import type { Schemas } from './client'

/** What was decided about a night, of all that is told of it. */
export function asked(night: Schemas['NightOut']): Schemas['NightIn'] {
  return without(
    night,
    'id',
    'version',
    'place_name',
    'time_zone',
    'begins_utc',
    'ends_utc',
    'strip',
    'sentence',
    'shot_count',
  )
}
