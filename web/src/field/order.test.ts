import { expect, test } from 'vitest'

import { goingOn, stayAt, type Ahead } from './order'

const BASE = Date.parse('2026-12-09T20:00:00Z')
const MIN = 60_000
const at = (minute: number) => BASE + minute * MIN
const turn = (shot: number, opens: number, after: number, latest: number) => ({
  shot,
  opens_s: opens * 60,
  planned_s: (shot === 1 ? Math.max(opens, 95) : opens) * 60,
  after_s: after * 60,
  latest_s: latest * 60,
  ahead_s: 600,
  walk_s: 300,
})
const shot = (shot_id: string) => ({
  shot_id,
  title: shot_id,
  spot: '',
  work_s: 600,
  take_s: 300,
  after_s: 240,
  why: '',
  over_s: shot_id === 'a' ? [110 * 60] : [],
  latest_s: shot_id === 'a' ? 30 * 60 : 120 * 60,
})
const piece = (from: number, keeps: number, ...turns: ReturnType<typeof turn>[]) => ({
  from_s: from * 60,
  keeps_until_s: keeps * 60,
  turns,
})
const ahead: Ahead = {
  base_utc: new Date(BASE).toISOString(),
  to_utc: new Date(at(300)).toISOString(),
  reach: '',
  calls_before_s: [600],
  hurry_s: 3600,
  shots: [shot('a'), shot('b')],
  pieces: {
    '3:': [
      piece(0, 30, turn(0, 20, 10, 60), turn(1, 90, 40, 120)),
      piece(65, 110, turn(1, 90, 10, 120)),
    ],
    '2:0': [piece(0, 100, turn(1, 90, 20, 120)), piece(101, 300)],
    '1:': [piece(0, 50, turn(0, 20, 10, 60))],
    '1:1': [piece(0, 40, turn(0, 0, 25, 60))],
    '0:1': [piece(0, 300)],
  },
}

test('a beginning is when its window opens, or as soon as one is ready, whichever is later', () => {
  expect(goingOn(ahead, {}, at(0))?.turns.map((t) => t.starts)).toEqual([at(20), at(95)])
  expect(goingOn(ahead, {}, at(30))?.turns.map((t) => t.starts)).toEqual([at(40), at(95)])
  expect(goingOn(ahead, {}, at(30))?.turns[0]?.goes).toBe(at(30))
})

test('nobody is hurried before the planned minute, and may begin sooner', () => {
  const last = goingOn(ahead, {}, at(30))?.turns[1]
  expect([last?.soonest, last?.starts]).toEqual([at(90), at(95)])
  expect(goingOn(ahead, {}, at(86))?.turns[0]?.starts).toBe(at(96))
})

test('too late for one, it is said by how much, and that it can no longer be reached', () => {
  const going = goingOn(ahead, {}, at(70))
  expect(going?.turns.map((t) => t.title)).toEqual(['b'])
  expect(going?.noRoom).toEqual([{ shotId: 'a', title: 'a', late_s: 40 * 60 }])
  expect(going?.turns[0]?.starts).toBeGreaterThanOrEqual(at(70)) // no minute that has passed
})

test('what was done says where one stands, what was skipped does not', () => {
  const done = { b: { how: 'done' as const, at: at(10) } }
  expect(goingOn(ahead, done, at(12))?.turns[0]?.starts).toBe(at(37))
  const skipped = { b: { how: 'skipped' as const, at: at(10) } }
  expect(goingOn(ahead, skipped, at(12))?.turns[0]?.starts).toBe(at(22))
})

test('one may stay until the next could not be reached, packing reckoned with', () => {
  const stay = stayAt(ahead, {}, 'a', at(85))
  expect(stay?.until).toBe(at(96)) // free by minute 100, four of them to pack
  expect(stay?.left_s).toBe(11 * 60)
  expect(stay?.takes).toBe(2)
  expect(stay?.next?.title).toBe('b')
})

test('nobody stays past the end of its own window, whatever follows', () => {
  const last = { b: { how: 'skipped' as const, at: at(1) } }
  const stay = stayAt(ahead, last, 'a', at(100))
  expect(stay?.until).toBe(at(110))
  expect(stay?.next).toBeNull()
})

test('with nothing to follow nobody is hurried, and beyond the tables nothing is said', () => {
  expect(stayAt(ahead, { a: { how: 'skipped', at: at(1) } }, 'b', at(95))).toBeNull()
  expect(goingOn(ahead, {}, at(301))).toBeNull()
})
