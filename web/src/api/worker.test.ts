import { afterEach, beforeEach, expect, test, vi } from 'vitest'

type Worker = typeof import('./worker')
const register = vi.fn()
type Posts = { postMessage: (what: unknown) => void }
let kept: { active?: Posts; waiting?: Posts } | undefined
let workers: EventTarget

/** A worker in force: what it claims, it controls. */
const claims = { postMessage: () => Object.assign(workers, { controller: {} }) }

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
  register.mockImplementationOnce(() => Promise.resolve((kept = { active: claims })))
  keepPage()
  await vi.advanceTimersByTimeAsync(120_000)
  expect(register).toHaveBeenCalledTimes(2)
  expect(vi.getTimerCount()).toBe(0)
})

test('a page that was on its way when the worker came into force asks to be kept by it', async () => {
  const { keepPage } = await opened(null)
  vi.useFakeTimers()
  const postMessage = vi.fn().mockImplementationOnce(() => undefined) // not heard the first time
  postMessage.mockImplementation(claims.postMessage)
  kept = { active: { postMessage } }
  keepPage()
  await vi.advanceTimersByTimeAsync(120_000)
  expect(postMessage.mock.calls).toEqual([[{ type: 'CLAIM' }], [{ type: 'CLAIM' }]])
  expect(register).not.toHaveBeenCalled()
  expect(vi.getTimerCount()).toBe(0)
})

test('a newer page comes into force when one goes elsewhere, and not before', async () => {
  const { keepPage, isOutdated } = await opened({})
  keepPage()
  kept = { active: claims }
  expect(await isOutdated()).toBe(false)
  const postMessage = vi.fn(() => workers.dispatchEvent(new Event('controllerchange')))
  kept = { active: claims, waiting: { postMessage } }
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
