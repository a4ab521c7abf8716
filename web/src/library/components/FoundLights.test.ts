import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, test, vi } from 'vitest'

import FoundLights from './FoundLights.vue'
import { server } from '../../testing/server'

vi.mock('../../api/client', async (original) =>
  (await import('../../testing/server')).faked(await original()),
)

const LEARNED = 'GET /api/v1/places/{place_id}/learned'
const finding = { id: 'f', text: 'Home interior: 7 stops darker.', night_title: 'A', is_on: true }
const store = {
  effect: 'here',
  level: 'p|home_interior|',
  text: 'Quill House, home interior: 7 stops darker than predicted, ± 0.8, from one night.',
  is_on: true,
  findings: [finding],
}
const page = async () => {
  const mounted = mount(FoundLights, {
    props: { placeId: 'p' },
    global: { stubs: { RouterLink: true } },
  })
  await flushPromises()
  return mounted
}

beforeEach(() => {
  setActivePinia(createPinia())
  server.reset()
})

test('what was learned here is shown with its nights, until they are forgotten', async () => {
  let kept = [store]
  server.on(LEARNED, () => kept)
  server.on('DELETE /api/v1/{kind}/{row_id}', () => void (kept = []))
  const shown = await page()
  expect(shown.text()).toContain('7 stops darker than predicted')
  await shown.get('button').trigger('click')
  await shown.findAll('button')[1]?.trigger('click')
  await flushPromises()
  expect(server.asked('DELETE')[0]?.params.path).toMatchObject({ kind: 'found', row_id: 'f' })
  expect(shown.find('section').exists()).toBe(false)
})

test('a lesson is switched off and stays to be switched on again', async () => {
  let is_on = true
  server.on(LEARNED, () => [{ ...store, is_on }])
  server.on('PUT /api/v1/learned/lesson', () => void (is_on = false))
  const shown = await page()
  await shown.get('input').setValue(false)
  await flushPromises()
  const asked = server.asked('PUT')[0]?.body
  expect(asked).toEqual({ effect: 'here', level: 'p|home_interior|', is_on: false })
  expect((shown.get('input').element as HTMLInputElement).checked).toBe(false)
})

test('where nothing was learned nothing is said', async () => {
  server.on(LEARNED, () => [])
  expect((await page()).find('section').exists()).toBe(false)
})
