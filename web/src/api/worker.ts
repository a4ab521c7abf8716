/**
 * The page is kept on the phone, so that it works without signal. A newer page waits until one goes
 * to another place of it: nothing is loaded anew under a hand that types or over a shutter that is
 * open.
 */
const WORKER = '/sw.js'
const AGAIN_MS = 15_000
const TAKES_OVER_MS = 2000

// none at an address that is not secure; the field says so
const workers = navigator.serviceWorker as ServiceWorkerContainer | undefined
let isKept = !!workers?.controller
let isOld = false

/**
 * Keep the page, and see to it that it was kept: where one file of it did not come, the browser
 * gives the whole up, silently, until the page is opened anew.
 */
export function keepPage(): void {
  if (!workers) return
  workers.addEventListener('controllerchange', () => {
    // the first keeps this very page; the next is of a newer one, maybe called by another window
    isOld ||= isKept
    isKept = true
  })
  const watching = setInterval(() => void look(workers), AGAIN_MS)
  async function look(of: ServiceWorkerContainer): Promise<void> {
    const kept = await of.getRegistration()
    if (kept?.active && of.controller) clearInterval(watching)
    else if (kept?.active) kept.active.postMessage({ type: 'CLAIM' })
    else if (!kept?.installing && !kept?.waiting) await of.register(WORKER).catch(() => undefined)
  }
  void look(workers)
}

/** Bring a newer page that waits into force; whether the one that is shown is the older. */
export async function isOutdated(): Promise<boolean> {
  const waiting = isOld ? null : (await workers?.getRegistration())?.waiting
  if (waiting)
    await new Promise<void>((done) => {
      workers?.addEventListener('controllerchange', () => done(), { once: true })
      setTimeout(done, TAKES_OVER_MS)
      waiting.postMessage({ type: 'SKIP_WAITING' })
    })
  return isOld
}
