import { expect, test } from 'vitest'

import { bracketAround, dialled, moved } from './dials'
import { setting, shot } from './making'

const of = shot()
const now = setting('first') // 4 s, ISO 800

test('a dialled setting says what is set and runs as long as it says', () => {
  const own = dialled(of, now, { ...now.values, exposure_s: 16 })
  expect(own.time).toBe('16 s')
  expect(own.text).toContain('16 s')
  expect(own.program.phases[0]?.exposure_s).toBe(16)
  expect(own.asked).toEqual(now.asked)
})

test('with the same light what one dial takes another gives', () => {
  const { values } = now
  expect(moved(of, values, 'iso', 1600, true)).toMatchObject({ iso: 1600, exposure_s: 2 })
  expect(moved(of, values, 'exposure_s', 8, true)).toMatchObject({ iso: 400, exposure_s: 8 })
  expect(moved(of, values, 'iso', 1600, false)).toMatchObject({ iso: 1600, exposure_s: 4 })
})

test('a bracket is around what is set now, and as planned where that is planned', () => {
  expect(bracketAround(of, now).map((frame) => frame.setting.text)).toEqual([
    'first',
    'second',
    'third',
  ])
  const own = dialled(of, now, { ...now.values, exposure_s: 8 })
  const times = bracketAround(of, own).map((frame) => frame.setting.values.exposure_s)
  expect(times).toEqual([8, 16, 4])
})
