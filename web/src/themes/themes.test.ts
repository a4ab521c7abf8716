import { expect, test } from 'vitest'

import { themes } from '.'

test('in ember there is red and nothing else, on anything', () => {
  const colours = Object.entries(themes.ember.colors ?? {})
  const others = colours.filter(([, colour]) => {
    const [, g = 0, b = 0] = [1, 3, 5].map((at) => parseInt(String(colour).slice(at, at + 2), 16))
    // a deep red leans a little to orange where it is brightest; neither green nor blue leads
    return g > 0x60 || b > 0x48
  })
  expect(others).toEqual([])
  expect(colours.map(([name]) => name)).toContain('on-surface-light')
})
