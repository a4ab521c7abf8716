import { expect, test } from 'vitest'

import { layout, localClock, ribbon, spread, type Slope } from './slope'

function slope(over: Partial<Slope> = {}): Slope {
  const n = 61
  const fill = (value: number) => Array.from({ length: n }, () => value)
  return {
    start_utc: '2026-10-25T00:01:00Z',
    end_utc: '2026-10-25T02:01:00Z',
    step_s: 120,
    time_zone: 'Europe/Madrid',
    // clocks go back at 01:00 UTC: +02:00 becomes +01:00 (tzdata, Europe/Madrid 2026)
    utc_offsets_s: Array.from({ length: n }, (_, i) => (i * 120 + 60 < 3600 ? 7200 : 3600)),
    ground_exposure_s: fill(60),
    ground_low_s: fill(30),
    ground_high_s: fill(120),
    sky_exposure_s: fill(8),
    sky_low_s: fill(4),
    sky_high_s: fill(16),
    time_ticks: [],
    divisions: [],
    ...over,
  } as Slope
}

const box = { left: 0, right: 400, top: 0, bottom: 600 }

test('an hour that comes twice when the clocks go back is marked twice', () => {
  // so short a stretch is marked every quarter of an hour
  const labels = layout(slope(), box).hours.map((h) => h.label)
  expect(labels.filter((label) => label === '02:15')).toHaveLength(2)
  expect(labels.at(-1)).toBe('03:00')
  expect(localClock(slope(), Date.parse('2026-10-25T00:30:00Z'))).toBe('02:30')
  expect(localClock(slope(), Date.parse('2026-10-25T01:30:00Z'))).toBe('02:30')
})

test('later is lower and longer is further right', () => {
  const l = layout(slope(), box)
  expect(l.y(l.end)).toBeGreaterThan(l.y(l.start))
  expect(l.x(60)).toBeGreaterThan(l.x(8))
  expect(l.indexAt(-50)).toBe(0)
  expect(l.indexAt(9999)).toBe(60)
})

test('a ribbon shows only while the body is up', () => {
  expect(ribbon([-5, -1, 3, 4, -2]).map((r) => [r.from, r.to])).toEqual([[2, 4]])
})

test('labels are pushed apart and stay above the foot', () => {
  expect(spread([10, 12, 95], 20, 100)).toEqual([10, 30, 95])
  expect(spread([90, 95], 20, 100)).toEqual([80, 100])
})
