import { expect, test } from 'vitest'

import { plateOf, type Around } from './labels'

const around = (over: Partial<Around> = {}): Around => ({
  left: 50,
  right: 500,
  curvesAt: () => [],
  marks: [],
  ...over,
})

test('a name stands at the left, and at the right where a curve would run through it', () => {
  expect(plateOf('sunset', 100, around()).x).toBe(54)
  const crossed = plateOf('sunset', 100, around({ curvesAt: () => [80] }))
  expect(crossed.x + crossed.width).toBe(496)
})

test('rather a curve behind its plate than an eye upon its name', () => {
  const plate = plateOf(
    'sunset',
    100,
    around({ curvesAt: (y) => (y > 90 ? [80] : []), marks: [{ x: 480, y: 95 }] }),
  )
  expect(plate.x).toBe(54)
})

test('an eye at another height is in nobody’s way', () => {
  expect(plateOf('sunset', 100, around({ marks: [{ x: 60, y: 160 }] })).x).toBe(54)
})
