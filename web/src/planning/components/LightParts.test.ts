import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, test } from 'vitest'
import { createVuetify } from 'vuetify'

import LightParts from './LightParts.vue'
import type { Light } from '../composables/useLights'
import type { Schemas } from '../../api/client'

const part = (key: string, over: object = {}) =>
  ({
    key,
    name: `the ${key}`,
    lands: 'At mid-grey',
    given: '',
    over_ambient: '',
    from_share: 0,
    to_share: 1,
    is_brought: false,
    can_leave: false,
    ...over,
  }) as Schemas['LightPartOut']
const question = (key: string, over: object = {}) =>
  ({ key, kind: 'number', label: key, default: 3, options: [], kit_kinds: [], ...over }) as never
const kinds = [
  {
    kind: 'beam',
    title: 'a beam held up into the air',
    questions: [
      question('item_id', { kind: 'kit_item', kit_kinds: ['torch'], is_optional: true }),
      question('distance_m'),
    ],
  },
] as Schemas['LightKindOut'][]
const kit = [{ id: 't', name: 'torch', spec: { kind: 'torch' } }] as Schemas['KitItemOut'][]

/** Always open. */
const menu = { template: '<div><slot name="activator" :props="{}" /><slot /></div>' }

const shown = (parts: Schemas['LightPartOut'][], lights: Light[]) =>
  mount(LightParts, {
    props: { parts, lights, kinds, kit, error: null },
    global: { plugins: [createVuetify()], stubs: { VMenu: menu } },
  })

beforeEach(() => setActivePinia(createPinia()))

test('each light stands on the score where it acts, the one exposed for first', () => {
  const beam = part('beam_1', { from_share: 0.25, to_share: 0.5, given: 'Held for 9 s' })
  const page = shown([beam, part('rest')], [])
  const [first, second] = page.findAll('.on')
  expect(first?.attributes('style')).toContain('left: 25%; right: 50%')
  expect(second?.attributes('style')).toContain('left: 0%; right: 0%')
  const said = page.findAll('li')[0]?.text().replace(/\s+/g, ' ')
  expect(said).toContain('Held for 9 s. At mid-grey. Exposed for.')
  // what the discipline brings by itself is changed and left only where it is one's own
  expect(page.find('button[aria-label="Change the rest"]').exists()).toBe(false)
})

test('a light that is added takes what of the bag can be it, and is asked about at once', async () => {
  const page = shown([part('rest')], [])
  await page.get('.v-list-item').trigger('click')
  const [changed] = page.emitted('change')?.[0] as [Light[]]
  expect(changed).toEqual([{ key: 'beam_1', item_id: 't' }])
  await page.setProps({
    parts: [part('rest'), part('beam_1', { can_leave: true })],
    lights: changed,
  })
  expect(page.find('.questions').exists()).toBe(true)
  await page.get('button[aria-label="Leave the beam_1 at home"]').trigger('click')
  expect(page.emitted('change')?.at(-1)).toEqual([[]])
})
