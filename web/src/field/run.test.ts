import { expect, test } from 'vitest'

import { options, setting, shot } from './making'
import {
  begun,
  bracketed,
  coursesOf,
  finished,
  pressed,
  settled,
  sittingOf,
  standing,
  stopped,
  type Run,
} from './run'

const BEGAN = 1_000_000
const after = (s: number) => BEGAN + 1000 * s
const of = (run: Run | null): Run => {
  if (!run) throw new Error('the run is gone')
  return run
}
const single = (phases: object[] = [{}]) => {
  const first = setting('first', phases)
  return begun(shot({ settings: [first] }), first, options, BEGAN)
}

test('a single frame runs its delay and time and then waits for a word, however late one looks', () => {
  const run = single()
  expect(standing(run, after(1))).toMatchObject({ stage: 'delay' })
  expect(settled(run, after(5.9))).toBe(run)
  for (const late of [6, 60, 7200]) {
    const done = settled(run, after(late))
    expect(done).toMatchObject({ state: 'asking', shotId: 's' })
    expect(done.made).toMatchObject([
      { startedAt: after(2), exposure_s: 4, frames: 1, isEarly: false, setting: { text: 'first' } },
    ])
  }
})

test('kept and read back at any moment it goes on as if nothing had been', () => {
  for (const at of [0, 1, 2.5, 6, 100]) {
    const kept = JSON.parse(JSON.stringify(single())) as Run
    expect(settled(kept, after(at))).toEqual(settled(single(), after(at)))
  }
})

test('a stack closed in its third frame has two whole ones', () => {
  const run = single([{ exposure_s: 60, repeats: 59, gap_s: 1 }])
  const closed = of(stopped(run, after(2 + 61 + 61 + 10)))
  expect(closed.made).toMatchObject([{ exposure_s: 60, frames: 2, isEarly: false }])
  expect(closed.state).toBe('asking')
})

test('closed early a frame has its true length, and no answer made for another holds', () => {
  const closed = of(stopped(single(), after(3.5)))
  expect(closed.made).toMatchObject([{ exposure_s: 1.5, frames: 1, isEarly: true }])
})

test('before the shutter opened nothing was made', () => {
  expect(stopped(single(), after(1))).toBeNull()
})

test('a hand that opens and closes is asked how long it was, not told', () => {
  const run = single([{ exposure_s: null, lead_in_s: 0 }])
  expect(settled(run, after(500))).toBe(run)
  expect(of(stopped(run, after(6.2))).made).toMatchObject([{ exposure_s: 6.2, isEarly: false }])
})

test('a bracket waits before every frame and files each with its own setting', () => {
  let run = bracketed(shot(), setting('first'), options)
  expect(run.state).toBe('ready')
  for (const [i, text] of ['first', 'second', 'third'].entries()) {
    expect(sittingOf(run)?.setting.text).toBe(text)
    run = pressed(run, after(100 * i))
    run = settled(run, after(100 * i + 50))
  }
  expect(run.state).toBe('asking')
  expect(run.made.map((m) => [m.setting.text, m.stops])).toEqual([
    ['first', '±0'],
    ['second', '+1'],
    ['third', '−1'],
  ])
  const first = settled(pressed(bracketed(shot(), setting('first'), options), BEGAN), after(50))
  expect(of(finished(first))).toMatchObject({ state: 'asking', made: [{ stops: '±0' }] })
  expect(stopped(pressed(first, BEGAN), after(1))).toMatchObject({ state: 'ready', at: 1 })
})

test('a program is cut where it waits for the hand', () => {
  const frames = setting('x', [{}, { waits: true }, { waits: true }]).program
  expect(coursesOf(frames).map((c) => c.phases.length)).toEqual([1, 1, 1])
  expect(coursesOf({ ...frames, rounds: 2 })).toHaveLength(6)
  expect(coursesOf(setting('x', [{}, {}]).program)).toHaveLength(1)
})
