/** What this device remembers: the theme, and how bright ember is. */
import { defineStore } from 'pinia'
import { ref, watch } from 'vue'

import { browserStorage } from '../browser'
import { themeNames, type ThemeName } from '../themes'

const KEY = 'owl-preferences'

interface Kept {
  theme: ThemeName
  beforeEmber: ThemeName
  emberLevel: number
}

function kept(): Kept {
  const fallback: Kept = { theme: 'dusk', beforeEmber: 'dusk', emberLevel: 1 }
  try {
    const found = JSON.parse(browserStorage?.getItem(KEY) ?? '{}') as Partial<Kept>
    const merged = { ...fallback, ...found }
    return themeNames.includes(merged.theme) ? merged : fallback
  } catch {
    return fallback // someone edited it by hand; nothing here is worth an error
  }
}

export const usePreferences = defineStore('preferences', () => {
  const start = kept()
  const theme = ref<ThemeName>(start.theme)
  const beforeEmber = ref<ThemeName>(start.beforeEmber)
  const emberLevel = ref(start.emberLevel)

  watch([theme, beforeEmber, emberLevel], () => {
    const now: Kept = {
      theme: theme.value,
      beforeEmber: beforeEmber.value,
      emberLevel: emberLevel.value,
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

  return { theme, emberLevel, toggleEmber }
})
