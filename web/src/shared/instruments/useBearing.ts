/** What the compass says as a true bearing with its ±, set on something known or not. */
import { computed } from 'vue'

import { useCompass } from './compass'
import { worked } from './formula'
import type { Kit } from './kept'
import { roundedAs } from './outcome'
import { rounded, type Figure } from './say'
import type { Series } from './statistics'
import type { Attitude } from './useAttitude'

export function useBearing(found: () => Kit | null, attitude: Attitude) {
  /** Nothing is asked of it before it is there. */
  const kit = (): Kit => {
    const one = found()
    if (!one) throw new Error('a bearing before its kit')
    return one
  }
  const compass = useCompass()
  /** Of this kind of frame; another kind's counts for nothing. */
  const setting = computed(() => {
    const found = compass.setting
    return found && found.isAbsolute === attitude.isAbsolute.value ? found : null
  })
  const knowsNorth = computed(() => !!setting.value || attitude.isAbsolute.value)
  const correction = computed(() => setting.value?.correction_deg ?? kit().compass.needle_east_deg)
  const drift_s = () =>
    setting.value && !attitude.isAbsolute.value ? (Date.now() - setting.value.at) / 1000 : 0

  const trueOf = (read_deg: number) =>
    worked(kit().compass.true_bearing, { read_deg, correction_deg: correction.value })
  const figureOf = (read: Series): Figure =>
    roundedAs(kit().compass.true_bearing, {
      value: trueOf(read.mean),
      sd: worked(kit().compass.bearing_sd, {
        spread_deg: read.spread,
        own_sd_deg: setting.value?.sd_deg ?? kit().compass.unset_sd_deg,
        drift_s: drift_s(),
      }),
    })
  const tiltOf = (read: Series): Figure =>
    rounded({
      value: read.mean,
      sd: worked(kit().compass.tilt_sd, { spread_deg: read.spread }),
    })
  /** Where the phone points now; null while it knows no north. */
  const pointed = computed(() => {
    const shown = attitude.shown.value
    if (!shown || !knowsNorth.value) return null
    return { bearing_deg: trueOf(shown.bearing), altitude_deg: shown.tilt }
  })
  const sd_deg = computed(() => figureOf({ mean: 0, spread: 0, n: 1 }).sd)

  /** What is wrong with a reading, in words; empty where nothing is. */
  function faultOf(read: { bearing: Series; tilt: Series }): string {
    const { wanders_deg, trembles_deg, steep_deg, words } = kit().compass
    if (read.tilt.spread > trembles_deg) return words.trembles ?? ''
    if (Math.abs(read.tilt.mean) > steep_deg) return words.steep ?? ''
    return read.bearing.spread > wanders_deg ? (words.wanders ?? '') : ''
  }

  return { setting, knowsNorth, trueOf, figureOf, tiltOf, pointed, sd_deg, faultOf, compass }
}

export type Bearing = ReturnType<typeof useBearing>
