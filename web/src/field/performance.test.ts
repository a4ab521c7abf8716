import { expect, test } from 'vitest'

import { callsOf, cuesAround } from './performance'
import type { Run } from './run'

const phase = { exposure_s: 20, repeats: 1, gap_s: 0, dark_s: 0, lead_in_s: 10 }
const cue = (at_s: number, text: string) => ({ at_s, text, lasts_s: 0, who: 'performer' })
const run = (over: object = {}) =>
  ({
    state: 'running',
    at: 0,
    startedAt: 1000,
    darkened: false,
    cues: [cue(2, 'begin'), cue(3.2, '1')],
    sittings: [{ course: { phases: [phase], rounds: 1, between_s: 0 } }],
    ...over,
  }) as unknown as Run

test('everything is called at its own moment after the shutter opened', () => {
  const calls = callsOf(run()).map((c) => [(c.at - 1000) / 1000, c.text])
  expect(calls).toEqual([
    [10, 'open'],
    [12, 'begin'],
    [13.2, '1'],
    [27, '3'],
    [28, '2'],
    [29, '1'],
    [30, 'closed'],
  ])
})

test('a shutter closed by hand is not counted down', () => {
  const byHand = { course: { phases: [{ ...phase, exposure_s: null }], rounds: 1, between_s: 0 } }
  expect(callsOf(run({ sittings: [byHand] })).map((c) => c.text)).toEqual(['open', 'begin', '1'])
})

test('a helper reads what holds and what comes next', () => {
  const around = cuesAround(run(), 1000 + 12_500)
  expect(around.now).toBe('begin')
  expect(around.next?.text).toBe('1')
  expect(callsOf(run({ state: 'asking' }))).toEqual([])
})
