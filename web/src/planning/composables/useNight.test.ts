import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, test, vi } from 'vitest'

import { useNight } from './useNight'
import { useNotices } from '../../shared/stores/notices'
import { deferred, living, Refusal, server } from '../../testing/server'

const went = vi.hoisted(() => [] as object[])
vi.mock('../../api/client', async (original) =>
  (await import('../../testing/server')).faked(await original()),
)
vi.mock('vue-router', () => ({ useRouter: () => ({ push: (to: object) => went.push(to) }) }))

const HOUR = 3600_000
const START = Date.parse('2026-12-09T16:00:00Z')
const slope = {
  start_utc: new Date(START).toISOString(),
  step_s: 120,
  readouts: Array.from({ length: 481 }, (_, i) => `at ${i}`), // sixteen hours
  utc_offsets_s: Array.from({ length: 481 }, () => 3600),
  ground_exposure_s: Array.from({ length: 481 }, () => 1),
}
const shot = (id: string, at: number, over: object = {}) => ({
  id,
  night_id: 'n',
  version: 3,
  title: `Shot ${id}`,
  at_utc: new Date(at).toISOString(),
  settings: '4 s, f/2',
  lead: 'moonlight',
  exposure_s: 4,
  f_number: 2,
  ...over,
})
const PLANS = 'POST /api/v1/plans'
const SHOTS = '/api/v1/nights/{night_id}/shots'
const plan = (settings: string) => ({
  settings,
  rails: [
    { control: 'exposure_s', picked: { value: 8 } },
    { control: 'f_number', picked: { value: 2.8 } },
  ],
})

let shots: object[]
async function opened() {
  const { it } = living(() => useNight(() => 'n'))
  await vi.waitFor(() => expect(it.shots.value.value).not.toBeNull())
  await vi.waitFor(() => expect(server.asked('GET').length).toBe(10))
  return it
}

function answering(): void {
  server.reset()
  const night = { id: 'n', version: 1, place_name: 'Skarn', sentence: '', notes: '' }
  server.on('GET /api/v1/nights/{night_id}', () => night)
  server.on('GET /api/v1/nights/{night_id}/slope', () => slope)
  server.on(`GET ${SHOTS}`, () => shots)
  for (const what of ['kit', 'targets']) server.on(`GET /api/v1/${what}`, () => [])
  for (const what of ['passages', 'scenes', 'weather', 'order'])
    server.on(`GET /api/v1/nights/{night_id}/${what}`, () => [])
  server.on(PLANS, () => plan('8 s, f/2.8'))
}

beforeEach(() => {
  setActivePinia(createPinia())
  went.length = 0
  shots = [shot('a', START + 5 * HOUR), shot('b', START + 7 * HOUR)]
  answering()
})

test('the cursor begins at the first shot, and without one in the middle of the night', async () => {
  const it = await opened()
  expect(it.cursor.value).toBe((5 * 3600) / 120)
  expect(it.readout.value).toBe('at 150')
  expect(it.cursorClock.value).toBe('22:00') // five hours on, an hour east
  shots = []
  answering()
  expect((await opened()).cursor.value).toBe(240)
})

test('tonight the cursor begins at now', async () => {
  vi.useFakeTimers({ toFake: ['Date'], now: START + 9 * HOUR })
  try {
    expect((await opened()).cursor.value).toBe(270)
  } finally {
    vi.useRealTimers()
  }
})

test('while an eye is dragged one question is under way at a time, and the answer is shown', async () => {
  const it = await opened()
  const slow = deferred<object>()
  server.on(PLANS, () => slow.promise)
  const first = it.onDrag('a', START + 6 * HOUR)
  await it.onDrag('a', START + 6.1 * HOUR)
  await it.onDrag('a', START + 6.2 * HOUR)
  expect(server.asked('POST')).toHaveLength(1)
  slow.resolve(plan('8 s, f/2.8'))
  await first
  expect(it.shots.value.value?.[0]).toMatchObject({ settings: '8 s, f/2.8', exposure_s: 8 })
  expect(it.shots.value.value?.[1]).toMatchObject({ settings: '4 s, f/2' })
  expect(server.asked('PUT')).toHaveLength(0) // nothing is kept before the finger is lifted
})

test('let go, the shot is kept at that minute over the version it had', async () => {
  const it = await opened()
  server.on('PUT /api/v1/shots/{shot_id}', () => ({ version: 4 }))
  await it.whatIf('a', START + 6 * HOUR, true)
  const [kept] = server.asked('PUT')
  expect(kept).toMatchObject({
    params: { path: { shot_id: 'a' }, header: { 'if-match': '"v3"' } },
    body: { at_utc: '2026-12-09T22:00:00.000Z', title: 'Shot a' },
  })
  // what the server worked out is not sent back to it
  expect(Object.keys(kept?.body ?? {})).not.toContain('settings')
})

test('a drag that cannot be planned says why and shows what is kept', async () => {
  const it = await opened()
  server.on(PLANS, () => new Refusal(422, 'no such night'))
  await it.whatIf('a', START + 6 * HOUR, false)
  expect(useNotices().notice).toMatchObject({ isError: true, text: 'no such night' })
  expect(server.asked('GET').filter((call) => call.path === SHOTS)).toHaveLength(2)
})

test('a new shot is asked for at the cursor and nothing else, and is opened', async () => {
  const it = await opened()
  server.on(`POST ${SHOTS}`, () => ({ id: 'new' }))
  it.cursor.value = 30
  await it.addShot('star_trails')
  expect(server.asked('POST')[0]?.body).toEqual({
    discipline: 'star_trails',
    at_utc: '2026-12-09T17:00:00.000Z',
  })
  expect(went).toEqual([{ name: 'shot', params: { shotId: 'new' } }])
})

test('zoomed in, the shown stretch follows a cursor that leaves it', async () => {
  const it = await opened()
  it.zoomTo(2)
  expect(it.shown.value).toEqual({ from: START + 4 * HOUR, to: START + 6 * HOUR })
  it.cursor.value = 300
  await vi.waitFor(() => expect(it.shown.value?.to).toBe(START + 11 * HOUR))
  it.zoomTo(null)
  expect(it.shown.value).toBeUndefined()
})

test('a change of the night names its version; changed elsewhere, the newer one is loaded', async () => {
  const it = await opened()
  server.on('PUT /api/v1/nights/{night_id}', () => new Refusal(412, 'changed somewhere else'))
  await it.change({ notes: 'bring gloves' })
  expect(server.asked('PUT')[0]).toMatchObject({
    params: { header: { 'if-match': '"v1"' } },
    body: { notes: 'bring gloves' },
  })
  expect(useNotices().notice?.isError).toBe(true)
  const asked = server.asked('GET').filter((c) => c.path === '/api/v1/nights/{night_id}')
  expect(asked).toHaveLength(2)
})

test('a drag and a change of the night offer the way back, over the version there is then', async () => {
  const it = await opened()
  let version = 3
  server.on('PUT /api/v1/shots/{shot_id}', () => {
    shots = [shot('a', START + 6 * HOUR, { version: ++version }), shots[1] ?? {}]
    return { version }
  })
  await it.whatIf('a', START + 6 * HOUR, true)
  expect(useNotices().notice?.text).toBe('“Shot a” stands at 23:00 now.')
  await useNotices().notice?.undo?.()
  const back = server.asked('PUT').at(-1)
  expect(back?.body).toMatchObject({ at_utc: new Date(START + 5 * HOUR).toISOString() })
  expect(back?.params.header).toEqual({ 'if-match': '"v4"' })

  const night = { id: 'n', place_name: 'Skarn', sentence: '' }
  server.on('PUT /api/v1/nights/{night_id}', (call) => ({
    ...night,
    version: ++version,
    notes: (call.body as { notes: string }).notes,
  }))
  await it.change({ notes: 'wet rails' })
  await useNotices().notice?.undo?.()
  expect(server.asked('PUT').at(-1)?.body).toMatchObject({ notes: '' })
})
