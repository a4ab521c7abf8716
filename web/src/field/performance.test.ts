import { expect, test } from 'vitest'

import { callsOf, cuesAround } from './performance'
import type { Calling } from './bundle'
import type { Run } from './run'
import told from '../../../tests/calls.json'

// Written down by hand; the cue track made in Python is held against them too.
const { lead_in_s, exposure_s } = told
const phase = { exposure_s, repeats: 1, gap_s: 0, dark_s: 0, lead_in_s }
const cue = (at_s: number, text: string) => ({ at_s, text, lasts_s: 0, who: 'performer' })
const calling = { counted_down_s: [3, 2, 1] } as Calling
const run = (over: object = {}) =>
  ({
    state: 'running',
    at: 0,
    startedAt: 1000,
    darkened: false,
    cues: told.cues.map((at_s) => cue(at_s, `at ${at_s}`)),
    sittings: [{ course: { phases: [phase], rounds: 1, between_s: 0 } }],
    ...over,
  }) as unknown as Run

test('everything is called at its own moment after the shutter opened', () => {
  const left = (c: { kind: string; text: string }) => (c.kind === 'count' ? Number(c.text) : 0)
  const calls = callsOf(run(), calling).map((c) => [(c.at - 1000) / 1000, c.kind, left(c)])
  expect(calls).toEqual(told.calls)
})

test('a shutter closed by hand is not counted down', () => {
  const byHand = { course: { phases: [{ ...phase, exposure_s: null }], rounds: 1, between_s: 0 } }
  expect(callsOf(run({ sittings: [byHand] }), calling).map((c) => c.kind)).toEqual([
    'open',
    'cue',
    'cue',
  ])
})

test('a helper reads what holds and what comes next', () => {
  const around = cuesAround(callsOf(run(), calling), 1000 + 12_500)
  expect(around.now).toBe('at 2')
  expect(around.next?.text).toBe('at 3.2')
  expect(callsOf(run({ state: 'asking' }), calling)).toEqual([])
})
