/**
 * How the phone is held, from the browser's own orientation events: smoothed to be read, gathered to
 * be measured. Drawn once a frame however often events come.
 */
import { computed, onScopeDispose, ref, shallowRef } from 'vue'

import { worked } from './formula'
import type { Kit } from './kept'
import { apart, ofDirections, seriesOf, type Series } from './statistics'

export type SensorState = 'waiting' | 'listening' | 'asks' | 'refused' | 'none' | 'insecure'

interface Sample {
  at: number
  bearing: number
  tilt: number
  roll: number
}
export interface Held {
  bearing: Series
  tilt: Series
  roll: Series
}
interface Asks {
  requestPermission?: () => Promise<'granted' | 'denied'>
}

const FIRST_EVENT_WITHIN_MS = 1200
const JUMP_WITHIN_MS = 120 // two events further apart may have any turn of the hand between them
const JUMP_IS_SAID_MS = 4000

export function useAttitude(kit: () => Kit | null) {
  const state = ref<SensorState>('waiting')
  const isAbsolute = ref(false)
  const hold = ref('held_up')
  /** Smoothed; null until a sensor has said something. */
  const shown = shallowRef<{ bearing: number; tilt: number; roll: number } | null>(null)
  const isSilent = ref(false)
  const hasJumped = ref(false)
  /** Of a reading under way, 0 to 1. */
  const progress = ref<number | null>(null)

  let latest: { alpha: number; beta: number; gamma: number; at: number } | null = null
  let before: Sample | null = null
  let samples: Sample[] = []
  let heardAt = 0
  let motions = 0
  let jumpedAt = -Infinity
  let frame = 0
  let gathering: { until: number; from: number; done: (held: Held | null) => void } | null = null

  function hear(event: DeviceOrientationEvent, absolute: boolean): void {
    const { alpha, beta, gamma } = event
    if (alpha === null || beta === null || gamma === null) return
    // where both kinds come, the one that knows north counts
    if (isAbsolute.value && !absolute) return
    if (absolute !== isAbsolute.value) [isAbsolute.value, samples, before] = [absolute, [], null]
    state.value = 'listening'
    heardAt = performance.now()
    latest = { alpha, beta, gamma, at: heardAt }
    watchForJumps()
  }
  const onAbsolute = (e: Event) => hear(e as DeviceOrientationEvent, true)
  const onOrientation = (e: DeviceOrientationEvent) => hear(e, e.absolute)
  // a phone that lies still tells no orientation, but goes on telling its motion
  const onMotion = (e: DeviceMotionEvent) => {
    if (e.rotationRate?.alpha == null && e.accelerationIncludingGravity?.x == null) return
    motions += 1
    heardAt = performance.now()
  }

  const attitude = computed(() => kit()?.holds.find((one) => one.key === hold.value))
  function read(): Sample | null {
    const terms = attitude.value
    if (!terms || !latest) return null
    const values = {
      alpha: latest.alpha,
      beta: latest.beta,
      gamma: latest.gamma,
      screen: screen.orientation?.angle ?? 0,
    }
    return {
      at: performance.now(),
      bearing: worked(terms.bearing_deg, values),
      tilt: worked(terms.tilt_deg, values),
      roll: worked(terms.roll_deg, values),
    }
  }

  function watchForJumps(): void {
    const now = read()
    const limits = kit()?.compass
    if (!now || !limits) return
    if (before && now.at - before.at < JUMP_WITHIN_MS && Math.abs(now.tilt) < limits.steep_deg) {
      const turn = Math.abs(apart(now.bearing, before.bearing))
      if (turn > limits.jumps_deg) jumpedAt = now.at
    }
    before = now
  }

  function step(): void {
    frame = requestAnimationFrame(step)
    const limits = kit()?.compass
    const now = read()
    if (!limits || !now) return
    hasJumped.value = now.at - jumpedAt < JUMP_IS_SAID_MS
    // only who tells motion can be heard to fall silent
    isSilent.value = motions > 5 && now.at - heardAt > 1000 * limits.silent_s
    const keepFor = 1000 * (gathering ? limits.hold_s : limits.steady_s)
    samples = [...samples.filter((s) => s.at > now.at - keepFor), now]
    const fresh = samples.filter((s) => s.at > now.at - 1000 * limits.steady_s)
    const held = heldOf(fresh)
    if (held)
      shown.value = { bearing: held.bearing.mean, tilt: held.tilt.mean, roll: held.roll.mean }
    if (!gathering) return
    progress.value = Math.min(1, (now.at - gathering.from) / (gathering.until - gathering.from))
    if (now.at < gathering.until) return
    const { from, done } = gathering
    ;[gathering, progress.value] = [null, null]
    done(isSilent.value ? null : heldOf(samples.filter((s) => s.at >= from)))
  }

  function heldOf(some: Sample[]): Held | null {
    const bearing = ofDirections(some.map((s) => s.bearing))
    const tilt = seriesOf(some.map((s) => s.tilt))
    // the roll goes round too, and is told as an offset
    const roll = ofDirections(some.map((s) => s.roll))
    if (!bearing || !tilt || !roll) return null
    return { bearing, tilt, roll: { ...roll, mean: ((roll.mean + 180) % 360) - 180 } }
  }

  /** Mean and spread while the phone is held still; null where the sensors stopped meanwhile. */
  function measure(): Promise<Held | null> {
    const limits = kit()?.compass
    if (!limits || !latest || gathering) return Promise.resolve(null)
    const from = performance.now()
    return new Promise((done) => {
      gathering = { from, until: from + 1000 * limits.hold_s, done }
    })
  }

  function listen(): void {
    window.addEventListener('deviceorientationabsolute', onAbsolute)
    window.addEventListener('deviceorientation', onOrientation)
    window.addEventListener('devicemotion', onMotion)
  }
  function stop(): void {
    window.removeEventListener('deviceorientationabsolute', onAbsolute)
    window.removeEventListener('deviceorientation', onOrientation)
    window.removeEventListener('devicemotion', onMotion)
  }

  const asking = 'DeviceOrientationEvent' in window ? (DeviceOrientationEvent as Asks) : null
  /** By a touch: browsers that ask do so only then. */
  async function ask(): Promise<void> {
    try {
      const moving = 'DeviceMotionEvent' in window ? (DeviceMotionEvent as Asks) : null
      const [answer] = await Promise.all([
        asking?.requestPermission?.(),
        moving?.requestPermission?.(),
      ])
      state.value = answer === 'denied' ? 'refused' : 'waiting'
      listen()
      settleSoon(false)
    } catch {
      state.value = 'refused'
    }
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  function settleSoon(mayAsk: boolean): void {
    clearTimeout(timer)
    timer = setTimeout(() => {
      if (state.value === 'waiting')
        state.value = mayAsk && asking?.requestPermission ? 'asks' : 'none'
    }, FIRST_EVENT_WITHIN_MS)
  }

  if (!window.isSecureContext) state.value = 'insecure'
  else if (!asking) state.value = 'none'
  else {
    listen()
    settleSoon(true)
    frame = requestAnimationFrame(step)
  }
  onScopeDispose(() => {
    stop()
    clearTimeout(timer)
    cancelAnimationFrame(frame)
    gathering?.done(null)
  })

  const holdAs = (key: string) => (hold.value = key)

  return { state, isAbsolute, hold, holdAs, shown, isSilent, hasJumped, progress, measure, ask }
}
export type Attitude = ReturnType<typeof useAttitude>
