// Part of the service worker. A page that was on its way while the worker came into force is nobody's
// client then, and is not claimed; it asks for that itself, see src/api/worker.ts.
self.addEventListener('message', (event) => {
  if (event.data?.type === 'CLAIM') event.waitUntil(self.clients.claim())
})
