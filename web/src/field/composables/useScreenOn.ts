/** Keep the screen on while something runs, where the browser allows it. */
import { useWakeLock } from '@vueuse/core'
import { watch, type Ref } from 'vue'

/** A refusal, for a low battery or want of leave, is no error: the clock is right without it. */
const forgiving = {
  ...('wakeLock' in navigator && {
    wakeLock: { request: () => navigator.wakeLock.request('screen').catch(() => null) },
  }),
} as Navigator

export function useScreenOn(isWanted: Readonly<Ref<boolean>>): void {
  const { request, release } = useWakeLock({ navigator: forgiving })
  watch(isWanted, (wanted) => void (wanted ? request('screen') : release()), { immediate: true })
}
