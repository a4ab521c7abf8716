import { nextTick } from 'vue'
import { beforeEach, expect, test, vi } from 'vitest'

import { useSearch, type Wish } from './useSearch'
import { deferred, living, Refusal, server } from '../../testing/server'
import { ApiError, type Schemas } from '../../api/client'

type Line = Schemas['ProgressOut']
interface Asked {
  request: Schemas['SearchIn']
  line: (line: Line) => void
  signal: AbortSignal
  end: (error?: unknown) => void
}
const stream = vi.hoisted(() => ({ asked: [] as unknown[] }))
vi.mock('../../api/client', async (original) =>
  (await import('../../testing/server')).faked(await original()),
)
vi.mock('../../api/stream', () => ({
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

/** As the server tells it: where a search starts, and over it what was said. */
const usual = { place_id: 'p', first_evening: '2026-12-01', months: 12, light: 'dark' }
beforeEach(() => {
  stream.asked = []
  server.reset()
  server.on('POST /api/v1/wishes', ({ body }) => {
    const wish = { ...usual, ...body }
    const { place_id, first_evening, months } = wish
    return { wish, told: [], questions: [], search: { place_id, first_evening, months } }
  })
  server.on('GET /api/v1/places/{place_id}/dark', ({ params }) => ({
    place_name: params.path?.place_id,
    rows: [],
  }))
})
const opened = async (said: Partial<Wish> = {}) => {
  const onSaid = vi.fn()
  const { it, scope } = living(() => useSearch(said, onSaid))
  await vi.waitFor(() => expect(it.told.value).not.toBeNull())
  return { it, scope, onSaid }
}
const started = async () => {
  const { it, scope } = await opened()
  void it.search()
  return { it, scope }
}

test('only what was said goes out, and stands in the address; the rest is the server’s', async () => {
  const { it, onSaid } = await opened({ moon: 'lit' })
  await it.change({ months: 6 })
  expect(server.asked('POST').map((call) => call.body)).toEqual([
    { moon: 'lit' },
    { moon: 'lit', months: 6 },
  ])
  expect(onSaid).toHaveBeenLastCalledWith({ moon: 'lit', months: 6 })
  expect(it.told.value?.wish).toMatchObject({ light: 'dark', moon: 'lit', months: 6 })
})

test('the calendar is of the place and the months of the wish, asked for when they change', async () => {
  const { it } = await opened()
  await vi.waitFor(() => expect(it.dark.value?.place_name).toBe('p'))
  await it.change({ moon: 'any' })
  expect(server.asked('GET')).toHaveLength(1)
  await it.change({ place_id: 'q' })
  await vi.waitFor(() => expect(it.dark.value?.place_name).toBe('q'))
})

test('a search asked for while the wish is still being understood begins when it is', async () => {
  const { it } = await opened()
  const slow = deferred<null>()
  server.on('POST /api/v1/wishes', async ({ body }) => {
    await slow.promise
    return { wish: body, told: [], questions: [], search: { ...usual, months: body.months } }
  })
  void it.change({ months: 6 })
  void it.search()
  slow.resolve(null)
  await vi.waitFor(() => expect(asked(0)?.request.months).toBe(6))
})

test('a wish that is refused is not searched for as it was before, and can be begun anew', async () => {
  const { it, onSaid } = await opened()
  const fault = { name: 'months', wanted: '1 to 24', got: '90' }
  server.on('POST /api/v1/wishes', ({ body }) =>
    body.months ? new Refusal(422, 'refused', [fault]) : { search: usual, wish: usual },
  )
  await it.change({ months: 90 })
  expect(it.error.value?.fault('months')).toBe('Wanted 1 to 24, got 90.')
  await it.search()
  expect(stream.asked).toEqual([])
  await it.anew()
  expect(onSaid).toHaveBeenLastCalledWith({})
  void it.search()
  expect(stream.asked).toHaveLength(1)
})

test('without the server it says why and searches for nothing', async () => {
  server.isUp = false
  const { it } = living(() => useSearch({}, vi.fn()))
  await vi.waitFor(() => expect(it.error.value?.message).toBe('No connection.'))
  await it.search()
  expect(stream.asked).toEqual([])
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

test('it stops when told, when the wish changes, and when nobody is there any more', async () => {
  const { it } = await started()
  it.stop()
  expect(asked(0).signal.aborted).toBe(true)
  void it.search()
  await it.change({ place_id: 'q' })
  expect(asked(1).signal.aborted).toBe(true)
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
