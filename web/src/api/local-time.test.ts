import { expect, test } from 'vitest'

import { fromLocal, toLocal } from './local-time'

test('a clock on the wall and the moment it shows are each other’s inverse', () => {
  // tzdata: Europe/Madrid is +01:00 in November, Pacific/Auckland +13:00
  expect(toLocal('2026-11-24T21:40:00Z', 'Europe/Madrid')).toBe('2026-11-24T22:40')
  expect(fromLocal('2026-11-24T22:40', 'Europe/Madrid')).toBe('2026-11-24T21:40:00.000Z')
  expect(fromLocal('2026-11-25T00:10', 'Pacific/Auckland')).toBe('2026-11-24T11:10:00.000Z')
})

test('text that is no time is no moment', () => {
  expect(fromLocal('', 'Europe/Madrid')).toBeNull()
})
