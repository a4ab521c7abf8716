import { afterEach, beforeEach, expect, test, vi } from 'vitest'

type Worker = typeof import('./worker')
const register = vi.fn()
let kept: { active?: boolean; waiting?: { postMessage: (what: unknown) => void } } | undefined
let workers: EventTarget

/** The page as it is opened, controlled by a worker or not yet. */
async function opened(controller: object | null): Promise<Worker> {
  const getRegistration = () => Promise.resolve(kept)
  workers = Object.assign(new EventTarget(), { controller, getRegistration, register })
  Object.defineProperty(navigator, 'serviceWorker', { value: workers, configurable: true })
  vi.resetModules()
  return import('./worker')
}
beforeEach(() => {
  kept = undefined
  register.mockReset().mockResolvedValue(undefined)
})
afterEach(() => vi.useRealTimers())

test('a page that was not kept is kept at another try, and then left alone', async () => {
  const { keepPage } = await opened(null)
  vi.useFakeTimers()
  register.mockRejectedValueOnce(new Error('no connection'))
  register.mockImplementationOnce(() => Promise.resolve((kept = { active: true })))
  keepPage()
  await vi.advanceTimersByTimeAsync(120_000)
  expect(register).toHaveBeenCalledTimes(2)
  expect(vi.getTimerCount()).toBe(0)
})

test('a newer page comes into force when one goes elsewhere, and not before', async () => {
  const { keepPage, isOutdated } = await opened({})
  keepPage()
  kept = { active: true }
  expect(await isOutdated()).toBe(false)
  const postMessage = vi.fn(() => workers.dispatchEvent(new Event('controllerchange')))
  kept = { active: true, waiting: { postMessage } }
  expect(postMessage).not.toHaveBeenCalled()
  expect(await isOutdated()).toBe(true)
  expect(postMessage).toHaveBeenCalledWith({ type: 'SKIP_WAITING' })
})

test('the first that keeps a page is of that page, the next of a newer one', async () => {
  const { keepPage, isOutdated } = await opened(null)
  keepPage()
  workers.dispatchEvent(new Event('controllerchange'))
  expect(await isOutdated()).toBe(false)
  workers.dispatchEvent(new Event('controllerchange'))
  expect(await isOutdated()).toBe(true)
})
