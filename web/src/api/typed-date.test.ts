import { expect, test } from 'vitest'

import { typedDate } from './typed-date'

test.each([
  ['2026-12-05', '2026-12-05'],
  ['27.11.', '2026-11-27'],
  ['27/11/2027', '2027-11-27'],
  ['5 December', '2026-12-05'],
  ['Sat, 5 Dec 2026', '2026-12-05'],
  ['Saturday 5 December 2026', '2026-12-05'],
  ['3rd march', '2027-03-03'],
  ['26 nov', '2026-11-26'],
  ['25 nov', '2027-11-25'],
])('%s is read as %s on 26 November 2026', (typed, wanted) =>
  expect(typedDate(typed, '2026-11-26')).toBe(wanted),
)

test.each(['', 'soon', '31.2.2027', '5 smarch', '13 13 2027', '2027-02-30'])(
  '%s is no day',
  (typed) => expect(typedDate(typed, '2026-11-26')).toBeNull(),
)
