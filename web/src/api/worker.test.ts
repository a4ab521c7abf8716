import { afterEach, expect, test, vi } from 'vitest'

import { keepPage } from './worker'

vi.mock('virtual:pwa-register', () => ({ registerSW: vi.fn() }))
afterEach(() => vi.useRealTimers())

test('a page that was not kept is kept at another try, and then left alone', async () => {
  vi.useFakeTimers()
  let kept: { active: boolean } | undefined
  const tries = ['no connection', 'kept']
  const register = vi.fn(() => {
    if (tries.shift() !== 'kept') return Promise.reject(new Error('no connection'))
    kept = { active: true }
    return Promise.resolve()
  })
  const workers = { getRegistration: () => Promise.resolve(kept), register }
  Object.defineProperty(navigator, 'serviceWorker', { value: workers, configurable: true })
  keepPage()
  await vi.advanceTimersByTimeAsync(120_000)
  expect(register).toHaveBeenCalledTimes(2)
  expect(vi.getTimerCount()).toBe(0)
})
