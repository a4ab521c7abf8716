import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, test, vi } from 'vitest'
import { ref } from 'vue'

import { useChain } from './useChain'
import { queueTake, send } from '../../shared/outbox'
import { useNotices } from '../../shared/stores/notices'
import { deferred, living, Refusal, server } from '../../testing/server'
import type { Queued } from '../../shared/takesQueue'

const device = vi.hoisted(() => ({ queue: [] as unknown[] }))
vi.mock('../../api/client', async (original) =>
  (await import('../../testing/server')).faked(await original()),
)
vi.mock('../../shared/takesQueue', async (original) => ({
  ...(await original<typeof import('../../shared/takesQueue')>()),
  outbox: async () => [...device.queue] as Queued[],
  changeOutbox: async (change: (queue: Queued[]) => Queued[]) =>
    void (device.queue = change(device.queue as Queued[])),
}))

const values = { exposure_s: 4, f_number: 2, iso: 800, nd_stops: 0 }
const chain = (shotId: string, takes = 0) => ({
  shot_id: shotId,
  links: Array.from({ length: takes }, (_, i) => ({ take: { id: `t${i}`, version: 1 } })),
  advice: { values },
})
const CHAIN = '/api/v1/shots/{shot_id}/chain'
const TAKE = '/api/v1/takes/{take_id}'
const TAKES = '/api/v1/takes'
interface Body {
  takes: { id: string; take: { shot_id: string; verdicts: object } }[]
}
const sentTakes = () => server.asked('POST').flatMap((call) => (call.body as unknown as Body).takes)
const kept = (call: { body: unknown }) => {
  const { takes } = call.body as Body
  const versions = Object.fromEntries(takes.map(({ id }) => [id, 1]))
  return { versions, chains: takes.map(({ take }) => chain(take.shot_id, 1)) }
}

let shown: string
async function opened() {
  const { it } = living(() => useChain(() => shown))
  await it.refresh()
  return it
}

beforeEach(() => {
  setActivePinia(createPinia())
  server.reset()
  device.queue = []
  shown = 's'
  server.on(`GET ${CHAIN}`, (call) => chain(call.params.path?.shot_id ?? ''))
  server.on(`PUT ${TAKE}`, (call) => chain(String(call.body.shot_id), 1))
  server.on(`POST ${TAKES}`, kept)
})

test('a word records a take with the advised setting, and its answer is the chain', async () => {
  const it = await opened()
  await it.record('town', 'dark')
  const [sent] = sentTakes()
  expect(sent?.take).toMatchObject({ shot_id: 's', ...values, verdicts: { town: 'dark' } })
  expect(it.value.value?.links).toHaveLength(1)
  expect(server.asked('GET')).toHaveLength(1) // the answer is not asked for again
  expect(device.queue).toEqual([])
})

test('a chain that was asked for before a take was sent does not hide the take', async () => {
  const before = deferred<object>()
  server.on(`GET ${CHAIN}`, () => before.promise)
  const { it } = living(() => useChain(() => 's'))
  await vi.waitFor(() => expect(server.asked('GET')).toHaveLength(1))
  await queueTake({ id: 'field', body: { shot_id: 's', ...values } as Queued['body'] })
  await send() // as the field does, whose page was left
  before.resolve(chain('s'))
  await before.promise
  await vi.waitFor(() => expect(it.value.value?.links).toHaveLength(1))
})

test('without a connection the take stays on the device and says so, and goes once there is one', async () => {
  const it = await opened()
  server.isUp = false
  await it.record('whole', 'right')
  expect(device.queue).toHaveLength(1)
  expect(useNotices().notice).toMatchObject({ isError: false })
  expect(useNotices().notice?.text).toMatch(/kept here/)
  server.isUp = true
  await it.record('whole', 'dark')
  expect(
    sentTakes()
      .map(({ take }) => take.verdicts)
      .slice(-2),
  ).toEqual([{ whole: 'right' }, { whole: 'dark' }])
  expect(device.queue).toEqual([])
})

test('a refused take says why and is not lost', async () => {
  const it = await opened()
  server.on(`POST ${TAKES}`, () => new Refusal(422, 'words about bursts, town'))
  await it.record('whole', 'dark')
  expect(useNotices().notice).toMatchObject({ isError: true, text: 'words about bursts, town' })
  expect(device.queue).toHaveLength(1)
})

test('the answer for a shot that is no longer shown does not take its place', async () => {
  const id = ref('s')
  const { it } = living(() => useChain(() => id.value))
  await vi.waitFor(() => expect(it.value.value?.shot_id).toBe('s'))
  server.on(`POST ${TAKES}`, (call) => {
    id.value = 'another'
    return kept(call)
  })
  await it.record('whole', 'dark')
  await vi.waitFor(() => expect(it.value.value?.shot_id).toBe('another'))
  expect(it.value.value?.links).toHaveLength(0)
})

test('one press is one take, however often it is pressed', async () => {
  const it = await opened()
  await Promise.all([it.record('whole', 'dark'), it.record('whole', 'dark')])
  expect(sentTakes()).toHaveLength(1)
})

test('an edit names the version it changes, and a newer one is loaded and not overwritten', async () => {
  const it = await opened()
  const take = { id: 't0', version: 4, shot_id: 's', note: '' } as never
  await it.edit(take, { is_keeper: true })
  expect(server.asked('PUT')[0]).toMatchObject({
    params: { path: { take_id: 't0' }, header: { 'if-match': '"v4"' } },
    body: { shot_id: 's', is_keeper: true },
  })
  server.on(`PUT ${TAKE}`, () => new Refusal(412, 'changed somewhere else'))
  await it.edit(take, { is_keeper: false })
  expect(useNotices().notice).toMatchObject({ isError: true })
  expect(server.asked('GET')).toHaveLength(2)
})

test('pictures are read one by one, a bad one does not stop the rest, and then they are matched', async () => {
  const it = await opened()
  server.on('POST /api/v1/shots/{shot_id}/photos', () =>
    server.asked('POST').length === 1 ? new Refusal(422, 'not a picture') : {},
  )
  server.on('POST /api/v1/shots/{shot_id}/photos/match', () => ({ text: 'Two found their takes.' }))
  const files = ['a.txt', 'b.jpg', 'c.jpg'].map((name) => new File(['x'], name))
  await it.addPictures(files, false)
  expect(server.asked('POST').map((call) => call.path.split('/').at(-1))).toEqual([
    'photos',
    'photos',
    'photos',
    'match',
  ])
  expect(useNotices().notice).toMatchObject({ isError: true, text: 'a.txt: not a picture' })
})

test('a light found far off is kept for the place, and says what was kept', async () => {
  const it = await opened()
  server.on('POST /api/v1/shots/{shot_id}/found', () => ({ text: '7 stops darker.' }))
  await it.remember()
  expect(useNotices().notice).toMatchObject({ text: 'Kept for this place. 7 stops darker.' })
  server.on('POST /api/v1/shots/{shot_id}/found', () => new Refusal(422, 'Nobody has looked yet.'))
  await it.remember()
  expect(useNotices().notice).toMatchObject({ isError: true, text: 'Nobody has looked yet.' })
})
