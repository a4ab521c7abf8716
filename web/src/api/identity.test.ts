import { expect, test } from 'vitest'

import { newId } from './identity'

test('an identity has version 7, variant 2 and the time of RFC 9562, appendix A.6', () => {
  // RFC 9562 A.6: 2022-02-22T19:22:22.000Z is 0x017F22E279B0
  const id = newId(1645557742000)
  expect(id.slice(0, 15)).toBe('017f22e2-79b0-7')
  expect('89ab').toContain(id[19])
})
