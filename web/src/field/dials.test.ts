import { expect, test } from 'vitest'

import { bracketAround, dialled } from './dials'
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
