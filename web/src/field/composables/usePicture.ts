/**
 * The computed picture of each shot, fetched one after another while there is signal and kept on the
 * device, so that it is there in the dark. Nothing waits for it.
 */
import { onScopeDispose, ref, watch, type Ref } from 'vue'

import { keepPicture, keptPicture } from '../kept'
import type { FieldShot } from '../bundle'

const WIDTH_PX = 640

export function usePicture(
  shots: () => FieldShot[],
  shown: () => FieldShot | undefined,
): Readonly<Ref<string>> {
  const url = ref('')
  let isGone = false

  function show(blob: Blob | undefined): void {
    if (url.value) URL.revokeObjectURL(url.value)
    url.value = blob && !isGone ? URL.createObjectURL(blob) : ''
  }

  async function fetchAll(ids: string[]): Promise<void> {
    for (const id of ids) {
      if (isGone) return
      try {
        const answer = await fetch(`/api/v1/shots/${id}/computed.jpg?width_px=${WIDTH_PX}`)
        if (!answer.ok) continue
        const blob = await answer.blob()
        await keepPicture(id, blob)
        if (shown()?.id === id) show(blob)
      } catch {
        return // no signal: what was kept before is shown
      }
    }
  }

  watch(
    () => shots().map((shot) => shot.id),
    (ids, before) => {
      if (ids.join() !== before?.join()) void fetchAll(ids)
    },
    { immediate: true },
  )
  watch(
    () => shown()?.id,
    async (id) => show(id ? await keptPicture(id) : undefined),
    { immediate: true },
  )
  onScopeDispose(() => {
    isGone = true
    show(undefined)
  })
  return url
}
