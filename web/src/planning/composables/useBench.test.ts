import { nextTick } from 'vue'
import { beforeEach, expect, test, vi } from 'vitest'

import { useBench } from './useBench'
import { deferred, living, Refusal, server } from '../../testing/server'

const address = vi.hoisted(() => ({ query: {} as Record<string, string> }))
vi.mock('../../api/client', async (original) =>
  (await import('../../testing/server')).faked(await original()),
)
vi.mock('vue-router', () => ({
  useRoute: () => address,
  useRouter: () => ({
    replace: async (to: { query: Record<string, string> }) => void (address.query = to.query),
  }),
}))

const question = (key: string, group: string) => ({ key, group })
const answer = (over: object = {}) => ({
  settings: '2 s, f/8',
  choice: { held: {}, locked: [], follow: 'exposure_s' },
  rails: [{ control: 'iso', picked: { value: 400 } }],
  ...over,
})

async function opened(query: Record<string, string> = {}) {
  address.query = query
  const { it } = living(useBench)
  await it.start()
  await vi.waitFor(() => expect(it.bench.value ?? it.error.value).not.toBeNull())
  return it
}
const bodies = () => server.asked('POST').map((call) => call.body)

beforeEach(() => {
  server.reset()
  server.on('GET /api/v1/bench/questions', () => [
    question('ev100', 'Light'),
    question('sigma_stops', 'Light'),
    question('focus_m', 'Depth'),
    question('is_handheld', 'Legs'),
  ])
  server.on('GET /api/v1/bench/scenes', () => [
    { key: 'street', ev100: 4, sigma_stops: 1 },
    { key: 'moonlit', ev100: -2, sigma_stops: 0.5 },
  ])
  server.on('GET /api/v1/kit', () => [])
  server.on('POST /api/v1/bench', () => answer())
})

test('an address opens the bench as it was left: answers, hands, locks and who follows', async () => {
  const query = { ev: '4', focus: '3.5', hand: 'yes', lens: 'fifty', t: '2', locked: 'exposure_s' }
  await opened({ ...query, follow: 'iso' })
  expect(bodies()[0]).toMatchObject({
    ev100: 4,
    focus_m: 3.5,
    is_handheld: true,
    lens_id: 'fifty',
    choice: { held: { exposure_s: 2 }, locked: ['exposure_s'], follow: 'iso' },
  })
})

test('the address says again what was answered, and only that', async () => {
  const it = await opened({ ev: '4' })
  server.on('POST /api/v1/bench', () =>
    answer({ choice: { held: { f_number: 8 }, locked: [], follow: 'exposure_s' } }),
  )
  it.answer('is_handheld', true)
  await vi.waitFor(() => expect(address.query).toMatchObject({ hand: 'yes' }))
  expect(address.query).toEqual({ ev: '4', hand: 'yes', f: '8', follow: 'exposure_s' })
  it.answer('is_handheld', null)
  await vi.waitFor(() => expect(address.query).not.toHaveProperty('hand'))
})

test('what was not filled in is not sent: the server knows the rest', async () => {
  await opened()
  expect(Object.keys(bodies()[0] ?? {})).toEqual(['choice'])
})

test('a scene fills in its brightness and its ±, and is known again by them', async () => {
  const it = await opened()
  it.chooseScene('moonlit')
  await vi.waitFor(() => expect(bodies().at(-1)).toMatchObject({ ev100: -2, sigma_stops: 0.5 }))
  expect(it.scene.value).toBe('moonlit')
  it.answer('ev100', -1)
  await nextTick()
  expect(it.scene.value).toBeUndefined()
})

test('another lens begins at its own focal length', async () => {
  const it = await opened({ mm: '24', lens: 'zoom' })
  it.chooseLens('fifty')
  await vi.waitFor(() => expect(bodies().at(-1)).toMatchObject({ lens_id: 'fifty' }))
  expect(bodies().at(-1)?.focal_length_mm).toBeUndefined()
})

test('a touch goes with what is held; what the server makes of it is held from then on', async () => {
  const it = await opened()
  const choice = { held: { iso: 400 }, locked: ['iso'], follow: 'exposure_s' }
  server.on('POST /api/v1/bench', () => answer({ choice }))
  it.hand.lock('iso', true)
  await vi.waitFor(() =>
    expect(bodies().at(-1)?.touch).toEqual({ control: 'iso', action: 'lock', value: 400 }),
  )
  await vi.waitFor(() => expect(address.query).toMatchObject({ iso: '400', locked: 'iso' }))
  it.answer('focus_m', 3)
  await vi.waitFor(() => expect(bodies().at(-1)).toMatchObject({ focus_m: 3, choice }))
})

test('an answer overtaken by the next is dropped; a refusal keeps the one before', async () => {
  const it = await opened()
  const slow = deferred<object>()
  server.on('POST /api/v1/bench', () => slow.promise)
  it.answer('ev100', 3)
  await vi.waitFor(() => expect(bodies().at(-1)).toMatchObject({ ev100: 3 }))
  server.on('POST /api/v1/bench', () => answer({ settings: 'newest' }))
  it.answer('ev100', 5)
  await vi.waitFor(() => expect(it.bench.value?.settings).toBe('newest'))
  slow.resolve(answer({ settings: 'overtaken' }))
  await slow.promise
  await nextTick()
  expect(it.bench.value?.settings).toBe('newest')
  server.on('POST /api/v1/bench', () => new Refusal(422, 'Wanted 0.1 to 1000, got −4.'))
  it.answer('focus_m', -4)
  await vi.waitFor(() => expect(it.error.value?.message).toMatch(/got −4/))
  expect(it.bench.value?.settings).toBe('newest')
})

test('questions stand under their headings, open where the address answered one', async () => {
  const it = await opened({ focus: '3' })
  expect(it.groups.value.map(({ title, asked, isUsed }) => [title, asked.length, isUsed])).toEqual([
    ['Light', 2, false],
    ['Depth', 1, true],
    ['Legs', 1, false],
  ])
})
