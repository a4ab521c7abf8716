import { mount } from '@vue/test-utils'
import { expect, test } from 'vitest'
import { createVuetify } from 'vuetify'

import QuestionField from './QuestionField'
import ShotForm from './ShotForm.vue'
import type { Schemas } from '../api/client'

const question = (key: string, over: object = {}) => ({
  key,
  kind: 'number',
  label: key,
  help: '',
  unit: '',
  group: '',
  default: 1,
  is_optional: false,
  is_school: false,
  least: null,
  most: null,
  step: null,
  options: [],
  kit_kinds: [],
  columns: [],
  only_if_key: null,
  only_if_options: [],
  ...over,
})
const lens = (id: string, from: number, to: number) => ({
  id,
  name: id,
  spec: { kind: 'lens', shortest_focal_length_mm: from, longest_focal_length_mm: to },
})
const sides = [
  { key: 'sharp', label: 'stars sharp', help: 'A star out of focus is lost.' },
  { key: 'near', label: 'near sharp', help: '' },
]
const disciplines = {
  shot: [
    question('title', { kind: 'text' }),
    question('lens_id', { kind: 'kit_item', kit_kinds: ['lens'] }),
    question('focal_length_mm', { unit: 'mm' }),
    question('orientation', { kind: 'choice', options: [] }),
  ],
  disciplines: [
    {
      key: 'stars',
      title: 'Stars',
      aim: 'The sky sharp.',
      questions: [
        question('focus_school', { kind: 'choice', options: sides, is_school: true, help: 'Or?' }),
        question('focus_m', { only_if_key: 'focus_school', only_if_options: ['near'] }),
        question('tolerance_px', { default: 2 }),
        question('wide_deg', { is_optional: true, default: null }),
      ],
    },
  ],
}
const shot = (over: object = {}) => ({
  discipline: 'stars',
  lens_id: 'zoom',
  focal_length_mm: 24,
  orientation: 'landscape',
  inputs: {},
  ...over,
})

function shown(plan: object = {}, of: object = shot()) {
  return mount(ShotForm, {
    props: {
      shot: of,
      plan: {
        inputs: { focus_school: 'sharp' },
        horizontal_view_deg: 73.7,
        vertical_view_deg: 53.1,
        ...plan,
      },
      night: { time_zone: 'Europe/Madrid' },
      kit: [lens('zoom', 24, 70), lens('fifty', 50, 50)],
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
  })
}
const fields = (page: ReturnType<typeof shown>) => page.findAllComponents(QuestionField)
const keys = (page: ReturnType<typeof shown>) => fields(page).map((f) => f.props('question').key)
const field = (page: ReturnType<typeof shown>, key: string) => {
  const found = fields(page).find((f) => f.props('question').key === key)
  if (!found) throw new Error(`no field ${key}`)
  return found
}

test('a zoom is asked how far, a prime is not', () => {
  expect(keys(shown())).toContain('focal_length_mm')
  expect(keys(shown({}, shot({ lens_id: 'fifty' })))).not.toContain('focal_length_mm')
})

test('a question that hangs on another is asked when what acts is that answer', () => {
  expect(keys(shown())).not.toContain('focus_m')
  expect(keys(shown({ inputs: { focus_school: 'near' } }))).toContain('focus_m')
})

test('a choice shows what acts, a number what was typed and else the default', () => {
  const page = shown({ inputs: { focus_school: 'near' } }, shot({ inputs: { tolerance_px: 4 } }))
  expect(field(page, 'focus_school').props('value')).toBe('near')
  expect(field(page, 'tolerance_px').props('value')).toBe(4)
  expect(field(shown(), 'tolerance_px').props('value')).toBe(2)
})

test('the side one takes is argued under it, and without an argument the question helps', () => {
  expect(field(shown(), 'focus_school').props('help')).toBe('A star out of focus is lost.')
  const other = shown({ inputs: { focus_school: 'near' } })
  expect(field(other, 'focus_school').props('help')).toBe('Or?')
})

test('another lens is said alone: what follows from it is the server\u2019s', async () => {
  const page = shown()
  field(page, 'lens_id').vm.$emit('answer', 'fifty')
  expect(page.emitted('change')).toEqual([[{ lens_id: 'fifty' }]])
})

test('an answer joins the others; emptied, it goes only where it may be left open', () => {
  const page = shown({}, shot({ inputs: { focus_school: 'sharp' } }))
  field(page, 'tolerance_px').vm.$emit('answer', 3)
  field(page, 'tolerance_px').vm.$emit('answer', null)
  field(page, 'wide_deg').vm.$emit('answer', null)
  expect(page.emitted('change')).toEqual([
    [{ inputs: { focus_school: 'sharp', tolerance_px: 3 } }],
    [{ inputs: { focus_school: 'sharp', wide_deg: null } }],
  ])
})

test('what the frame sees stands beside how it is held', () => {
  expect(shown().text()).toContain('sees 74° × 53°')
})
