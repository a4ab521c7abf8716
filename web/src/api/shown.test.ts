import { describe, expect, it } from 'vitest'

import { toKept, toShown } from './shown'

// as the server sends them; a foot is 0.3048 m, freezing 32 °F, by definition
const FEET = { unit: 'ft', times: 1 / 0.3048, plus: 0, turn: null }
const FAHRENHEIT = { unit: '°F', times: 1.8, plus: 32, turn: null }
const NEEDLE = { unit: '° magnetic', times: 1, plus: 3.5, turn: 360 }

describe('a figure in another unit', () => {
  it('comes back as it was typed', () => {
    for (const typed of [0.1, 3, 19.7, 420, 1e5])
      expect(toShown(FEET, toKept(FEET, typed))).toBe(typed)
  })
  it('is kept metric and told as it is said', () => {
    expect(toKept(FEET, 20)).toBeCloseTo(6.096, 9)
    expect(toShown(FAHRENHEIT, -40)).toBe(-40)
  })
  it('goes round where it goes round', () => {
    expect(toShown(NEEDLE, 358)).toBeCloseTo(1.5, 9)
    expect(toKept(NEEDLE, 1.5)).toBeCloseTo(358, 9)
  })
  it('stays where the server says nothing', () => {
    expect(toShown(null, 6)).toBe(6)
    expect(toKept(undefined, 6)).toBe(6)
  })
})
