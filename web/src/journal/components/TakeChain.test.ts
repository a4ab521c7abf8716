import { mount } from '@vue/test-utils'
import { expect, test } from 'vitest'
import { createVuetify } from 'vuetify'

import ChoiceWord from '../../shared/components/ChoiceWord.vue'
import TakeChain from './TakeChain.vue'
import type { Schemas } from '../../api/client'

type Chain = Schemas['ChainOut']

const VERDICTS = ['black', 'dark', 'darkish', 'right', 'brightish', 'bright', 'blown']
const take = (id: string, over: object = {}) => ({
  id,
  version: 1,
  verdicts: {},
  faults: [],
  frames: 1,
  is_keeper: false,
  ...over,
})
const link = (of: object, over: object = {}) => ({
  take: of,
  settings: '4 s, f/2, ISO 800',
  started_local: '23:41',
  change: null,
  photos: [],
  ...over,
})
const chain = (over: object = {}) =>
  ({
    shot_id: 's',
    links: [],
    loose_photos: [],
    advice: {
      settings: '8 s, f/2',
      moved: [],
      moved_levers: [],
      given: [],
      measured: [],
      mending: [],
      reasons: ['You saw it dark.'],
      sigma_stops: 0.7,
    },
    trouble: null,
    verdicts: VERDICTS.map((key) => ({ key, label: `it was ${key}` })),
    asked: [{ key: 'whole', name: '' }],
    roles: [{ key: 'frame', label: 'the picture' }],
    faults: [],
    kept_for: [],
    ...over,
  }) as unknown as Chain

const shown = (of: Chain, isBusy = false) =>
  mount(TakeChain, {
    props: { chain: of, isBusy },
    global: { plugins: [createVuetify()], stubs: { TakePhoto: true } },
  })
const bursts = [
  { key: 'bursts', name: 'the bursts' },
  { key: 'town', name: 'the town' },
]

test('a word is about the light it is said under', async () => {
  const page = shown(chain({ asked: bursts }))
  expect(page.text()).toContain('the bursts')
  expect(page.text()).toContain('the town')
  const said = page.findAll('button').filter((b) => b.text() === 'it was bright')
  expect(said).toHaveLength(2)
  await said[1]?.trigger('click')
  expect(page.emitted('judge')).toEqual([['town', 'bright', []]])
})

test('a light that was changed since belongs to the next take, once', async () => {
  const page = shown(chain({ links: [link(take('a'))], asked: bursts }))
  const boxes = page.findAll('fieldset input')
  expect(boxes).toHaveLength(2)
  await boxes[1]?.setValue(true)
  const said = page.findAll('button').filter((b) => b.text() === 'it was dark')
  await said[0]?.trigger('click')
  await said[0]?.trigger('click')
  expect(page.emitted('judge')).toEqual([
    ['bursts', 'dark', ['town']],
    ['bursts', 'dark', []],
  ])
  const told = shown(
    chain({ links: [link(take('a', { scene_changed: ['town'] }))], asked: bursts }),
  )
  expect(told.text()).toContain('You changed the town.')
})

test('while a take is being kept no second one can be made', () => {
  const words = (isBusy: boolean) =>
    shown(chain(), isBusy)
      .findAll('button')
      .filter((b) => b.text().startsWith('it was'))
      .map((b) => b.attributes('disabled') !== undefined)
  expect(words(false)).toEqual(VERDICTS.map(() => false))
  expect(words(true)).toEqual(VERDICTS.map(() => true))
})

test('changing the word of one light leaves the other alone, and a word can be taken back', async () => {
  const judged = take('t', { verdicts: { bursts: 'bright', town: 'right' } })
  const page = shown(chain({ asked: bursts, links: [link(judged)] }))
  const [ofBursts] = page.findAllComponents(ChoiceWord)
  expect(ofBursts?.props('value')).toBe('bright')
  ofBursts?.vm.$emit('choose', 'darkish')
  ofBursts?.vm.$emit('choose', '')
  expect(page.emitted('edit')).toEqual([
    [judged, { verdicts: { town: 'right', bursts: 'darkish' } }],
    [judged, { verdicts: { town: 'right' } }],
  ])
})

test('a keeper is kept and let go by the same button, and says which it is', async () => {
  const kept = take('a', { is_keeper: true })
  const page = shown(chain({ links: [link(kept), link(take('b'))] }))
  const buttons = page.findAll('button[aria-pressed]')
  expect(buttons.map((b) => b.attributes('aria-pressed'))).toEqual(['true', 'false'])
  await buttons[0]?.trigger('click')
  expect(page.emitted('edit')?.[0]).toEqual([kept, { is_keeper: false }])
})

test('a stack says how many frames it was, and what changed stands between two takes', () => {
  const links = [
    link(take('a', { frames: 59 })),
    link(take('b'), { change: 'ISO 800 → ISO 1600 (+1)' }),
  ]
  const page = shown(chain({ links }))
  const rows = page.findAll('.chain > li')
  expect(rows[0]?.text()).toContain('59 frames')
  expect(rows[1]?.text()).not.toContain('frames')
  expect(rows[1]?.text()).toContain('ISO 800 → ISO 1600 (+1)')
})

test('every take can be deleted by a button that says which', async () => {
  const page = shown(
    chain({ links: [link(take('a')), link(take('b'), { started_local: '23:50' })] }),
  )
  await page.get('[aria-label="Delete the take of 23:50"]').trigger('click')
  expect(page.emitted('remove')).toEqual([[expect.objectContaining({ id: 'b' })]])
})
