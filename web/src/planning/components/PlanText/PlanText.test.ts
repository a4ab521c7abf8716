import { flushPromises, mount } from '@vue/test-utils'
import { expect, test, vi } from 'vitest'
import { createVuetify } from 'vuetify'

import PlanText from '.'
import PlanWordEditor from './PlanWordEditor.vue'
import type { Schemas } from '../../../api/client'

// menus place themselves by it, and no page without a screen has one
vi.stubGlobal('visualViewport', new EventTarget())
vi.stubGlobal(
  'ResizeObserver',
  class {
    observe() {}
    disconnect() {}
  },
)

const question = (key: string, over: object = {}) => ({
  key,
  kind: 'number',
  label: key,
  help: '',
  unit: '',
  default: 1,
  is_optional: false,
  is_school: false,
  options: [],
  kit_kinds: [],
  columns: [],
  measured_by: [],
  ...over,
})
const sides = [
  { key: 'sharp', label: 'stars sharp', help: 'A star out of focus is lost.' },
  { key: 'near', label: 'near sharp', help: '' },
]
const disciplines = {
  shot: [
    question('lens_id', { kind: 'kit_item', kit_kinds: ['lens'] }),
    question('discipline', { kind: 'choice', options: [{ key: 'trails', label: 'Star trails' }] }),
    question('bearing_true_deg'),
  ],
  stand_in: [question('height_m', { default: 20 }), question('bearing_true_deg')],
  disciplines: [
    {
      key: 'stars',
      questions: [
        question('focus_school', { kind: 'choice', options: sides, is_school: true }),
        question('tolerance_px', { default: 2 }),
        question('wide_deg', { is_optional: true, default: null }),
      ],
    },
  ],
}
const word = (key: string | null, text: string, is_set = true) => ({
  before: ', ',
  text,
  after: '',
  key,
  is_set,
})
const told = [
  { part: 'frame', words: [word('lens_id', 'zoom'), word('bearing_true_deg', '80°')] },
  {
    part: 'picture',
    words: [
      word('discipline', 'Stars'),
      word('focus_school', 'stars sharp', false),
      word('tolerance_px', '2 px', false),
    ],
  },
  { part: 'more', words: [word('wide_deg', 'a panorama'), word('stand_in', 'something there')] },
]

function shown(over: object = {}, lines: object[] = told) {
  return mount(PlanText, {
    props: {
      shot: {
        discipline: 'stars',
        lens_id: 'zoom',
        bearing_true_deg: 80,
        inputs: { focus_school: 'sharp' },
        ...over,
      },
      plan: { told: lines, inputs: { focus_school: 'sharp' } },
      night: { time_zone: 'Europe/Madrid' },
      kit: [{ id: 'fifty', name: 'fifty', spec: { kind: 'lens' } }],
      disciplines,
      error: null,
    } as unknown as {
      shot: Schemas['ShotIn']
      plan: Schemas['PlanOut']
      night: Schemas['NightOut']
      kit: Schemas['KitItemOut'][]
      disciplines: Schemas['DisciplinesOut']
      error: null
    },
    global: { plugins: [createVuetify()], stubs: { RouterLink: true } },
    attachTo: document.body,
  })
}
type Page = ReturnType<typeof shown>

async function open(page: Page, text: string) {
  const found = page.findAll('button').find((b) => b.text() === text)
  if (!found) throw new Error(`no word ${text}`)
  await found.trigger('click')
  await flushPromises()
  return page.findComponent(PlanWordEditor)
}

test('a word that was said is apart from one that is proposed', () => {
  const words = shown().findAll('.word')
  expect(words.map((w) => [w.text(), w.classes('set')])).toContainEqual(['80°', true])
  expect(words.map((w) => [w.text(), w.classes('set')])).toContainEqual(['2 px', false])
})

test('a choice opens with what speaks for each side, and the one that acts', async () => {
  const editor = await open(shown(), 'stars sharp')
  expect(editor.text()).toContain('A star out of focus is lost.')
  expect(editor.props('value')).toBe('sharp')
})

test('an answer joins the others; emptied, it goes only where it may be left open', async () => {
  const page = shown()
  const tolerance = await open(page, '2 px')
  tolerance.vm.$emit('answer', 3)
  tolerance.vm.$emit('answer', null)
  const other = shown()
  ;(await open(other, 'a panorama')).vm.$emit('answer', null)
  expect(page.emitted('change')).toEqual([[{ inputs: { focus_school: 'sharp', tolerance_px: 3 } }]])
  expect(other.emitted('change')).toEqual([[{ inputs: { focus_school: 'sharp', wide_deg: null } }]])
})

test('another lens is said alone: what follows from it is the server’s', async () => {
  const page = shown()
  ;(await open(page, 'zoom')).vm.$emit('answer', 'fifty')
  expect(page.emitted('change')).toEqual([[{ lens_id: 'fifty' }]])
})

test('another kind of picture is tried, not typed over', async () => {
  const page = shown()
  ;(await open(page, 'Stars')).vm.$emit('answer', 'trails')
  expect(page.emitted('discipline')).toEqual([['trails']])
  expect(page.emitted('change')).toBeUndefined()
})

test('a stand-in is put where the camera looks, and its bearing is not the camera’s', async () => {
  const page = shown()
  const put = page.findAll('button').find((b) => b.text() === 'something there')
  await put?.trigger('click')
  expect(page.emitted('change')).toEqual([[{ stand_in: { height_m: 20, bearing_true_deg: 80 } }]])

  const there = shown({ stand_in: { height_m: 20, bearing_true_deg: 139 } }, [
    { part: 'stand_in', words: [word('bearing_true_deg', '139°')] },
  ])
  const editor = await open(there, '139°')
  expect(editor.props('value')).toBe(139)
  editor.vm.$emit('answer', 140)
  expect(there.emitted('change')).toEqual([[{ stand_in: { height_m: 20, bearing_true_deg: 140 } }]])
})
