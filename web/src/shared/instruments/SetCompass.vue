<script setup lang="ts">
/** Set the compass on something known: what stands low enough now, or a place with coordinates. */
import { useTimestamp } from '@vueuse/core'
import { computed, ref } from 'vue'

import type { Kit } from './kept'
import { decimalsFor, sayBearing, sayTilt } from './say'
import { knownNow } from './sky'
import { apart } from './statistics'
import type { Attitude } from './useAttitude'
import type { Bearing } from './useBearing'

const { kit, attitude, bearing } = defineProps<{
  kit: Kit
  attitude: Attitude
  bearing: Bearing
}>()

const now = useTimestamp({ interval: 5_000 })
const known = computed(() => knownNow(kit, now.value))
const isOpen = ref(false)
const on = ref<string | null>(null)
const said = ref('')
const chosen = computed(() => known.value.find((one) => one.name === on.value))

async function set(): Promise<void> {
  const found = await attitude.measure()
  const what = knownNow(kit, Date.now()).find((one) => one.name === on.value)
  if (!found || !what) return
  const fault = bearing.faultOf(found)
  if (fault) return void (said.value = fault)
  const made = bearing.compass.setOn(kit, what, found.bearing, attitude.isAbsolute.value)
  const off = Math.abs(apart(made.correction_deg, kit.compass.needle_east_deg))
  const { words, set_sd_most_deg } = kit.compass
  said.value = attitude.isAbsolute.value && off > set_sd_most_deg ? (words.far_off ?? '') : ''
  isOpen.value = false
}

const signed = (deg: number, sd: number) => {
  const text = Math.abs(deg).toFixed(decimalsFor(sd))
  return `${text}° ${deg >= 0 ? 'east' : 'west'}`
}
const how = computed(() => {
  const made = bearing.setting.value
  if (made) {
    const sd = bearing.sd_deg.value.toFixed(decimalsFor(bearing.sd_deg.value))
    return `Set on ${made.on}: turned ${signed(apart(made.correction_deg, 0), made.sd_deg)}, bearings now ± ${sd}°.`
  }
  const { words } = kit.compass
  return attitude.isAbsolute.value ? `${words.unset} ${kit.compass.needle_text}` : words.relative
})
</script>

<template>
  <section class="face" aria-label="Compass">
    <p :class="bearing.setting.value ? '' : 'muted'" role="status">{{ how }}</p>
    <p v-if="said" class="said" role="alert">{{ said }}</p>
    <div class="pair">
      <button type="button" class="touch" :aria-expanded="isOpen" @click="isOpen = !isOpen">
        Set the compass on something known
      </button>
      <button
        v-if="bearing.setting.value"
        type="button"
        class="touch"
        @click="bearing.compass.forget"
      >
        Forget that
      </button>
    </div>
    <template v-if="isOpen">
      <p v-if="!known.length" class="muted">
        Nothing known stands low enough just now, and no other place of yours is near.
      </p>
      <ul class="plain">
        <li v-for="one in known" :key="one.name">
          <button
            type="button"
            class="touch row"
            :aria-pressed="one.name === on"
            @click="on = one.name"
          >
            <span>{{ one.name }}</span>
            <span class="figures muted"
              >{{ sayBearing(one.bearing_deg, kit.bearing_shown) }},
              {{ sayTilt(one.altitude_deg) }}</span
            >
          </button>
        </li>
      </ul>
      <p v-if="chosen?.key === 'sun'" class="said">{{ kit.compass.words.sun }}</p>
      <button
        v-if="chosen"
        type="button"
        class="touch main"
        :disabled="attitude.progress.value !== null"
        @click="set"
      >
        {{ attitude.progress.value === null ? `Point at ${chosen.name} and hold` : 'Hold still …' }}
      </button>
    </template>
  </section>
</template>

<style scoped src="./instruments.css"></style>
<style scoped>
.row {
  display: flex;
  align-items: center;
  justify-content: space-between;
}
</style>
