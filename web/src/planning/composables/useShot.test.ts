import { beforeEach, expect, test, vi } from 'vitest'

import { useShot } from './useShot'
import { deferred, living, Refusal, server } from '../../testing/server'

vi.mock('../../api/client', async (original) =>
  (await import('../../testing/server')).faked(await original()),
)

const own = {
  title: 'Stars',
  discipline: 'stars_over_foreground',
  lens_id: 'zoom',
  focal_length_mm: 24,
  inputs: {},
  choice: { held: {}, locked: [], follow: 'recipe' },
}
const kept = (id: string) => ({ ...own, title: `Shot ${id}`, id, night_id: 'n', version: 1 })
const plan = (over: object = {}) => ({
  settings: '4 s, f/2',
  choice: { held: {}, locked: [], follow: 'iso' },
  focal_length_mm: 24,
  ...over,
})
const PLANS = 'POST /api/v1/plans'

let shown: string
const saved: string[] = []
async function opened() {
  const { it, scope } = living(() =>
    useShot(
      () => shown,
      () => saved.push('kept'),
    ),
  )
  await it.load()
  return { it, scope }
}

beforeEach(() => {
  server.reset()
  saved.length = 0
  shown = 'a'
  server.on('GET /api/v1/shots/{shot_id}', (call) => kept(call.params.path?.shot_id ?? ''))
  server.on('GET /api/v1/shots/{shot_id}/plan', () => plan())
  server.on(PLANS, () => plan())
  server.on('PUT /api/v1/shots/{shot_id}', () => ({ version: 2 }))
})

test('a touch of a rail asks for one plan, and what the server made of it is what is kept', async () => {
  const { it } = await opened()
  const choice = { held: { iso: 800 }, locked: [], follow: 'exposure_s' }
  server.on(PLANS, () => plan({ choice, settings: '8 s, f/2' }))
  await it.change({}, { control: 'iso', action: 'move', value: 800 })
  expect(server.asked('POST')).toHaveLength(1)
  expect(server.asked('POST')[0]?.body).toMatchObject({
    night_id: 'n',
    touch: { control: 'iso', action: 'move', value: 800 },
    is_new_lens: false,
  })
  expect(it.plan.value?.settings).toBe('8 s, f/2')
  await it.keepNow()
  expect(server.asked('PUT')[0]?.body.choice).toEqual(choice)
})

test('another lens is said to be new, and the focal length the server answers is kept', async () => {
  const { it } = await opened()
  server.on(PLANS, () => plan({ focal_length_mm: 50 }))
  await it.change({ lens_id: 'fifty' })
  expect(server.asked('POST')[0]?.body.is_new_lens).toBe(true)
  await it.keepNow()
  expect(server.asked('PUT')[0]?.body).toMatchObject({ lens_id: 'fifty', focal_length_mm: 50 })
})

test('an answer overtaken by a later change is not shown and not kept', async () => {
  const { it } = await opened()
  const slow = deferred<object>()
  server.on(PLANS, () => slow.promise)
  const first = it.change({ focal_length_mm: 30 })
  server.on(PLANS, () => plan({ settings: 'newest', focal_length_mm: 35 }))
  await it.change({ focal_length_mm: 35 })
  slow.resolve(plan({ settings: 'overtaken', focal_length_mm: 30 }))
  await first
  expect(it.plan.value?.settings).toBe('newest')
  expect(it.draft.value?.focal_length_mm).toBe(35)
})

test('what cannot be planned is said by field, keeps the plan before, and is not kept', async () => {
  const { it } = await opened()
  const fault = { name: 'focal_length_mm', wanted: '24 to 70 mm', got: '200 mm' }
  server.on(PLANS, () => new Refusal(422, 'refused', [fault]))
  await it.change({ focal_length_mm: 200 })
  expect(it.error.value?.fault('focal_length_mm')).toBe('Wanted 24 to 70 mm, got 200 mm.')
  expect(it.draft.value?.focal_length_mm).toBe(200) // what was typed is still there
  expect(it.plan.value?.settings).toBe('4 s, f/2')
  await it.keepNow()
  expect(server.asked('PUT')).toHaveLength(0)
})

test('answers given as one kind of picture come back with it, and never leak into another shot', async () => {
  const { it } = await opened()
  const carried = (call: { body: object }) => ({ inputs: (call.body as { inputs: object }).inputs })
  server.on('POST /api/v1/disciplines/{key}/answers', carried)
  await it.change({ inputs: { drift_tolerance_px: 3 } })
  await it.tryAs('star_trails')
  const told = (i: number) => server.asked('POST').filter((c) => c.path.endsWith('answers'))[i]
  expect(told(0)).toMatchObject({
    params: { path: { key: 'star_trails' } },
    body: { inputs: { drift_tolerance_px: 3 } },
  })
  expect(it.draft.value).toMatchObject({
    discipline: 'star_trails',
    choice: { held: {}, locked: [] }, // hands off the rails
  })
  await it.change({ inputs: { total_min: 90 } })
  await it.tryAs('stars_over_foreground')
  expect(told(1)?.body.inputs).toEqual({ drift_tolerance_px: 3, total_min: 90 })
  shown = 'b'
  await it.load()
  await it.tryAs('cityscape')
  expect(told(2)?.body.inputs).toEqual({})
})

test('what was unsaved of one shot is kept under it before the next is shown', async () => {
  const { it } = await opened()
  await it.change({ title: 'Renamed' })
  shown = 'b'
  await it.load()
  expect(server.asked('PUT')[0]).toMatchObject({
    params: { path: { shot_id: 'a' } },
    body: { title: 'Renamed' },
  })
  expect(it.draft.value?.title).toBe('Shot b')
  expect(saved).toEqual(['kept'])
})

test('a change is taken back as it was, a stroke of the hand as one', async () => {
  const { it } = await opened()
  expect(it.canUndo.value).toBe(false)
  await it.change({ title: 'Another' })
  for (const value of [400, 800, 1600])
    await it.change({}, { control: 'iso', action: 'move', value })
  await it.undo() // the stroke
  expect(server.asked('POST').at(-1)?.body).toMatchObject({ is_new_lens: false })
  expect(it.draft.value?.title).toBe('Another')
  expect(it.canUndo.value).toBe(true)
  await it.undo()
  expect(it.draft.value?.title).toBe('Shot a')
  expect(it.canUndo.value).toBe(false)
  await it.undo()
  expect(it.draft.value?.title).toBe('Shot a')
})
