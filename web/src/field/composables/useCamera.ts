/**
 * Drive the camera of a shot through its port. It answers from the server, so it needs signal;
 * whatever goes wrong with it, the clock and the take go on without.
 */
import { ref } from 'vue'

import { ApiError, client, data } from '../../api/client'
import type { Setting } from '../bundle'

export function useCamera() {
  const says = ref('')

  async function ask<T>(what: () => Promise<T>): Promise<T | null> {
    try {
      const answer = await what()
      says.value = ''
      return answer
    } catch (error) {
      says.value = error instanceof ApiError ? error.message : 'The camera does not answer.'
      return null
    }
  }
  const params = (shotId: string) => ({ path: { shot_id: shotId } })

  /** Set it before the clock starts; false when it will not be set. */
  async function prepare(shotId: string, setting: Setting): Promise<boolean> {
    const body = { ...setting.values, self_timer_s: 0 }
    const path = '/api/v1/shots/{shot_id}/camera/settings'
    return (await ask(() => data(client.PUT(path, { params: params(shotId), body })))) !== null
  }

  const open = (shotId: string) =>
    ask(() => data(client.POST('/api/v1/shots/{shot_id}/camera/open', { params: params(shotId) })))

  /** The frame it took; null when it does not say. */
  async function close(shotId: string): Promise<string | null> {
    const path = '/api/v1/shots/{shot_id}/camera/close'
    const frame = await ask(() => data(client.POST(path, { params: params(shotId) })))
    return frame?.id ?? null
  }

  /** Keep a frame as the picture of a take that has reached the server. */
  const attach = (shotId: string, frameId: string, takeId: string) =>
    ask(() =>
      data(
        client.PUT('/api/v1/shots/{shot_id}/camera/frames/{frame_id}/take', {
          params: { path: { ...params(shotId).path, frame_id: frameId } },
          body: { take_id: takeId },
        }),
      ),
    )

  return { says, prepare, open, close, attach }
}
