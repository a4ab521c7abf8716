/** How the phone shakes: turning rates about its three axes, gathered for some seconds. */
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { onScopeDispose, ref } from 'vue'

export interface Shaken {
  at_s: number[]
  /** About each axis, degrees a second. */
  rates: [number[], number[], number[]]
}

export function useMotion() {
  /** 0 to 1 while it listens. */
  const progress = ref<number | null>(null)
  /** Whether a motion event with rates ever came. */
  const hasRates = ref(false)
  let stopNow: (() => void) | null = null

  const probe = (e: DeviceMotionEvent) => {
    if (e.rotationRate?.alpha != null) hasRates.value = true
  }
  useEventListener('devicemotion', probe)

  function listen(lasts_s: number): Promise<Shaken> {
    const found: Shaken = { at_s: [], rates: [[], [], []] }
    const from = performance.now()
    return new Promise((done) => {
      const hear = (e: DeviceMotionEvent) => {
        const { alpha, beta, gamma } = e.rotationRate ?? {}
        if (alpha == null || beta == null || gamma == null) return
        found.at_s.push(e.timeStamp / 1000)
        ;[alpha, beta, gamma].forEach((rate, i) => found.rates[i]?.push(rate))
      }
      const stopHearing = useEventListener('devicemotion', hear)
      const tick = useIntervalFn(() => {
        const share = (performance.now() - from) / (1000 * lasts_s)
        progress.value = Math.min(1, share)
        if (share >= 1) end()
      }, 100)
      function end(): void {
        tick.pause()
        stopHearing()
        stopNow = progress.value = null
        done(found)
      }
      stopNow = end
    })
  }
  onScopeDispose(() => stopNow?.())
  return { progress, hasRates, listen }
}
