import { flushPromises, mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { beforeEach, expect, test, vi } from 'vitest'
import { createVuetify } from 'vuetify'

import PlaceForm from './PlaceForm.vue'
import { Refusal, server } from '../../testing/server'
import type { Schemas } from '../../api/client'

vi.mock('../../api/client', async (original) =>
  (await import('../../testing/server')).faked(await original()),
)

const COVE = { latitude_deg: 43.3, longitude_deg: -9.2, time_zone: 'Europe/Madrid' }

beforeEach(() => {
  server.reset()
  server.on('GET /api/v1/bortle', () => [
    { bortle_class: 3, text: 'rural sky', sky_brightness_mag_arcsec2: 21.4, is_usual: false },
    {
      bortle_class: 4,
      text: 'rural to suburban',
      sky_brightness_mag_arcsec2: 20.9,
      is_usual: true,
    },
  ])
  server.on('GET /api/v1/coordinates', () => COVE)
  server.on('POST /api/v1/places', () => ({ id: 'p' }))
  server.on('PUT /api/v1/places/{place_id}', () => ({ id: 'p' }))
})

async function shown(place: object | null = null) {
  const page = mount(PlaceForm, {
    props: { place: place as Schemas['PlaceOut'] | null },
    global: { plugins: [createVuetify(), createPinia()], stubs: { HorizonEditor: true } },
  })
  await flushPromises()
  const input = (label: string) => {
    const found = page.findAll('.v-input').find((i) => i.find('label').text() === label)
    if (!found) throw new Error(`no field ${label}`)
    return found.get<HTMLInputElement>('input, textarea')
  }
  const keep = async () => {
    await page.get('form').trigger('submit')
    await flushPromises()
  }
  return { page, input, keep }
}

test('what is left open is left out, and the field says what the server will take it for', async () => {
  const { page, input, keep } = await shown()
  expect(input('Sky brightness at the zenith').element.placeholder).toBe('rural to suburban')
  await input('Name').setValue('The cove')
  await input('Coordinates').setValue('43.3, -9.2')
  await keep()
  const [kept] = server.asked('POST')
  expect(kept?.body).toMatchObject({ name: 'The cove', ...COVE, glow_azimuth_deg: null })
  const sent = JSON.parse(JSON.stringify(kept?.body)) as object
  expect(sent).not.toHaveProperty('sky_brightness_mag_arcsec2')
  expect(sent).not.toHaveProperty('elevation_m')
  expect(page.emitted('done')).toHaveLength(1)
})

test('coordinates are understood by the server and shown as understood', async () => {
  const { page, input } = await shown()
  await input('Coordinates').setValue('43°18′N 9°12′W')
  await input('Coordinates').trigger('blur')
  await flushPromises()
  expect(page.text()).toContain('Understood as 43.3000°, -9.2000°, clocks of Europe/Madrid')
})

test('coordinates nobody understands keep everything that was typed', async () => {
  server.on('GET /api/v1/coordinates', () => new Refusal(422, 'Wanted two angles, got one.'))
  const { page, input, keep } = await shown()
  await input('Name').setValue('The cove')
  await input('Coordinates').setValue('somewhere')
  await keep()
  expect(page.text()).toContain('Wanted two angles, got one.')
  expect(server.asked('POST')).toHaveLength(0)
  expect(input('Name').element.value).toBe('The cove')
})

test('a change names the version it was read at, and a refusal stands beside its field', async () => {
  const place = { ...COVE, id: 'p', version: 7, name: 'Cove', elevation_m: 12, horizon: [] }
  const { page, input, keep } = await shown({ ...place, sky_brightness_mag_arcsec2: 21.3 })
  await input('Elevation').setValue('9500')
  const fault = { name: 'elevation_m', wanted: '9000 or less', got: '9500' }
  server.on('PUT /api/v1/places/{place_id}', () => new Refusal(422, 'refused', [fault]))
  await keep()
  expect(server.asked('PUT')[0]).toMatchObject({
    params: { path: { place_id: 'p' }, header: { 'if-match': '"v7"' } },
    body: { elevation_m: 9500, sky_brightness_mag_arcsec2: 21.3 },
  })
  expect(page.text()).toContain('Wanted 9000 or less, got 9500.')
  expect(page.emitted('done')).toBeUndefined()
})
