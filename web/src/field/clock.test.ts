import { expect, test } from 'vitest'

import { countText, exposures, momentOf, type Course } from './clock'
import courses from '../../../tests/courses.json'

const phase = (exposure_s: number | null, over: object = {}) => ({
  exposure_s,
  repeats: 1,
  gap_s: 0,
  dark_s: 0,
  lead_in_s: 0,
  ...over,
})
const course = (...phases: ReturnType<typeof phase>[]): Course => ({
  phases,
  rounds: 1,
  between_s: 0,
})
const stack = course(phase(60, { repeats: 3, gap_s: 1, lead_in_s: 2 }))
const BEGAN = 1_000_000
const at = (s: number, of = stack, darkened = false) =>
  momentOf(of, darkened, BEGAN, BEGAN + 1000 * s)

// The same courses, written down by hand, that the program's own test in Python runs.
test.each(courses)('$name runs here as in the core', ({ phases, rounds, between_s, ...told }) => {
  const of = { phases, rounds, between_s }
  expect([...exposures(of, true)].map((e) => e.opens_s)).toEqual(told.opens_s)
  expect(at(told.duration_s - 0.01, of, true).stage).not.toBe('done')
  expect(at(told.duration_s, of, true).stage).toBe('done')
  told.opens_s.forEach((opens_s, i) =>
    expect(at(opens_s, of, true)).toMatchObject({ stage: 'open', frame: i + 1, made: i, opens_s }),
  )
})

test('delay, open, gap and the next frame follow from the time alone', () => {
  expect(at(1)).toMatchObject({ stage: 'delay', made: 0, opens_s: 2, remaining_s: 1 })
  expect(at(2)).toMatchObject({ stage: 'open', frame: 1, elapsed_s: 0, remaining_s: 60 })
  expect(at(62.5)).toMatchObject({ stage: 'gap', frame: 1, made: 1 })
  expect(at(63)).toMatchObject({ stage: 'open', frame: 2, elapsed_s: 0 })
  expect(at(184)).toMatchObject({ stage: 'done', frame: 3, made: 3 })
})

test('two hours later, with the tab asleep in between, it is right to the millisecond', () => {
  const long = course(phase(7200, { lead_in_s: 2 }))
  expect(at(7201.999, long).remaining_s).toBeCloseTo(0.001, 6)
  expect(at(9000, long).stage).toBe('done')
})

test('the dark half is taken only where it is on, before the next frame', () => {
  const slow = course(phase(60, { repeats: 2, gap_s: 1, dark_s: 60 }))
  expect(at(60, slow, true)).toMatchObject({ stage: 'dark', frame: 1, made: 1, remaining_s: 60 })
  expect(at(121, slow, true)).toMatchObject({ stage: 'open', frame: 2, opens_s: 121 })
  expect(at(61, slow, false)).toMatchObject({ stage: 'open', frame: 2, opens_s: 61 })
})

test('open by hand never ends by itself', () => {
  expect(at(9999, course(phase(null)))).toMatchObject({ stage: 'open', remaining_s: null })
})

test('a count shows whole seconds', () => {
  expect([7, 60, 135, 3870, 0.2].map(countText)).toEqual(['7', '1:00', '2:15', '1:04:30', '1'])
})
