import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, test, vi } from 'vitest'

import type { FieldNight, KeptNight, Queued } from './kept'

const device = vi.hoisted(() => ({ night: undefined as unknown, queue: [] as unknown[] }))
const server = vi.hoisted(() => ({ isUp: false, takes: [] as string[], refuses: '' }))

vi.mock('./kept', () => ({
  keptNight: async () => device.night as KeptNight | undefined,
  keepNight: async (kept: KeptNight) => void (device.night = structuredClone(kept)),
  outbox: async () => [...device.queue] as Queued[],
  changeOutbox: async (change: (queue: Queued[]) => Queued[]) =>
    void (device.queue = change(device.queue as Queued[])),
}))
vi.mock('../stores/session', () => ({
  useSession: () => ({
    load: async () => {
      if (!server.isUp) throw new Error('no signal')
    },
  }),
}))
vi.mock('../api/client', async (original) => {
  const real = await original<typeof import('../api/client')>()
  const answer = (body: unknown) => {
    if (!server.isUp) throw new real.ApiError(0, 'No connection.')
    return body
  }
  return {
    ...real,
    data: async (value: unknown) => value,
    client: {
      GET: async () => answer(bundle(server.takes.length)),
      PUT: async (_: string, sent: { params: { path: { take_id: string } } }) => {
        const id = sent.params.path.take_id
        answer(null)
        if (server.refuses === id) throw new real.ApiError(412, 'Changed somewhere else.')
        if (!server.takes.includes(id)) server.takes.push(id)
        return { id }
      },
    },
  }
})

const setting = (text: string) => ({
  text,
  time: '4 s',
  aperture: 'f/2',
  iso: text,
  filter: '',
  values: { exposure_s: 4, f_number: 2, iso: 800, nd_stops: 0 },
  is_bulb: false,
})
const bundle = (takes: number): FieldNight =>
  ({
    id: 'n',
    title: 'Night',
    verdicts: [],
    shots: [
      {
        id: 's',
        title: 'Shot',
        setting: setting(takes ? 'from the server' : 'first'),
        answers: {
          dark: {
            setting: setting('second'),
            change: '+1',
            reasons: ['You saw it dark.'],
            is_settled: false,
            after: {},
          },
        },
        takes,
      },
    ],
  }) as unknown as FieldNight

const made = (startedAt = 1) => ({
  startedAt,
  exposure_s: 4,
  setting: setting('first'),
  isEarly: false,
  note: '',
})

beforeEach(() => {
  setActivePinia(createPinia())
  Object.assign(device, { night: undefined, queue: [] })
  Object.assign(server, { isUp: true, takes: [], refuses: '' })
})

async function opened() {
  const { useField } = await import('./store')
  const field = useField()
  await field.open('n')
  const shot = field.night?.shots[0]
  if (!shot) throw new Error('no shot')
  return { field, shot }
}

test('a word is answered from the device, and the take waits for signal', async () => {
  const { field, shot } = await opened()
  server.isUp = false
  await field.judge(shot, made(), 'dark')
  expect(field.progressOf(shot)).toMatchObject({ setting: { text: 'second' }, change: '+1' })
  expect(field.progressOf(shot).isBeyond).toBe(true)
  expect(field.waiting).toBe(1)
})

test('with signal it is sent once, and what the word changed stays on show', async () => {
  const { field, shot } = await opened()
  server.isUp = false
  await field.judge(shot, made(), 'dark')
  server.isUp = true
  await Promise.all([field.sync(), field.sync()])
  expect(server.takes).toHaveLength(1)
  expect(field.waiting).toBe(0)
  expect(field.progressOf(shot)).toMatchObject({
    setting: { text: 'from the server' },
    reasons: ['You saw it dark.'],
    isBeyond: false,
  })
})

test('takes go in the order they were made, and a refused one waits for a decision', async () => {
  const { field, shot } = await opened()
  server.isUp = false
  const first = await field.judge(shot, made(1), 'dark')
  const second = await field.judge(shot, made(2), null)
  const third = await field.judge(shot, made(3), null)
  server.refuses = second
  server.isUp = true
  await field.sync()
  expect(server.takes).toEqual([first, third])
  expect(field.refused.map((q) => q.id)).toEqual([second])
  expect(field.refused[0]?.refused).toBe('Changed somewhere else.')
  await field.decide(second, false)
  expect(field.refused).toHaveLength(0)
})

test('an exposure closed early follows no answer made for another', async () => {
  const { field, shot } = await opened()
  server.isUp = false
  await field.judge(shot, { ...made(), isEarly: true }, 'dark')
  expect(field.progressOf(shot).setting.text).toBe('first')
})

test('closing the browser loses neither the night nor the takes', async () => {
  const { field, shot } = await opened()
  server.isUp = false
  await field.judge(shot, made(), 'dark')
  setActivePinia(createPinia())
  const again = await opened()
  expect(again.field).not.toBe(field)
  expect(again.field.waiting).toBe(1)
  expect(again.field.progressOf(again.shot).setting.text).toBe('second')
})
