import { beforeEach, expect, test, vi } from 'vitest'

import { usePack } from './usePack'
import { living, server } from '../../testing/server'

vi.mock('../../api/client', async (original) =>
  (await import('../../testing/server')).faked(await original()),
)
const kept = vi.hoisted(() => new Map<string, unknown>())
vi.mock('../kept', () => ({
  keptPack: async (id: string) => kept.get(id),
  keepPack: async (id: string, pack: unknown) => void kept.set(id, structuredClone(pack)),
}))

const PACK = '/api/v1/nights/{night_id}/pack'
const listed = (is_packed: boolean) => ({
  groups: [{ title: 'Camera', lines: [{ key: 'tripod:', text: 'tripod', why: '', is_packed }] }],
  budget: [],
})
const isPacked = (it: ReturnType<typeof usePack>) => it.list.value?.groups[0]?.lines[0]?.is_packed

beforeEach(() => {
  kept.clear()
  server.reset()
  server.on(`GET ${PACK}`, () => listed(false))
})

test('ticked without signal, it stays ticked and is sent when there is some', async () => {
  const { it } = living(() => usePack(() => 'n'))
  await it.open()
  server.isUp = false
  await it.tick('tripod:', true)
  expect(isPacked(it)).toBe(true)
  expect(it.waiting.value).toBe(1)

  const { it: again } = living(() => usePack(() => 'n')) // the page was closed meanwhile
  await again.open()
  expect(isPacked(again)).toBe(true)

  server.isUp = true
  server.on(`PUT ${PACK}`, () => listed(true))
  await again.open()
  expect(again.waiting.value).toBe(0)
  expect(server.asked('PUT')[0]?.body.ticks).toMatchObject([{ key: 'tripod:', is_packed: true }])
})

test('of two presses on one line only the last is sent', async () => {
  const { it } = living(() => usePack(() => 'n'))
  await it.open()
  server.isUp = false
  await it.tick('tripod:', true)
  await it.tick('tripod:', false)
  expect(it.waiting.value).toBe(1)
  expect(isPacked(it)).toBe(false)
})
