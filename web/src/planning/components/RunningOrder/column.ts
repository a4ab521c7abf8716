/** Where the blocks of the order fall in its column: pure layout. Units: px unless named. */
import { spread } from '../LightSlope/slope'
import type { Schemas } from '../../../api/client'

export interface Block {
  id: string
  title: string
  clock: string
  arrives: number
  starts: number
  ends: number
  free: number
  /** Where its name stands, kept off the others'. */
  label: number
  isWrong: boolean
  faults: string[]
  /** Where the order would have it instead. */
  proposed: { starts: number; ends: number } | null
}

const LABEL_GAP = 34
const LEAST_HIGH = 3

export function blocks(
  order: Schemas['OrderOut'],
  y: (at: number) => number,
  bottom: number,
  clockOf: (iso: string) => string,
  dragged: { id: string; at: number } | null,
): Block[] {
  const at = (iso: string, by = 0) => y(Date.parse(iso) + by)
  const found = order.own.map((own) => {
    const by = dragged?.id === own.shot_id ? dragged.at - Date.parse(own.starts_utc) : 0
    const slot = order.slots.find((s) => s.shot_id === own.shot_id)
    const starts = at(own.starts_utc, by)
    return {
      id: own.shot_id,
      title: own.title,
      clock: clockOf(new Date(Date.parse(own.starts_utc) + by).toISOString()),
      arrives: at(own.arrives_utc, by),
      starts,
      ends: Math.max(at(own.ends_utc, by), starts + LEAST_HIGH),
      free: at(own.free_utc, by),
      label: 0,
      isWrong: own.faults.length > 0,
      faults: own.faults,
      proposed: slot?.is_moved
        ? {
            starts: at(slot.starts_utc),
            ends: Math.max(at(slot.ends_utc), at(slot.starts_utc) + 3),
          }
        : null,
    }
  })
  const sorted = found.toSorted((a, b) => a.starts - b.starts)
  const labels = spread(
    sorted.map((b) => b.starts + 6),
    LABEL_GAP,
    bottom - LABEL_GAP + 14,
  )
  return sorted.map((block, i) => ({ ...block, label: labels[i] ?? block.starts }))
}
