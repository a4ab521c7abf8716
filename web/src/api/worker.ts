/** The page is kept on the phone, so that it works without signal. */
import { registerSW } from 'virtual:pwa-register'

const AGAIN_MS = 15_000

/**
 * Keep the page, and see to it that it was kept: where one file of it did not come, the browser
 * gives the whole up, silently, until the page is opened anew.
 */
export function keepPage(): void {
  registerSW({ immediate: true })
  const workers = navigator.serviceWorker as ServiceWorkerContainer | undefined
  if (!workers) return // an address that is not secure; the field says so
  const watching = setInterval(() => void look(workers), AGAIN_MS)
  async function look(of: ServiceWorkerContainer): Promise<void> {
    const kept = await of.getRegistration()
    if (kept?.active) clearInterval(watching)
    else if (!kept?.installing && !kept?.waiting) await of.register('/sw.js').catch(() => undefined)
  }
}
