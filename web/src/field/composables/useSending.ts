/** Takes and readings that wait are sent when the browser says there is signal, and tried now and then. */
import { useEventListener, useIntervalFn } from '@vueuse/core'

import { sendWaiting } from '../../shared/instruments'
import { useField } from '../store'

const RETRY_EVERY_MS = 15_000 // a signal may come back without the browser noticing

export function useSending(): void {
  const field = useField()
  const send = () => {
    if (field.waiting) void field.sync()
    void sendWaiting()
  }
  useIntervalFn(send, RETRY_EVERY_MS)
  useEventListener('online', send)
}
