import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, test, vi } from 'vitest'

import FoundLights from './FoundLights.vue'
import { server } from '../testing/server'

vi.mock('../api/client', async (original) =>
  (await import('../testing/server')).faked(await original()),
)

const FOUND = 'GET /api/v1/places/{place_id}/found'
const store = { id: 'f', text: 'Home interior: 7 stops darker than predicted.' }

beforeEach(() => {
  setActivePinia(createPinia())
  server.reset()
})

test('a light found here is shown until it is forgotten', async () => {
  let kept = [store]
  server.on(FOUND, () => kept)
  server.on('DELETE /api/v1/{kind}/{row_id}', () => void (kept = []))
  const page = mount(FoundLights, { props: { placeId: 'p' } })
  await flushPromises()
  expect(page.text()).toContain('7 stops darker than predicted')
  await page.get('button').trigger('click')
  await flushPromises()
  expect(server.asked('DELETE')[0]?.params.path).toMatchObject({ kind: 'found', row_id: 'f' })
  expect(page.find('section').exists()).toBe(false)
})

test('where nothing was found nothing is said', async () => {
  server.on(FOUND, () => [])
  const page = mount(FoundLights, { props: { placeId: 'p' } })
  await flushPromises()
  expect(page.find('section').exists()).toBe(false)
})
