/** The time, looked at now and then: by itself for what changes by the minute. */
import { onScopeDispose, readonly, ref, type Ref } from 'vue'

const EVERY_MS = 5_000

export function useNow(everyMs = EVERY_MS): Readonly<Ref<number>> {
  const now = ref(Date.now())
  const timer = setInterval(() => (now.value = Date.now()), everyMs)
  onScopeDispose(() => clearInterval(timer))
  return readonly(now)
}
