/** How far the compass of this device is off, once it was set on something known; for the session. */
import { defineStore } from 'pinia'
import { ref } from 'vue'

import { worked } from './formula'
import type { Kit } from './kept'
import type { Series } from './statistics'

export interface Setting {
  correction_deg: number
  sd_deg: number
  /** What it was set on. */
  on: string
  at: number
  /** A frame that knows north keeps its correction apart from one that does not. */
  isAbsolute: boolean
}

/** A page loaded anew is the same session. */
const KEY = 'owl-compass'
const remember = (made: Setting | null) =>
  made ? sessionStorage.setItem(KEY, JSON.stringify(made)) : sessionStorage.removeItem(KEY)
function remembered(): Setting | null {
  const text = sessionStorage.getItem(KEY)
  return text ? (JSON.parse(text) as Setting) : null
}

export const useCompass = defineStore('compass', () => {
  const setting = ref<Setting | null>(remembered())

  function setOn(
    kit: Kit,
    on: { name: string; bearing_deg: number; sd_deg: number },
    read: Series,
    isAbsolute: boolean,
  ): Setting {
    const values = {
      read_deg: read.mean,
      known_deg: on.bearing_deg,
      spread_deg: read.spread,
      known_sd_deg: on.sd_deg,
    }
    setting.value = {
      correction_deg: worked(kit.compass.correction, values),
      sd_deg: worked(kit.compass.set_sd, values),
      on: on.name,
      at: Date.now(),
      isAbsolute,
    }
    remember(setting.value)
    return setting.value
  }
  function forget(): void {
    setting.value = null
    remember(null)
  }

  return { setting, setOn, forget }
})
