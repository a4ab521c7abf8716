import { afterEach, beforeEach, expect, test, vi } from 'vitest'

import { living } from '../../testing/server'
import type { Kit } from './kept'
import { useAttitude } from './useAttitude'

// A device whose angles are what it points at: the true formulas are held against scipy elsewhere.
const kit = {
  holds: [
    {
      key: 'held_up',
      bearing_deg: ['bearing', ['sub', 360, ['add', 'alpha', 'screen']]],
      tilt_deg: ['sub', 'beta', 90],
      roll_deg: 'gamma',
    },
  ],
  compass: { hold_s: 2, steady_s: 0.4, jumps_deg: 30, silent_s: 1.5, steep_deg: 75 },
} as unknown as Kit

beforeEach(() => {
  vi.useFakeTimers({
    toFake: [
      'performance',
      'requestAnimationFrame',
      'cancelAnimationFrame',
      'setTimeout',
      'clearTimeout',
    ],
  })
  vi.stubGlobal('DeviceOrientationEvent', {})
  vi.stubGlobal('isSecureContext', true)
  vi.stubGlobal('screen', { orientation: { angle: 0 } })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

function tell(type: string, alpha: number | null, beta = 90, absolute = type.endsWith('absolute')) {
  window.dispatchEvent(Object.assign(new Event(type), { alpha, beta, gamma: 0, absolute }))
}
const motion = () =>
  window.dispatchEvent(Object.assign(new Event('devicemotion'), { rotationRate: { alpha: 0 } }))
const pass = (ms: number) => vi.advanceTimersByTimeAsync(ms)

test('what is shown is steady within half a second of turning the phone', async () => {
  const { it: phone, scope: leave } = living(() => useAttitude(() => kit))
  tell('deviceorientationabsolute', 0)
  await pass(300)
  tell('deviceorientationabsolute', 340)
  await pass(500)
  expect(phone.shown.value?.bearing).toBeCloseTo(20, 6)
  leave.stop()
})

test('a frame that knows north is taken before one that does not', async () => {
  const { it: phone, scope: leave } = living(() => useAttitude(() => kit))
  tell('deviceorientation', 100)
  await pass(20)
  expect(phone.isAbsolute.value).toBe(false)
  tell('deviceorientationabsolute', 200)
  tell('deviceorientation', 100)
  await pass(500)
  expect(phone.isAbsolute.value).toBe(true)
  expect(phone.shown.value?.bearing).toBeCloseTo(160, 6)
  leave.stop()
})

test('held still it is read over two seconds, mean and spread', async () => {
  const { it: phone, scope: leave } = living(() => useAttitude(() => kit))
  tell('deviceorientationabsolute', 359)
  const reading = phone.measure()
  await pass(1000)
  tell('deviceorientationabsolute', 1)
  await pass(1100)
  const held = await reading
  // half of the time at 1°, half at 359°: north, give or take a degree
  expect(Math.abs((((held?.bearing.mean ?? 0) + 180) % 360) - 180)).toBeLessThan(0.1)
  expect(held?.bearing.spread).toBeCloseTo(1, 1)
  expect(held?.tilt.spread).toBe(0)
  leave.stop()
})

test('a compass that jumps is said to, a hand that turns is not', async () => {
  const { it: phone, scope: leave } = living(() => useAttitude(() => kit))
  for (let alpha = 0; alpha < 90; alpha += 5) {
    tell('deviceorientationabsolute', alpha)
    await pass(16)
  }
  expect(phone.hasJumped.value).toBe(false)
  tell('deviceorientationabsolute', 200)
  await pass(20)
  expect(phone.hasJumped.value).toBe(true)
  leave.stop()
})

test('a screen turned on its side is reckoned with', async () => {
  const { it: phone, scope: leave } = living(() => useAttitude(() => kit))
  vi.stubGlobal('screen', { orientation: { angle: 90 } })
  tell('deviceorientationabsolute', 0)
  await pass(500)
  expect(phone.shown.value?.bearing).toBeCloseTo(270, 6)
  leave.stop()
})

test('a phone that only lies still is not silent, one whose sensors stop is, and reads nothing', async () => {
  const { it: phone, scope: leave } = living(() => useAttitude(() => kit))
  tell('deviceorientationabsolute', 10)
  for (let k = 0; k < 150; k++) {
    motion()
    await pass(16)
  }
  expect(phone.isSilent.value).toBe(false)
  const reading = phone.measure()
  await pass(2100)
  expect(phone.isSilent.value).toBe(true)
  expect(await reading).toBeNull()
  leave.stop()
})

test('without a sensor, without leave and without a secure page it says so', async () => {
  const { it: none, scope: leaveNone } = living(() => useAttitude(() => kit))
  tell('deviceorientation', null)
  await pass(1500)
  expect(none.state.value).toBe('none')
  expect(await none.measure()).toBeNull()
  leaveNone.stop()
  vi.stubGlobal('DeviceOrientationEvent', { requestPermission: () => Promise.resolve('denied') })
  const { it: asked, scope: leaveAsked } = living(() => useAttitude(() => kit))
  await pass(1500)
  expect(asked.state.value).toBe('asks')
  await asked.ask()
  expect(asked.state.value).toBe('refused')
  leaveAsked.stop()
  vi.stubGlobal('isSecureContext', false)
  const { it: insecure, scope: leave } = living(() => useAttitude(() => kit))
  expect(insecure.state.value).toBe('insecure')
  leave.stop()
})
