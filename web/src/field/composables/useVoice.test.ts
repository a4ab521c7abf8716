import { afterEach, beforeEach, expect, test, vi } from 'vitest'

import { useVoice } from './useVoice'
import { living } from '../../testing/server'
import type { Calling } from '../bundle'
import type { Call } from '../performance'

const bell = { hertz: 784, lasts_s: 0.25 }
const calling = { tones: { cue: bell, open: bell }, tick: bell } as unknown as Calling

/** A sound card with a clock of its own. */
const card = { currentTime: 0, outputLatency: 0, state: 'running', destination: {} }
const tones: { at: number; isStopped: boolean }[] = []

beforeEach(() => {
  Object.assign(card, { currentTime: 0, outputLatency: 0 })
  tones.length = 0
  const param = { value: 0, setValueAtTime: vi.fn(), exponentialRampToValueAtTime: vi.fn() }
  function oscillator() {
    const tone = { at: 0, isStopped: false }
    tones.push(tone)
    return {
      frequency: param,
      connect: (to: unknown) => to,
      start: (at: number) => (tone.at = at),
      stop: (at?: number) => (tone.isStopped ||= at === undefined),
    }
  }
  vi.stubGlobal('AudioContext', function AudioContext() {
    return Object.assign(card, {
      createOscillator: oscillator,
      createGain: () => ({ gain: param, connect: (to: unknown) => to }),
      close: vi.fn(),
    })
  })
})
afterEach(() => vi.unstubAllGlobals())

const call = (at: number): Call => ({ at, kind: 'cue', text: 'one' })
const heard = () => tones.filter((tone) => !tone.isStopped).map((tone) => tone.at)

test('a card whose clock lags is set right before anything sounds at a wrong moment', () => {
  const { it: voice, scope } = living(() => useVoice(() => calling))
  voice.ahead('tones', [call(5000), call(9000)], 0)
  expect(heard()).toEqual([5, 9])
  // a second later by the day the card has gone 0.9 s only
  card.currentTime = 0.9
  voice.ahead('tones', [call(5000), call(9000)], 1000)
  expect(heard()).toEqual([4.9, 8.9])
  // and what is right stays as it was handed over
  card.currentTime = 1.9
  voice.ahead('tones', [call(5000), call(9000)], 2000)
  expect(tones).toHaveLength(4)
  scope.stop()
})

test('a loudspeaker that lags is given its tones that much earlier', () => {
  card.outputLatency = 0.2
  const { it: voice, scope } = living(() => useVoice(() => calling))
  voice.ahead('tones', [call(5000)], 0)
  expect(heard()).toEqual([4.8])
  scope.stop()
})

test('what is not wanted any more is taken back, and silence hands over nothing', () => {
  const { it: voice, scope } = living(() => useVoice(() => calling))
  voice.ahead('tones', [call(5000)], 0)
  voice.ahead('silent', [call(5000)], 1000)
  expect(heard()).toEqual([])
  scope.stop()
})
