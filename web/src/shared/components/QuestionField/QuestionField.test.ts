import { mount, type VueWrapper } from '@vue/test-utils'
import { expect, test } from 'vitest'
import { createVuetify } from 'vuetify'

import QuestionField from '.'
import type { Schemas } from '../../../api/client'

type Question = Schemas['QuestionOut']

const question = (over: Partial<Question>): Question => ({
  key: 'x',
  kind: 'number',
  label: 'Focus at',
  help: '',
  unit: 'm',
  group: '',
  default: null,
  is_optional: true,
  is_school: false,
  least: null,
  most: null,
  step: null,
  options: [],
  kit_kinds: [],
  columns: [],
  measured_by: [],
  ...over,
})

function asked(over: Partial<Question>, value: unknown, rest: object = {}) {
  return mount(QuestionField, {
    props: { question: question(over), value, ...rest },
    global: { plugins: [createVuetify()] },
    attachTo: document.body,
  })
}
const answers = (field: VueWrapper) => (field.emitted('answer') ?? []).map(([value]) => value)
const input = (field: VueWrapper) => field.get<HTMLInputElement>('input')

test('a number goes out as a number, and an emptied field as nothing', async () => {
  const field = asked({}, 3.5)
  expect(input(field).element.value).toBe('3.5')
  await input(field).setValue('4.25')
  await input(field).setValue('')
  expect(answers(field)).toEqual([4.25, null])
})

test('what acts when nothing is typed is said in grey, with unit and bounds', () => {
  const field = asked({ default: 10, least: 0.1, most: 1000 }, undefined)
  expect(input(field).element.placeholder).toBe('10')
  expect(input(field).attributes()).toMatchObject({ min: '0.1', max: '1000' })
  expect(field.text()).toContain('m')
  expect(input(asked({ default: null }, undefined)).element.placeholder).toBe('')
})

test('a refusal stands under the field in words, over its help', () => {
  const field = asked({ help: 'From the sensor.' }, 0, { error: 'Wanted 0.1 to 1000, got 0.' })
  expect(field.text()).toContain('Wanted 0.1 to 1000, got 0.')
  const other = asked({ help: 'From the sensor.' }, 1, { help: 'The side you take.' })
  expect(other.text()).toContain('The side you take.')
  expect(other.text()).not.toContain('From the sensor.')
})

test.each([
  ['2240', '2026-12-09T21:40:00.000Z'],
  ['1:15', '2026-12-10T00:15:00.000Z'],
  ['12:30 pm', '2026-12-09T11:30:00.000Z'],
])('typed as %s, a time falls into its night by the clock of its place', async (typed, utc) => {
  const night = {
    time_zone: 'Europe/Madrid',
    begins_utc: '2026-12-09T11:00:00Z',
    ends_utc: '2026-12-10T11:00:00Z',
  }
  const field = asked({ kind: 'moment', label: 'At' }, '2026-12-09T22:20:00.000Z', { night })
  expect(input(field).element.value).toBe('23:20')
  await input(field).setValue(typed)
  await input(field).trigger('blur')
  expect(answers(field)).toEqual([utc])
})

test('what is no time of day says what would be, and changes nothing', async () => {
  const night = { time_zone: 'UTC', begins_utc: '2026-12-09T12:00Z', ends_utc: '2026-12-10T12:00Z' }
  const field = asked({ kind: 'moment' }, '2026-12-09T22:20:00.000Z', { night })
  await input(field).setValue('soon')
  await input(field).trigger('blur')
  expect(field.text()).toContain('such as 22:40')
  expect(answers(field)).toEqual([])
})

test('a list is typed in lines, stays as it is typed, and follows only what is really another', async () => {
  const over: Partial<Question> = { kind: 'list', columns: ['metered', 'corrected'] }
  const field = asked(over, [[1, 2]])
  const area = field.get('textarea')
  expect(area.element.value).toBe('1 2')
  await area.setValue('1, 2\n10 ; 50 ')
  expect(answers(field).at(-1)).toEqual([
    [1, 2],
    [10, 50],
  ])
  await field.setProps({
    value: [
      [1, 2],
      [10, 50],
    ],
  })
  expect(area.element.value).toBe('1, 2\n10 ; 50 ')
  await field.setProps({ value: [[4, 8]] })
  expect(area.element.value).toBe('4 8')
})

test('a yes or no goes out as one', async () => {
  const field = asked({ kind: 'yes_no', unit: '' }, false)
  await input(field).setValue(true)
  expect(answers(field)).toEqual([true])
})

test('a thing of the bag is chosen from those that will do', async () => {
  const bag = [
    { id: 'a', name: 'wide', spec: { kind: 'lens' } },
    { id: 'b', name: 'legs', spec: { kind: 'tripod' } },
    { id: 'c', name: 'long', spec: { kind: 'lens' } },
  ]
  const field = asked({ kind: 'kit_item', kit_kinds: ['lens'] }, 'a', { kit: bag })
  const select = field.getComponent({ name: 'VSelect' })
  expect(select.props('items').map((item: { name: string }) => item.name)).toEqual(['wide', 'long'])
  select.vm.$emit('update:modelValue', 'c')
  expect(answers(field)).toEqual(['c'])
})
