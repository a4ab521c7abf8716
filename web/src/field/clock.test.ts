import { expect, test } from 'vitest'

import { countText, momentOf, openedAt, type Run } from './clock'

const run: Run = {
  shotId: 's',
  startedAt: 1_000_000,
  delay_s: 2,
  exposure_s: 60,
  frames: 3,
  gap_s: 1,
  dark_s: 0,
}
const at = (s: number, of = run) => momentOf(of, of.startedAt + 1000 * s)

test('delay, open, gap and the next frame follow from the time alone', () => {
  expect(at(1).phase).toBe('delay')
  expect(at(2)).toMatchObject({ phase: 'open', frame: 1, elapsed_s: 0, remaining_s: 60 })
  expect(at(62.5)).toMatchObject({ phase: 'gap', frame: 1 })
  expect(at(63)).toMatchObject({ phase: 'open', frame: 2, elapsed_s: 0 })
  expect(at(2 + 3 * 61 - 1 - 0.1).phase).toBe('open')
  expect(at(2 + 3 * 61 - 1).phase).toBe('done')
})

test('two hours later, with the tab asleep in between, it is right to the millisecond', () => {
  const long = { ...run, exposure_s: 7200, frames: 1 }
  expect(at(7201.999, long).remaining_s).toBeCloseTo(0.001, 6)
  expect(at(9000, long).phase).toBe('done')
})

test('noise reduction takes its second half before the next frame', () => {
  const slow = { ...run, dark_s: 60 }
  expect(at(2 + 60, slow)).toMatchObject({ phase: 'dark', frame: 1, remaining_s: 60 })
  expect(at(2 + 121, slow)).toMatchObject({ phase: 'open', frame: 2 })
  expect(openedAt(slow, at(2 + 121, slow))).toBe(slow.startedAt + 123_000)
})

test('open by hand never ends by itself', () => {
  expect(at(9999, { ...run, exposure_s: null })).toMatchObject({ phase: 'open', remaining_s: null })
})

test('a count shows whole seconds', () => {
  expect([7, 60, 135, 3870, 0.2].map(countText)).toEqual(['7', '1:00', '2:15', '1:04:30', '1'])
})
