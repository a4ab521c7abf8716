/** The phone's own arithmetic against scipy and numpy: tests/measures.json is theirs. */
import { describe, expect, it } from 'vitest'

import cases from '../../../../tests/measures.json'
import { spread, worked, type Values } from './formula'
import { decimalsFor, sayFigure } from './say'
import { evenly, ofBeats, ofDirections, ofPairs, spectrum } from './statistics'

describe('what scipy and numpy make of it', () => {
  it.each(cases.filter((c) => 'term' in c))('$name', (one) => {
    expect(worked(one.term, one.values as unknown as Values)).toBeCloseTo(one.value ?? NaN, 6)
  })
  it.each(cases.filter((c) => 'pairs' in c))('$name: $pairs', ({ pairs, mean, sd, n }) => {
    const found = ofPairs(pairs ?? [])
    expect(found?.mean).toBeCloseTo(mean ?? NaN, 9)
    expect(found?.spread).toBeCloseTo(sd ?? 0, 9)
    expect(found?.n).toBe(n)
  })
  it.each(cases.filter((c) => 'beats' in c))('$name: $beats', ({ beats, mean, n }) => {
    expect(ofBeats(beats ?? [])?.mean).toBeCloseTo(mean ?? NaN, 9)
    expect(ofBeats(beats ?? [])?.n).toBe(n)
  })
  it.each(cases.filter((c) => 'angles' in c))('$name: $angles', ({ angles, mean, sd }) => {
    expect(ofDirections(angles ?? [])?.mean).toBeCloseTo(mean ?? NaN, 9)
    expect(ofDirections(angles ?? [])?.spread).toBeCloseTo(sd ?? NaN, 9)
  })
  it.each(cases.filter((c) => 'rates' in c))('$name', ({ rates, every_s, hz, amplitudes }) => {
    const found = spectrum(rates ?? [], every_s ?? NaN, 0.1, 30)
    const at = (wanted: number) =>
      found.reduce((a, b) => (Math.abs(b.hz - wanted) < Math.abs(a.hz - wanted) ? b : a)).amplitude
    expect((hz ?? []).map(at).map((a) => a.toFixed(4))).toEqual(
      (amplitudes ?? []).map((a) => a.toFixed(4)),
    )
  })
})

it('a beginning without its end waits, and nothing touched is nothing known', () => {
  expect(ofPairs([0, 4, 9])?.n).toBe(1)
  expect(ofPairs([3])).toBeNull()
  expect(ofBeats([3])).toBeNull()
  expect(ofDirections([])).toBeNull()
})

// Australia's geodetic manual, Flinders Peak to Buninyong; tests/core/measure/test_sighting.py too
it('the way between two coordinates is the surveyed one, there and back', () => {
  const here = [-37.95103341667, 144.42486788889] as const
  const there = [-37.65282113889, 143.92649552778] as const
  const [far_m, bearing] = [54_972.271, 306 + 52 / 60 + 5.37 / 3600]
  expect(worked(['way_m', ...here, ...there], {})).toBeCloseTo(far_m, 2)
  expect(worked(['bearing', ['way_bearing', ...here, ...there]], {})).toBeCloseTo(bearing, 5)
  const turn = (bearing * Math.PI) / 180
  const from = [...here, far_m * Math.sin(turn), far_m * Math.cos(turn)]
  expect(worked(['way_latitude', ...from], {})).toBeCloseTo(there[0], 7)
  expect(worked(['way_longitude', ...from], {})).toBeCloseTo(there[1], 7)
})

it('a formula without a value is told so, and its spread too', () => {
  expect(worked(['div', 1, ['sub', 'a', 'a']], { a: 2 })).toBeNaN()
  expect(sayFigure({ value: NaN, sd: NaN }, 'm')).toBe('cannot be told from these')
  expect(spread(['mul', 'a', 'a'], { a: 3 }, { a: 0.1 })).toBeCloseTo(0.6, 9)
})

it('what is no formula is refused, as the server refuses it', () => {
  expect(() => worked(['add', 1], {})).toThrow('add over 1')
  expect(() => worked(['sqrt', 1, 2], {})).toThrow('sqrt over 2')
  expect(() => worked(['cube', 1], {})).toThrow('cube')
  expect(() => worked(undefined, {})).toThrow('no formula')
})

it('a figure is told no finer than it is known', () => {
  expect(sayFigure({ value: 4.233, sd: 0.31 }, 's')).toBe('4.2 s ± 0.3')
  expect(sayFigure({ value: 143.17, sd: 1.44 }, '°')).toBe('143.2° ± 1.4')
  expect(sayFigure({ value: -512.4, sd: 38 }, 'm')).toBe('−512 m ± 38')
  expect(decimalsFor(0)).toBe(0)
  const feet = { unit: 'ft', times: 1 / 0.3048, plus: 0, turn: null }
  expect(sayFigure({ value: 3.048, sd: 0.3048 }, 'm', feet)).toBe('10.0 ft ± 1.0')
})

it('unequal samples become equal steps on the straight lines between them', () => {
  expect(evenly([0, 1, 3], [0, 10, 30], 0.5)).toEqual([0, 5, 10, 15, 20, 25, 30])
})
