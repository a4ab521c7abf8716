/** Keep the screen on while something runs, where the browser allows it. */
import { onScopeDispose, watch, type Ref } from 'vue'

export function useWakeLock(isWanted: Readonly<Ref<boolean>>): void {
  let lock: WakeLockSentinel | null = null

  async function hold(): Promise<void> {
    if (!isWanted.value || document.visibilityState !== 'visible' || !('wakeLock' in navigator))
      return
    try {
      lock = await navigator.wakeLock.request('screen')
    } catch {
      lock = null // low battery or no permission: the clock is right without it
    }
  }
  const release = () => void lock?.release()

  // the browser drops the lock whenever the page is hidden
  document.addEventListener('visibilitychange', hold)
  watch(isWanted, (wanted) => (wanted ? void hold() : release()), { immediate: true })
  onScopeDispose(() => {
    document.removeEventListener('visibilitychange', hold)
    release()
  })
}
