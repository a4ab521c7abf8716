import { beforeEach, expect, test, vi } from 'vitest'
import { ref } from 'vue'

import { answered, refreshed, useLoaded } from './loaded'
import { deferred, living, Refusal, server } from '../testing/server'

vi.mock('./client', async (original) => (await import('../testing/server')).faked(await original()))

const NIGHT = '/api/v1/nights/{night_id}'
const night = (id: () => string) =>
  useLoaded(NIGHT, () => (id() ? { path: { night_id: id() } } : null))

beforeEach(() => server.reset())

test('parts of a page that ask the same share one answer, and one refreshing', async () => {
  let version = 1
  server.on(`GET ${NIGHT}`, () => ({ version: version++ }))
  const { it } = living(() => [night(() => 'n'), night(() => 'n')])
  await vi.waitFor(() => expect(it.map((one) => one.value.value?.version)).toEqual([1, 1]))
  await refreshed(NIGHT)
  expect(it.map((one) => one.value.value?.version)).toEqual([2, 2])
  expect(server.asked('GET').length).toBe(2)
})

test('another question is asked by itself, the old answer stays until then, a late one is dropped', async () => {
  const slow = deferred<object>()
  server.on(`GET ${NIGHT}`, ({ params }) =>
    params.path?.night_id === 'slow' ? slow.promise : { title: params.path?.night_id },
  )
  const id = ref('')
  const { it } = living(() => night(() => id.value))
  expect(server.asked('GET')).toEqual([]) // not yet
  id.value = 'first'
  await vi.waitFor(() => expect(it.value.value?.title).toBe('first'))
  id.value = 'slow'
  await vi.waitFor(() => expect(server.asked('GET').length).toBe(2))
  expect(it.value.value?.title).toBe('first')
  id.value = 'last'
  await vi.waitFor(() => expect(it.value.value?.title).toBe('last'))
  slow.resolve({ title: 'slow' })
  await slow.promise
  expect(it.value.value?.title).toBe('last')
})

test('what is refused is told in words, keeps what was there, and is forgotten by an answer', async () => {
  server.on(`GET ${NIGHT}`, () => new Refusal(404, 'There is no such night.'))
  const { it } = living(() => night(() => 'n'))
  await vi.waitFor(() => expect(it.error.value?.message).toBe('There is no such night.'))
  expect(answered(it)).toBe(true)
  server.on(`GET ${NIGHT}`, () => ({ title: 'n' }))
  await it.refresh()
  expect([it.value.value?.title, it.error.value]).toEqual(['n', null])
})
