/** What this device remembers: the theme, how bright ember is, and how a run is called out. */
import { defineStore } from 'pinia'
import { ref, watch } from 'vue'

import { browserStorage } from '../browser'
import { voices, type Voice } from '../field/useVoice'
import { themeNames, type ThemeName } from '../themes'

const KEY = 'owl-preferences'

interface Kept {
  theme: ThemeName
  beforeEmber: ThemeName
  emberLevel: number
  voice: Voice
}

function kept(): Kept {
  const fallback: Kept = { theme: 'dusk', beforeEmber: 'dusk', emberLevel: 1, voice: 'silent' }
  try {
    const found = JSON.parse(browserStorage?.getItem(KEY) ?? '{}') as Partial<Kept>
    const merged = { ...fallback, ...found }
    const isKnown = themeNames.includes(merged.theme) && voices.includes(merged.voice)
    return isKnown ? merged : fallback
  } catch {
    return fallback // someone edited it by hand; nothing here is worth an error
  }
}

export const usePreferences = defineStore('preferences', () => {
  const start = kept()
  const theme = ref<ThemeName>(start.theme)
  const beforeEmber = ref<ThemeName>(start.beforeEmber)
  const emberLevel = ref(start.emberLevel)
  const voice = ref(start.voice)

  watch([theme, beforeEmber, emberLevel, voice], () => {
    const now: Kept = {
      theme: theme.value,
      beforeEmber: beforeEmber.value,
      emberLevel: emberLevel.value,
      voice: voice.value,
    }
    browserStorage?.setItem(KEY, JSON.stringify(now))
  })

  /** Into the red, and back to where one was. */
  function toggleEmber(): void {
    if (theme.value === 'ember') theme.value = beforeEmber.value
    else {
      beforeEmber.value = theme.value
      theme.value = 'ember'
    }
  }

  return { theme, emberLevel, voice, toggleEmber }
})
