/** The light meter beside a shot: what it reads, said and handed on. */
import { client, data } from '../../api/client'
import { useNotices } from '../../shared/stores/notices'

export function useMeter(shotId: () => string, onRead: (ev100: number) => unknown) {
  const notices = useNotices()

  async function readMeter(): Promise<void> {
    try {
      const params = { path: { shot_id: shotId() } }
      const reading = await data(client.GET('/api/v1/shots/{shot_id}/meter', { params }))
      notices.say(reading.text)
      if (reading.ev100 !== null) await onRead(reading.ev100)
    } catch (error) {
      notices.fail(error)
    }
  }

  return { readMeter }
}
