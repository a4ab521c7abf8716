import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, test, vi } from 'vitest'

import { useOrder } from './useOrder'
import { useNotices } from '../../shared/stores/notices'
import { living, Refusal, server } from '../../testing/server'

vi.mock('../../api/client', async (original) =>
  (await import('../../testing/server')).faked(await original()),
)

const ORDER = '/api/v1/nights/{night_id}/order'
const slot = (shot_id: string, starts_utc: string, is_moved: boolean) => ({
  shot_id,
  starts_utc,
  is_moved,
})
const order = {
  own: [
    { shot_id: 'a', starts_utc: '20:00' },
    { shot_id: 'b', starts_utc: '20:10' },
  ],
  slots: [slot('a', '20:00', false), slot('b', '20:40', true)],
}

let moved = 0
beforeEach(() => {
  setActivePinia(createPinia())
  server.reset()
  moved = 0
  server.on(`GET ${ORDER}`, () => order)
  server.on(`POST ${ORDER}`, () => order)
})

async function opened() {
  const { it } = living(() =>
    useOrder(
      () => 'n',
      () => (moved += 1),
    ),
  )
  await it.refresh()
  return it
}

test('only shots that lie elsewhere are moved, and can be put back', async () => {
  const it = await opened()
  await it.adopt()
  const notice = useNotices().notice
  expect(notice?.text).toBe('One shot was moved.')
  await notice?.undo?.()
  expect(server.asked('POST').map((call) => call.body.starts)).toEqual([
    [{ shot_id: 'b', at_utc: '20:40' }],
    [{ shot_id: 'b', at_utc: '20:10' }],
  ])
  expect(moved).toBe(2)
})

test('an order that cannot be taken over says why and is asked for anew', async () => {
  const it = await opened()
  server.on(`POST ${ORDER}`, () => new Refusal(422, 'a shot of this night'))
  await it.adopt()
  expect(useNotices().notice?.text).toBe('a shot of this night')
  expect(server.asked('GET').length).toBe(2)
})
