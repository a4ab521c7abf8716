import { expect, test } from 'vitest'

import { blocks } from './column'
import type { Schemas } from '../../../api/client'

const MINUTE = 60_000
const at = (minute: number) => new Date(minute * MINUTE).toISOString()
const own = (shot_id: string, minute: number, faults: string[] = []) => ({
  shot_id,
  title: shot_id,
  arrives_utc: at(minute - 6),
  starts_utc: at(minute),
  ends_utc: at(minute + 5),
  free_utc: at(minute + 8),
  faults,
})
const order = {
  own: [own('late', 63, ['not ready']), own('early', 60)],
  slots: [{ shot_id: 'late', starts_utc: at(70), ends_utc: at(75), is_moved: true }],
} as unknown as Schemas['OrderOut']
const laid = (dragged: { id: string; at: number } | null = null) =>
  blocks(
    order,
    (ms) => ms / MINUTE,
    600,
    (iso) => iso.slice(11, 16),
    dragged,
  )

test('blocks stand in time, and their names off each other', () => {
  const [early, late] = laid()
  expect([early?.id, early?.starts, early?.ends]).toEqual(['early', 60, 65])
  expect(late?.isWrong).toBe(true)
  expect(late?.proposed).toEqual({ starts: 70, ends: 75 })
  expect((late?.label ?? 0) - (early?.label ?? 0)).toBeGreaterThanOrEqual(34)
})

test('what is dragged goes with the finger, and says its minute', () => {
  const early = laid({ id: 'early', at: 90 * MINUTE }).find((b) => b.id === 'early')
  expect([early?.arrives, early?.starts, early?.free, early?.clock]).toEqual([84, 90, 98, '01:30'])
})
