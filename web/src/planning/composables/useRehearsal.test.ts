import { expect, test, vi } from 'vitest'

import { penAt, useRehearsal } from './useRehearsal'
import { deferred, living } from '../../testing/server'
import type { Schemas } from '../../api/client'

const stroke = (x: number, starts: number) => ({
  letter: 'I',
  lens: [
    [x, 0],
    [x, 1],
  ],
  writer: [
    [4 - x, 0],
    [4 - x, 1],
  ],
  times_s: [starts, starts + 2],
})
const sheet = {
  strokes: [stroke(0, 0), stroke(4, 4)],
  width_m: 4,
  height_m: 1,
  total_s: 6,
  pace_m_s: 0.5,
} as Schemas['SheetOut']

test('the pen is on its stroke by the clock, the other way round for the writer', () => {
  expect(penAt(sheet, 1)).toEqual({ lens: [0, 0.5], writer: [4, 0.5], isLit: true })
})

test('between two strokes it goes on in the dark', () => {
  expect(penAt(sheet, 3)).toEqual({ lens: [2, 0.5], writer: [2, 0.5], isLit: false })
})

test('after the last stroke there is no pen', () => {
  expect(penAt(sheet, 6.1)).toBeNull()
})

test('the pen starts with the first beat that is heard, and stops with a second press', async () => {
  const sounds = deferred<null>()
  const pause = vi.fn()
  vi.stubGlobal('Audio', function Audio() {
    return { play: () => sounds.promise, pause }
  })
  const { it: rehearsal, scope } = living(() =>
    useRehearsal(
      () => sheet,
      () => '/beat.wav',
    ),
  )
  const pressed = rehearsal.toggle()
  expect(rehearsal.isGoing.value).toBe(false)
  sounds.resolve(null)
  await pressed
  expect(rehearsal.isGoing.value).toBe(true)
  await rehearsal.toggle()
  expect(rehearsal.isGoing.value).toBe(false)
  expect(pause).toHaveBeenCalledOnce()
  scope.stop()
  vi.unstubAllGlobals()
})
