/**
 * Keys that work anywhere but in a field, and the list of them for `?`. While a form somebody has
 * begun is open none acts: what was typed must not be lost to a letter.
 */
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

const begun = new WeakSet<HTMLFormElement>()
const formOf = (event: Event) => (event.target as HTMLElement | null)?.closest?.('form') ?? null

useEventListener(browserWindow, ['focusin', 'input'], (event) => {
  const form = formOf(event)
  if (form && form.role !== 'search') begun.add(form)
})
useEventListener(browserWindow, 'submit', (event) => {
  const form = formOf(event)
  if (form) begun.delete(form)
})
const isFormOpen = () => [...document.forms].some((form) => begun.has(form))

function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const target = event.target as HTMLElement | null
  if (target?.closest('input, textarea, select, [contenteditable]') || isFormOpen()) return
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
