/**
 * A night's pack list, ticked with or without signal: the list as it was last seen and the ticks
 * that were not sent yet are kept on the device; of two devices the later tick counts.
 */
import { computed, shallowRef, type ComputedRef, type ShallowRef } from 'vue'

import { keepPack, keptPack, type Tick } from '../kept'
import { ApiError, client, data, type Schemas } from '../../api/client'

type PackList = Schemas['PackListOut']

export interface UsePackReturn {
  list: ComputedRef<PackList | null>
  error: Readonly<ShallowRef<ApiError | null>>
  waiting: ComputedRef<number>
  open: () => Promise<void>
  tick: (key: string, isPacked: boolean) => Promise<void>
}

export function usePack(nightId: () => string): UsePackReturn {
  const seen = shallowRef<PackList | null>(null)
  const ticks = shallowRef<Tick[]>([])
  const error = shallowRef<ApiError | null>(null)
  const params = () => ({ path: { night_id: nightId() } })

  const list = computed<PackList | null>(() => {
    if (!seen.value) return null
    const mine = new Map(ticks.value.map((t) => [t.key, t.is_packed]))
    const lineOf = (line: Schemas['PackedOut']) => ({
      ...line,
      is_packed: mine.get(line.key) ?? line.is_packed,
    })
    const groups = seen.value.groups.map((g) => ({ ...g, lines: g.lines.map(lineOf) }))
    return { ...seen.value, groups }
  })

  const keep = () => keepPack(nightId(), { list: seen.value, ticks: ticks.value })

  /** Send what waits, or ask; without signal what the device has stays. */
  async function exchange(): Promise<void> {
    const sent = ticks.value
    const url = '/api/v1/nights/{night_id}/pack'
    try {
      seen.value = sent.length
        ? await data(client.PUT(url, { params: params(), body: { ticks: sent } }))
        : await data(client.GET(url, { params: params() }))
      ticks.value = ticks.value.filter((tick) => !sent.includes(tick))
      error.value = null
    } catch (caught) {
      if (!(caught instanceof ApiError)) throw caught
      error.value = caught
    }
    await keep()
  }

  async function open(): Promise<void> {
    const kept = await keptPack(nightId())
    seen.value = kept?.list ?? null
    ticks.value = kept?.ticks ?? []
    await exchange()
  }

  async function tick(key: string, isPacked: boolean): Promise<void> {
    const now = { key, is_packed: isPacked, at_utc: new Date().toISOString() }
    ticks.value = [...ticks.value.filter((t) => t.key !== key), now]
    await keep()
    await exchange()
  }

  return { list, error, waiting: computed(() => ticks.value.length), open, tick }
}
