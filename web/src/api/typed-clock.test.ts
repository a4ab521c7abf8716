import { expect, test } from 'vitest'

import { typedClock } from './typed-clock'

test.each([
  ['22:40', '22:40'],
  ['2240', '22:40'],
  ['940', '09:40'],
  ['9.15', '09:15'],
  ['7', '07:00'],
  ['10:40 pm', '22:40'],
  ['10:40PM', '22:40'],
  ['12:05 am', '00:05'],
  ['12 p.m.', '12:00'],
  ['1am', '01:00'],
])('%s is read as %s', (typed, wanted) => expect(typedClock(typed)).toBe(wanted))

test.each(['', 'soon', '25:00', '22:61', '13 pm', '22401', '22:40 tomorrow'])(
  '%s is no time of day',
  (typed) => expect(typedClock(typed)).toBeNull(),
)
