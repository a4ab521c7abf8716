/** Ember by default on a page made for the dark, and back to what it was on leaving. */
import { onScopeDispose } from 'vue'

import { usePreferences } from '../../shared/stores/preferences'

export function useEmber(): void {
  const preferences = usePreferences()
  const wasEmber = preferences.theme === 'ember'
  if (!wasEmber) preferences.toggleEmber()
  onScopeDispose(() => {
    if (!wasEmber && preferences.theme === 'ember') preferences.toggleEmber()
  })
}
