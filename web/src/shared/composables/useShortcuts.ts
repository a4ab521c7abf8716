/** Keys that work anywhere but in a field, and the list of them for `?`. */
import { useEventListener } from '@vueuse/core'
import { onScopeDispose, shallowReactive } from 'vue'

import { browserWindow } from '../browser'

export interface Shortcut {
  key: string
  says: string
  run: () => void
}

/** What is active now, in the order it was added; the list shows it. */
export const activeShortcuts = shallowReactive<Shortcut[]>([])

function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const target = event.target as HTMLElement | null
  if (target?.closest('input, textarea, select, [contenteditable]')) return
  const found = activeShortcuts.findLast((s) => s.key === event.key)
  if (!found) return
  event.preventDefault()
  found.run()
}

useEventListener(browserWindow, 'keydown', onKey)

/** Add shortcuts for as long as the calling scope lives. */
export function useShortcuts(shortcuts: Shortcut[]): void {
  activeShortcuts.push(...shortcuts)
  onScopeDispose(() => {
    for (const shortcut of shortcuts) activeShortcuts.splice(activeShortcuts.indexOf(shortcut), 1)
  })
}
