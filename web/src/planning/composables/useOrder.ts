/** The running order of a night: as the server finds it, and shots put at its minutes. */
import { useLoaded, type Loaded } from '../../api/loaded'
import { useNotices } from '../../shared/stores/notices'
import { client, data, type Schemas } from '../../api/client'

type Order = Schemas['OrderOut']

export interface UseOrderReturn extends Pick<Loaded<Order>, 'value' | 'error' | 'refresh'> {
  /** Put every shot where the order has it; the notice offers the way back. */
  adopt: () => Promise<void>
}

export function useOrder(nightId: () => string, onMoved: () => unknown): UseOrderReturn {
  const notices = useNotices()
  const path = () => ({ path: { night_id: nightId() } })
  const order = useLoaded('/api/v1/nights/{night_id}/order', path)

  async function put(starts: Schemas['StartIn'][]): Promise<void> {
    const body = { starts }
    const url = '/api/v1/nights/{night_id}/order'
    order.value.value = await data(client.POST(url, { params: path(), body }))
    await onMoved()
  }

  async function adopt(): Promise<void> {
    const found = order.value.value
    if (!found) return
    const before = found.own.map((s) => ({ shot_id: s.shot_id, at_utc: s.starts_utc }))
    const moved = found.slots.filter((slot) => slot.is_moved)
    try {
      await put(moved.map((slot) => ({ shot_id: slot.shot_id, at_utc: slot.starts_utc })))
      const ids = moved.map((slot) => slot.shot_id)
      notices.offer(
        moved.length === 1 ? 'One shot was moved.' : `${moved.length} shots were moved.`,
        () => put(before.filter((start) => ids.includes(start.shot_id))),
      )
    } catch (error) {
      notices.fail(error)
      await order.refresh()
    }
  }

  return { value: order.value, error: order.error, refresh: order.refresh, adopt }
}
