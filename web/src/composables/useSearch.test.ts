import { nextTick } from 'vue'
import { beforeEach, expect, test, vi } from 'vitest'

import { conditionsOf, useSearch, type Wish } from './useSearch'
import { deferred, living, server } from '../testing/server'
import { ApiError, type Schemas } from '../api/client'

type Line = Schemas['ProgressOut']
interface Asked {
  request: Schemas['SearchIn']
  line: (line: Line) => void
  signal: AbortSignal
  end: (error?: unknown) => void
}
const stream = vi.hoisted(() => ({ asked: [] as unknown[] }))
vi.mock('../api/client', async (original) =>
  (await import('../testing/server')).faked(await original()),
)
vi.mock('../api/stream', () => ({
  searchNights: (request: object, line: unknown, signal: AbortSignal) => {
    const { promise, resolve } = deferred<unknown>()
    stream.asked.push({ request, line, signal, end: resolve })
    signal.addEventListener('abort', () => resolve(new DOMException('', 'AbortError')))
    return promise.then((error) => {
      if (error) throw error
    })
  },
}))
const asked = (i: number) => stream.asked[i] as Asked

const night = (evening_date: string, rank: number, is_near_miss = false) =>
  ({ evening_date, rank, is_near_miss }) as Schemas['FoundOut']
const line = (done: number, ...nights: Schemas['FoundOut'][]): Line => ({ done, of: 12, nights })

const usual: Schemas['UsualWishOut'] = {
  months: 12,
  light: 'stars',
  moon: 'down',
  moon_least: 0.1,
  moon_most: 0.4,
  target_key: 'core',
  where: 'up',
  bearing_true_deg: 180,
  within_deg: 10,
  lowest_deg: 5,
  highest_deg: 30,
  least_minutes: 30,
}
beforeEach(() => {
  stream.asked = []
  server.reset()
  server.on('GET /api/v1/searches/usual', () => usual)
})
const opened = async () => {
  const { it, scope } = living(useSearch)
  await vi.waitFor(() => expect(it.wish.light).toBe('stars'))
  return { it, scope }
}
const started = async () => {
  const { it, scope } = await opened()
  it.wish.place_id = 'p'
  await nextTick()
  void it.search()
  return { it, scope }
}

test('a search starts from what the server says, shares in per cent', async () => {
  const { it } = await opened()
  expect(it.wish).toMatchObject({ months: 12, moon_least: 10, moon_most: 40, place_id: null })
})

test('without that it says why and asks for nothing it was not told', async () => {
  server.isUp = false
  const { it } = living(useSearch)
  await vi.waitFor(() => expect(it.error.value?.message).toBe('No connection.'))
  expect(conditionsOf(it.wish)).toEqual([])
})

test('what is asked follows from what must meet, numbers as numbers', async () => {
  const { it } = await opened()
  const wish: Wish = { ...it.wish, moon: 'lit', moon_least: '10', moon_most: '40', where: 'in' }
  expect(conditionsOf({ ...wish, bearing_true_deg: '187', highest_deg: '25' })).toEqual([
    { kind: 'light', light: 'stars' },
    { kind: 'moon_lit', least: 0.1, most: 0.4 },
    {
      kind: 'target_in',
      target_key: 'core',
      bearing_true_deg: 187,
      within_deg: 10,
      lowest_deg: 5,
      highest_deg: 25,
    },
  ])
  expect(conditionsOf({ ...wish, moon: 'any', target_key: null })).toHaveLength(1)
  expect(conditionsOf({ ...wish, moon: 'down', where: 'up' })[2]).toMatchObject({
    kind: 'target_up',
  })
})

test('nights stand best first as they come in, near misses apart', async () => {
  const { it } = await started()
  asked(0).line(line(1, night('2027-01-08', 1), night('2027-01-09', 3)))
  asked(0).line(line(2, night('2027-02-01', 3), night('2027-02-02', 9, true)))
  expect(it.matches.value.map((n) => n.evening_date)).toEqual([
    '2027-01-09',
    '2027-02-01',
    '2027-01-08',
  ])
  expect(it.misses.value).toHaveLength(1)
  expect(it.progress.value).toMatchObject({ done: 2, of: 12 })
  asked(0).end()
  await vi.waitFor(() => expect(it.isSearching.value).toBe(false))
})

test('a new search ends the one before, whose late lines count for nothing', async () => {
  const { it } = await started()
  void it.search()
  expect(asked(0).signal.aborted).toBe(true)
  asked(0).line(line(12, night('2027-01-08', 1)))
  expect(it.matches.value).toEqual([])
  expect(it.isSearching.value).toBe(true)
  await nextTick()
  expect(it.error.value).toBeNull()
})

test('it stops when told, when the place changes, and when nobody is there any more', async () => {
  const { it } = await started()
  it.stop()
  expect(asked(0).signal.aborted).toBe(true)
  void it.search()
  it.wish.place_id = 'q'
  await vi.waitFor(() => expect(asked(1).signal.aborted).toBe(true))
  const other = await started()
  other.scope.stop()
  expect(asked(2).signal.aborted).toBe(true)
})

test('a refusal is said by field, and a broken line in words', async () => {
  const { it } = await started()
  const fault = { name: 'months', wanted: '1 to 24', got: '90' }
  asked(0).end(new ApiError(422, 'refused', [fault]))
  await vi.waitFor(() => expect(it.error.value?.fault('months')).toBe('Wanted 1 to 24, got 90.'))
  void it.search()
  expect(it.error.value).toBeNull()
  asked(1).end(new TypeError('network'))
  await vi.waitFor(() => expect(it.error.value?.message).toBe('The search broke off.'))
})
