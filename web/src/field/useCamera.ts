/**
 * Drive the camera of a shot through its port. It answers from the server, so it needs signal;
 * whatever goes wrong with it, the clock and the take go on without.
 */
import { computed, ref, shallowRef } from 'vue'

import { ApiError, client, data } from '../api/client'
import type { Setting } from './kept'

export function useCamera(shotId: () => string | undefined) {
  const isDriven = ref(false)
  const says = ref('')
  const frameId = shallowRef<string | null>(null)
  let closing: Promise<void> | null = null

  const params = () => ({ path: { shot_id: shotId() ?? '' } })
  const picture = computed(() =>
    frameId.value ? `/api/v1/shots/${shotId()}/camera/frames/${frameId.value}.jpg` : null,
  )

  function toggle(): void {
    isDriven.value = !isDriven.value
    says.value = ''
    frameId.value = null
  }

  async function ask(what: () => Promise<unknown>): Promise<boolean> {
    if (!isDriven.value) return true
    try {
      await what()
      says.value = ''
      return true
    } catch (error) {
      says.value = error instanceof ApiError ? error.message : 'The camera does not answer.'
      return false
    }
  }

  /** Set it before the clock starts; false when it will not be set. */
  async function prepare(setting: Setting): Promise<boolean> {
    frameId.value = null
    const { exposure_s = 1, f_number = 4, iso = 800, nd_stops = 0 } = setting.values
    const body = { exposure_s, f_number, iso, nd_stops, self_timer_s: 0 }
    return ask(() =>
      data(client.PUT('/api/v1/shots/{shot_id}/camera/settings', { params: params(), body })),
    )
  }

  const open = () =>
    ask(() => data(client.POST('/api/v1/shots/{shot_id}/camera/open', { params: params() })))

  function close(): Promise<void> {
    closing = ask(async () => {
      const frame = await data(
        client.POST('/api/v1/shots/{shot_id}/camera/close', { params: params() }),
      )
      frameId.value = frame.id
    }).then(() => undefined)
    return closing
  }

  /** Keep the frame as the picture of a take that has reached the server. */
  async function attach(takeId: string): Promise<void> {
    await closing
    const frame = frameId.value
    frameId.value = null
    if (!frame) return
    await ask(() =>
      data(
        client.PUT('/api/v1/shots/{shot_id}/camera/frames/{frame_id}/take', {
          params: { path: { ...params().path, frame_id: frame } },
          body: { take_id: takeId },
        }),
      ),
    )
  }

  return { isDriven, says, picture, toggle, prepare, open, close, attach }
}
