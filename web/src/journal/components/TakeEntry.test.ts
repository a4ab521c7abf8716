import { mount } from '@vue/test-utils'
import { expect, test } from 'vitest'
import { createVuetify } from 'vuetify'

import ChoiceWord from '../../shared/components/ChoiceWord.vue'
import TakeEntry from './TakeEntry.vue'

const AT = '2026-12-09T22:40:00.000Z'
const rail = (control: string, picked: number, other: number) => ({
  control,
  title: control,
  picked: { value: picked, text: `${picked}` },
  values: [picked, other].map((value) => ({ value, text: `${value}` })),
})
const props = {
  rails: [rail('exposure_s', 8, 4), rail('f_number', 2, 4), rail('iso', 400, 800)],
  night: { time_zone: 'UTC', begins_utc: '2026-12-09T12:00Z', ends_utc: '2026-12-10T12:00Z' },
  at: AT,
  verdicts: [{ key: 'dark', label: 'it was dark' }],
  asked: [{ key: 'sky', name: 'the sky' }],
  roles: [
    { key: 'frame', label: 'the picture' },
    { key: 'ground', label: 'the ground alone' },
  ],
}

async function opened() {
  const page = mount(TakeEntry, {
    props: props as never,
    global: { plugins: [createVuetify()] },
  })
  await page.get('button').trigger('click')
  return page
}
const choose = (page: Awaited<ReturnType<typeof opened>>, label: string, key: string) =>
  page
    .findAllComponents(ChoiceWord)
    .find((word) => word.props('label') === label)
    ?.vm.$emit('choose', key)

test('what is not said is as the rails have it, and a word is about the lead light', async () => {
  const page = await opened()
  await page.get('[aria-label="iso: brighter"]').trigger('click')
  choose(page, 'What was seen', 'dark')
  choose(page, 'What it is for', 'ground')
  await page.get('form').trigger('submit')
  expect(page.emitted('enter')).toEqual([
    [
      {
        started_at_utc: AT,
        values: { exposure_s: 8, f_number: 2, iso: 800, nd_stops: 0 },
        verdicts: { sky: 'dark' },
        role: 'ground',
        note: '',
      },
    ],
  ])
})

test('of another shot it is entered near that one', async () => {
  const page = await opened()
  await page.setProps({ at: '2026-12-11T20:00:00.000Z' } as never)
  await page.get('form').trigger('submit')
  expect(page.emitted('enter')?.[0]).toMatchObject([
    { started_at_utc: '2026-12-11T20:00:00.000Z', verdicts: {}, role: 'frame' },
  ])
})
