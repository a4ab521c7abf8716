import { flushPromises, mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { beforeEach, expect, test, vi } from 'vitest'
import { createVuetify } from 'vuetify'

import KitView from './KitView.vue'

const sent = vi.hoisted(() => [] as { path: string; body: unknown }[])
const refusal = vi.hoisted(() => ({
  faults: [] as { name: string; wanted: string; got: string }[],
}))

const film = {
  kind: 'film_back',
  title: 'film back',
  plural: 'Film',
  questions: [
    { key: 'iso', kind: 'number', label: 'Box speed, ISO', default: 400 },
    { key: 'dial_steps', kind: 'choice', label: 'Dials in', default: 'thirds' },
    {
      key: 'table_s',
      kind: 'list',
      label: 'Reciprocity',
      default: [],
      columns: ['metered', 'corrected'],
    },
    { key: 'spare', kind: 'number', label: 'Spare', default: null, is_optional: true },
  ].map((f) => ({
    help: '',
    unit: '',
    is_optional: false,
    group: '',
    options:
      f.kind === 'choice'
        ? [
            { key: 'thirds', label: 'thirds of a stop', help: '' },
            { key: 'halves', label: 'halves of a stop', help: '' },
          ]
        : [],
    kit_kinds: [],
    least: null,
    most: null,
    columns: [],
    ...f,
  })),
  shelf: [
    {
      name: 'stock',
      spec: {
        kind: 'film_back',
        iso: 100,
        table_s: [
          [1, 2],
          [10, 50],
        ],
      },
    },
  ],
}
const item = {
  id: 'a',
  version: 3,
  name: 'old stock',
  summary: 'ISO 100',
  spec: { kind: 'film_back', iso: 100, dial_steps: 'halves', table_s: [[1, 2]], spare: null },
}

vi.mock('../../api/client', async (original) => {
  const real = await original<typeof import('../../api/client')>()
  const keep = async (path: string, call: { body: unknown }) => {
    if (refusal.faults.length) throw new real.ApiError(422, 'refused', refusal.faults)
    sent.push({ path, body: call.body })
    return {}
  }
  return {
    ...real,
    data: async (value: unknown) => value,
    client: {
      GET: async (path: string) => (path.endsWith('/kinds') ? [film] : [item]),
      POST: keep,
      PUT: keep,
    },
  }
})

const inputs = (page: ReturnType<typeof mount>) =>
  Object.fromEntries(
    page
      .findAll('.v-input')
      .map((i) => [
        i.find('label').text(),
        (i.find('input, textarea').element as HTMLInputElement).value,
      ]),
  )

async function changing() {
  const page = mount(KitView, {
    global: { plugins: [createPinia(), createVuetify()], stubs: { RouterLink: true } },
  })
  await flushPromises()
  await page.get('[aria-label="Change old stock"]').trigger('click')
  return page
}

beforeEach(() => {
  sent.length = 0
  refusal.faults = []
})

test('the form is drawn from what the server says of the kind', async () => {
  const page = await changing()
  expect(inputs(page)).toMatchObject({
    Name: 'old stock',
    'Box speed, ISO': '100',
    'Reciprocity: metered, corrected a line': '1 2',
    Spare: '',
  })
})

test('numbers go as numbers, tables as rows, and an empty field as nothing', async () => {
  const page = await changing()
  const [table] = page.findAll('textarea')
  await table?.setValue('1 2\n10; 50\n\n100,1200')
  await page.get('form').trigger('submit')
  await flushPromises()
  expect(sent[0]).toMatchObject({
    path: '/api/v1/kit/{item_id}',
    body: {
      name: 'old stock',
      spec: {
        kind: 'film_back',
        iso: 100,
        dial_steps: 'halves',
        table_s: [
          [1, 2],
          [10, 50],
          [100, 1200],
        ],
        spare: null,
      },
    },
  })
})

test('a refusal stands beside its field and what was typed is still there', async () => {
  refusal.faults = [{ name: 'spec.film_back.iso', wanted: 'one of 100 125', got: '390' }]
  const page = await changing()
  await page.findAll('input[type="number"]')[0]?.setValue('390')
  await page.get('form').trigger('submit')
  await flushPromises()
  expect(page.text()).toContain('Wanted one of 100 125, got 390.')
  expect(inputs(page)['Box speed, ISO']).toBe('390')
})
