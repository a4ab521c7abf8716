import { mount } from '@vue/test-utils'
import { expect, test } from 'vitest'
import { createVuetify } from 'vuetify'

import DateField from './DateField.vue'

const shown = (day: string, error?: string) =>
  mount(DateField, {
    props: { label: 'Evening of', modelValue: day, error },
    global: { plugins: [createVuetify()] },
  })
async function type(field: ReturnType<typeof shown>, text: string): Promise<unknown> {
  await field.get('input').setValue(text)
  await field.get('input').trigger('blur')
  return field.emitted('update:modelValue')?.at(-1)?.[0]
}

test('a day is shown with its weekday and year, so that nobody mistakes it', () => {
  expect(shown('2026-12-05').get('input').element.value).toMatch(/^Sat,? 5 December 2026$/)
})

test('it is typed as one says it', async () => {
  expect(await type(shown('2026-12-05'), '9 January 2027')).toBe('2027-01-09')
})

test('what is no day is not taken for the one before: it goes out as it was typed', async () => {
  const field = shown('2026-12-05')
  expect(await type(field, 'when it is dark')).toBe('when it is dark')
  expect(field.text()).toContain('A day, such as 27 November')
})

test('a refusal is said under it', () => {
  expect(shown('2026-12-05', 'Wanted 1900 to 2100.').text()).toContain('Wanted 1900 to 2100.')
})
