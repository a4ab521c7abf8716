/** What this device remembers: the theme, how bright ember is, how a run is called out, which parts
 * of the pages are open, and which words are known. */
import { defineStore } from 'pinia'
import { ref, watch } from 'vue'

import { browserStorage } from '../browser'
import { themeNames, type ThemeName } from '../../themes'

const KEY = 'owl-preferences'

/** How a run is called out. */
export const voices = ['silent', 'ticks', 'tones', 'spoken'] as const
export type Voice = (typeof voices)[number]

interface Kept {
  theme: ThemeName
  beforeEmber: ThemeName
  emberLevel: number
  voice: Voice
  openParts: string[]
  /** Words of the app that are known. */
  met: string[]
}

/** Open until somebody closes them. */
const OPEN_AT_FIRST = ['shot-takes', 'bench-ways']

function kept(): Kept {
  const fallback: Kept = {
    theme: 'dusk',
    beforeEmber: 'dusk',
    emberLevel: 1,
    voice: 'silent',
    openParts: OPEN_AT_FIRST,
    met: [],
  }
  try {
    const found = JSON.parse(browserStorage?.getItem(KEY) ?? '{}') as Partial<Kept>
    const merged = { ...fallback, ...found }
    const isKnown =
      themeNames.includes(merged.theme) &&
      voices.includes(merged.voice) &&
      Array.isArray(merged.openParts) &&
      Array.isArray(merged.met)
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
  const openParts = ref(start.openParts)
  const met = ref(start.met)

  watch([theme, beforeEmber, emberLevel, voice, openParts, met], () => {
    const now: Kept = {
      theme: theme.value,
      beforeEmber: beforeEmber.value,
      emberLevel: emberLevel.value,
      voice: voice.value,
      openParts: openParts.value,
      met: met.value,
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

  /** Open a part of a page, or close it. */
  function toggle(part: string): void {
    const others = openParts.value.filter((openPart) => openPart !== part)
    openParts.value = others.length < openParts.value.length ? others : [...others, part]
  }

  /** A word of the app needs no explaining any more. */
  function meet(word: string): void {
    met.value = [...new Set([...met.value, word])]
  }

  return { theme, emberLevel, voice, openParts, met, toggleEmber, toggle, meet }
})
