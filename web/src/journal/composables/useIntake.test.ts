import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, test, vi } from 'vitest'
import { effectScope } from 'vue'

import { useIntake } from './useIntake'
import { Refusal, server } from '../../testing/server'

vi.mock('../../api/client', async (original) =>
  (await import('../../testing/server')).faked(await original()),
)

const FILES = 'POST /api/v1/intakes/{intake_id}/files'
const CARD = { label: 'Card A', night_id: null, keeps_pixels: true }
const card = { id: 'c', pictures: 0, unplaced: [], shots: [], clocks: [], text: '' }

/** A file of so many bytes, each its place. */
const file = (name: string, bytes: number) =>
  new File([Uint8Array.from({ length: bytes }, (_, i) => i % 251)], name)
const scoped = () => effectScope().run(useIntake) ?? useIntake()
const sent = () => server.asked(FILES.slice(0, 4)).filter((one) => one.body instanceof FormData)

beforeEach(() => {
  setActivePinia(createPinia())
  server.reset()
  server.on('POST /api/v1/intakes', () => card)
  server.on('POST /api/v1/intakes/{intake_id}/placed', () => card)
})

test('of a long file its head goes first, then what the server wants with it', async () => {
  let asked = 0
  server.on(FILES, () =>
    asked++ === 0
      ? { outcome: 'wants', text: '', wants: [{ start: 900_000, end: 950_000 }] }
      : { outcome: 'taken', text: 'read', wants: [], photo_id: 'p' },
  )
  const it = scoped()
  await it.begin([file('a.dng', 1_000_000)], CARD)
  const [first, second] = sent().map((one) => one.body as unknown as FormData)
  expect(first?.getAll('starts')).toEqual(['0'])
  expect(first?.get('size_bytes')).toBe('1000000')
  expect(second?.getAll('starts')).toEqual(['0', '900000'])
  expect((second?.getAll('pieces')[1] as File).size).toBe(50_000)
  expect(it.files.value[0]).toMatchObject({ outcome: 'taken', photoId: 'p' })
})

test('where the connection breaks it says so, keeps what was read and goes on from there', async () => {
  let isBroken = true
  server.on(FILES, () =>
    isBroken
      ? new Refusal(0, 'No connection.')
      : { outcome: 'taken', text: 'read', wants: [], photo_id: 'p' },
  )
  const it = scoped()
  await it.begin([file('a.jpg', 10), file('b.jpg', 10)], CARD)
  expect(it.trouble.value).toBe('No connection.')
  expect(it.isRunning.value).toBe(false)
  expect(it.done.value).toBe(0)
  isBroken = false
  await it.goOn()
  expect(it.trouble.value).toBe('')
  expect(it.done.value).toBe(2)
})

test('stopped by hand the rest waits, and nothing is called a trouble', async () => {
  const it = scoped()
  server.on(FILES, () => {
    it.stop()
    return { outcome: 'taken', text: 'read', wants: [], photo_id: 'p' }
  })
  await it.begin(
    Array.from({ length: 9 }, (_, i) => file(`${i}.jpg`, 10)),
    CARD,
  )
  await flushPromises()
  expect(it.done.value).toBeLessThan(9)
  expect(it.files.value.some((one) => one.outcome === 'waiting')).toBe(true)
  expect(it.trouble.value).toBe('')
})

test('a night of their own takes a thousand pictures some at a time, and no set is torn', async () => {
  const sizes = (path: string) =>
    server
      .asked('POST')
      .filter((one) => one.path.endsWith(path))
      .map((one) => (one.body.photo_ids as string[]).length)
  server.on('POST /api/v1/intakes/{intake_id}/night', () => ({ id: 'shot', night_id: 'n' }))
  server.on('POST /api/v1/shots/{shot_id}/photos/takes', () => ({}))
  server.on('GET /api/v1/intakes/{intake_id}', () => card)
  const it = scoped()
  await it.begin([], CARD)
  const sets = Array.from({ length: 7 }, (_, k) =>
    Array.from({ length: 150 }, (_, i) => `${k}-${i}`),
  )
  await it.ownNight(sets, { place_id: 'p', discipline: 'cityscape', title: '' })
  expect(sizes('/night')).toEqual([300])
  expect(sizes('/takes')).toEqual([300, 300, 150])
})
