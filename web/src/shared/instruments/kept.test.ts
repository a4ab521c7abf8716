import { beforeEach, expect, test, vi } from 'vitest'
import { reactive } from 'vue'

import { faked, Refusal, server } from '../../testing/server'
import { keepReading, keptKit, sendReadings, takeAlong, type ReadingIn } from './kept'

const device = vi.hoisted(() => new Map<string, unknown>())
vi.mock('../../api/client', async (original) => faked(await original()))
vi.mock('idb-keyval', () => ({
  createStore: () => null,
  get: async (key: string) => device.get(key),
  // as the browser's own: what a page watches cannot be kept
  set: async (key: string, value: unknown) => void device.set(key, structuredClone(value)),
  update: async (key: string, change: (old: unknown) => unknown) =>
    void device.set(key, structuredClone(change(device.get(key)))),
}))

const PUT = 'PUT /api/v1/readings/{reading_id}'
const reading = (count: number) =>
  ({ place_id: 'p', instrument: 'crossing', made_at_utc: '', count, figures: {} }) as ReadingIn

beforeEach(() => {
  device.clear()
  server.reset()
  server.on(PUT, () => ({}))
})

test('without signal readings wait, in order, and are sent once when it returns', async () => {
  server.isUp = false
  const first = await keepReading(reading(1))
  const second = await keepReading(reading(2))
  expect((await sendReadings()).map((one) => one.id)).toEqual([first, second])
  server.isUp = true
  expect(await sendReadings()).toEqual([])
  await sendReadings()
  expect(server.asked('PUT').map((call) => call.params.path?.reading_id)).toEqual([first, second])
})

test('one that is refused waits with its reason and holds up no other', async () => {
  server.on(PUT, (call) =>
    call.body.count === 1 ? new Refusal(422, 'count: wanted at most 9; got 1') : {},
  )
  const bad = await keepReading(reading(1))
  await keepReading(reading(2))
  const left = await sendReadings()
  expect(left.map(({ id, refused }) => [id, refused])).toEqual([
    [bad, 'count: wanted at most 9; got 1'],
  ])
  await sendReadings()
  expect(server.asked('PUT')).toHaveLength(2)
})

test('what a page watches is kept as the plain thing it is', async () => {
  await keepReading(reactive({ ...reading(3), figures: { counted_s: { value: 4, sd: 0.3 } } }))
  await sendReadings()
  expect(server.asked('PUT')[0]?.body.figures).toEqual({ counted_s: { value: 4, sd: 0.3 } })
})

test('a signed-out phone keeps what it has', async () => {
  server.on(PUT, () => new Refusal(401, 'Sign in.'))
  await keepReading(reading(1))
  expect(await sendReadings()).toHaveLength(1)
  server.on(PUT, () => ({}))
  expect(await sendReadings()).toEqual([])
})

test('what is needed to measure is there again without signal, a night and a place apart', async () => {
  server.on('GET /api/v1/nights/{night_id}/instruments', () => ({ place_name: 'Skarn Light' }))
  await takeAlong({ nightId: 'n' })
  server.isUp = false
  await expect(takeAlong({ nightId: 'n' })).rejects.toThrow('No connection.')
  expect(await keptKit({ nightId: 'n' })).toEqual({ place_name: 'Skarn Light' })
  expect(await keptKit({ placeId: 'n2' })).toBeUndefined()
})
