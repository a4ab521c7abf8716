import { expect, test } from 'vitest'

import { railLayout, shownStops, type Rail } from './rail'

function rail(stops: number[], pickedIndex: number, posts: number[] = []): Rail {
  return {
    control: 'exposure_s',
    title: 'Time',
    can_follow: true,
    role: 'recipe',
    picked: { value: 1, label: '1', text: '1 s', is_bulb: false },
    picked_index: pickedIndex,
    stride: 1,
    values: stops.map((s) => ({
      value: 2 ** s,
      label: `${s}`,
      text: `${s}`,
      is_bulb: false,
      brightness_stops: s,
      is_allowed: s <= 2,
    })),
    posts: posts.map((s, i) => ({ code: `p${i}`, brightness_stops: s })) as Rail['posts'],
  }
}

const long = rail(
  Array.from({ length: 29 }, (_, i) => i - 14),
  14,
  [2, 2.5, 13],
)

test('rightwards is brighter, and one stop is as wide on every rail', () => {
  const a = railLayout(long, 0, 600)
  const b = railLayout(rail([-6, -5, -4], 1), 0, 600)
  expect(a.x(1)).toBeGreaterThan(a.x(0))
  expect(a.x(1) - a.x(0)).toBeCloseTo(b.x(1) - b.x(0))
})

test('a long rail is shown around what is picked, never past its ends', () => {
  expect(shownStops(long)).toEqual({ from: -7.5, to: 7.5 })
  expect(shownStops({ ...long, picked_index: 28 }).to).toBe(14)
})

test('the band covers what is allowed and posts outside the stretch are left out', () => {
  const { band, posts, x } = railLayout(long, 0, 600)
  expect(band?.x1).toBeCloseTo(x(2))
  expect(posts.map((p) => p.post.code)).toEqual(['p0', 'p1'])
  expect(posts[0]?.row).not.toBe(posts[1]?.row)
})

test('no pole runs through the name of another post, wherever they crowd', () => {
  const values = Array.from({ length: 29 }, (_, i) => i - 14)
  const crowds = [
    [0, 0.3, 2.4, 5.5],
    [5, 5.2, 6, 7],
    [-7, -6.9, 3.5, 4, 7.2],
  ]
  for (const crowd of crowds) {
    const { posts } = railLayout(rail(values, 14, crowd), 0, 600)
    for (const a of posts)
      for (const b of posts) {
        const px = 7 * `${a.post.title} ${a.post.value}`.length
        const isStruck = b.x > a.textX + 1 && b.x < a.textX + px && b.row < a.row
        expect([crowd, a.post.code, b.post.code, isStruck]).toEqual([
          crowd,
          a.post.code,
          b.post.code,
          false,
        ])
      }
  }
})

test('a pointer takes the nearest dial value', () => {
  const { nearest, x } = railLayout(long, 0, 600)
  expect(nearest(x(3) + 5).label).toBe('3')
})
