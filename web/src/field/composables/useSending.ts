/** Takes and readings that wait are sent when the browser says there is signal, and tried now and then. */
import { onScopeDispose } from 'vue'

import { sendWaiting } from '../../shared/instruments'
import { useField } from '../store'

const RETRY_EVERY_MS = 15_000 // a signal may come back without the browser noticing

export function useSending(): void {
  const field = useField()
  const send = () => {
    if (field.waiting) void field.sync()
    void sendWaiting()
  }
  const timer = setInterval(send, RETRY_EVERY_MS)
  window.addEventListener('online', send)
  onScopeDispose(() => {
    clearInterval(timer)
    window.removeEventListener('online', send)
  })
}
