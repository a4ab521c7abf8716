import { expect, test } from 'vitest'

import type { Kit } from './kept'
import { comesTo, knownNow, nearTo, skylineAt, standsAt } from './sky'
import { apart } from './statistics'
import { mergedWith, sweptOf } from './sweep'

const NOON = Date.parse('2026-12-09T11:00:00Z')
const minutes = (n: number) => NOON + 60_000 * n
// a body that goes from 350° over north to 20° in three steps, rising 10° a step
const body = (over: object = {}) => ({
  key: 'moon',
  name: 'Moon',
  diameter_deg: 0.5,
  is_sought: true,
  is_point: true,
  seen_under_sun_deg: 90,
  azimuth_deg: [350, 360, 370, 380],
  altitude_deg: [-5, 5, 15, 25],
  ...over,
})
const sun = body({
  key: 'sun',
  name: 'Sun',
  azimuth_deg: [200, 205, 210, 215],
  altitude_deg: [-20, -10, 0, 10],
})
const star = body({ key: 'star', name: 'Vega', seen_under_sun_deg: -7 })
const kit = {
  up: { start_utc: '2026-12-09T11:00:00Z', step_s: 600, bodies: [body(), sun, star] },
  landmarks: [{ name: 'Weir', bearing_true_deg: 44, height_angle_deg: -1, sd_deg: 0.3 }],
  compass: { near_deg: 25, set_above_deg: 1, set_below_deg: 45, known_sd_deg: 0.1 },
} as unknown as Kit

test('between two steps a body stands between', () => {
  expect(standsAt(kit, body(), minutes(15))).toEqual({ bearing_deg: 365, altitude_deg: 10 })
  expect(standsAt(kit, body(), minutes(-1))).toBeNull()
})

test('it is told when a body comes to where one points, over or under it, and how sure that is', () => {
  const comes = comesTo(kit, body(), { bearing_deg: 5, altitude_deg: 2 }, 1, NOON)
  expect(comes?.at).toBe(minutes(15))
  expect(comes?.over_deg).toBe(8)
  // ten degrees in ten minutes, so a degree of doubt is a minute
  expect(comes?.sure_ms).toBe(60_000)
  expect(comesTo(kit, body(), { bearing_deg: 5, altitude_deg: 2 }, 1, minutes(16))).toBeNull()
  expect(comesTo(kit, body(), { bearing_deg: 100, altitude_deg: 2 }, 1, NOON)).toBeNull()
  // it was there, but under the ground
  expect(comesTo(kit, body(), { bearing_deg: 352, altitude_deg: 2 }, 1, NOON)).toBeNull()
})

test('what is near is told by its side, nearest first, landmarks too', () => {
  const near = nearTo(kit, { bearing_deg: 25, altitude_deg: 0 }, minutes(15))
  expect(near.map((one) => one.name)).toEqual(['Weir', 'Moon', 'Vega'])
  expect(near[0]).toMatchObject({ right_deg: 19, over_deg: -1 })
})

test('a compass is set on what stands low and can be seen: no star by day', () => {
  expect(knownNow(kit, minutes(11)).map((one) => one.name)).toEqual(['Moon', 'Vega', 'Weir'])
  expect(knownNow(kit, minutes(25)).map((one) => one.name)).toEqual(['Moon', 'Sun', 'Weir'])
})

test('offsets go the short way round, and a skyline is joined by straight lines', () => {
  expect(apart(10, 350)).toBe(20)
  expect(apart(350, 10)).toBe(-20)
  expect(
    skylineAt(
      [
        [0, 0],
        [90, 10],
        [360, 0],
      ],
      45,
    ),
  ).toBe(5)
})

test('a sweep keeps the middle of what was drawn in each step, and lets the rest stand', () => {
  const drawn = [4, 5, 30].map((tilt) => ({ bearing: 359.6, tilt }))
  const swept = sweptOf([drawn, [{ bearing: 2.2, tilt: 6 }]], 2)
  expect(swept.points).toEqual([
    [0, 5],
    [2, 6],
  ])
  const kept = [
    [0, 1],
    [4, 1],
    [90, 12],
    [180, 3],
    [360, 1],
  ]
  expect(mergedWith(kept, swept.points, 4)).toEqual([
    [0, 5],
    [2, 6],
    [90, 12],
    [180, 3],
  ])
})

test('a phone turned fast leaves no gap in a stroke, and none is closed between two', () => {
  const at = (bearing: number, tilt: number) => ({ bearing, tilt })
  const swept = sweptOf([[at(357.5, 3), at(3.5, 9)], [at(12, 1)]], 2)
  // on the straight line between what was pointed at, over north: 1° higher each degree
  expect(swept.points).toEqual([
    [0, 5],
    [2, 7],
    [4, 9],
    [12, 1],
    [358, 3],
  ])
})
