/** Faces as they are touched, with formulas as small as the device's are true. */
import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, expect, test, vi } from 'vitest'
import { createPinia, setActivePinia } from 'pinia'
import { createVuetify } from 'vuetify'
import { ref } from 'vue'

import SweepFace from './SweepFace.vue'
import TapFace from './TapFace.vue'
import type { Kit } from './kept'
import type { Attitude } from './useAttitude'
import { useBearing } from './useBearing'

const compass = {
  needle_east_deg: 2,
  unset_sd_deg: 7.5,
  true_bearing: ['bearing', ['add', 'read_deg', 'correction_deg']],
  bearing_sd: ['hypot', 'spread_deg', 'own_sd_deg'],
  correction: ['offset', ['sub', 'known_deg', 'read_deg']],
  set_sd: ['hypot', 'spread_deg', 'known_sd_deg'],
  tilt_sd: ['hypot', 'spread_deg', 0.7],
  wanders_deg: 3,
  trembles_deg: 1.5,
  steep_deg: 75,
  words: {
    wanders: 'iron is near',
    trembles: 'not still',
    steep: 'too steep',
    silent: '',
    jumps: '',
  },
}
const kit = {
  tap_least_s: 0.15,
  compass,
  sweep: { help: '' },
  sweep_step_deg: 2,
  sweep_joins_deg: 4,
  outline: [
    [0, 0],
    [90, 12],
    [360, 0],
  ],
  readings: [],
} as unknown as Kit
const crossing = {
  key: 'crossing',
  kind: 'pairs',
  words: {
    title: '',
    help: '',
    touches: ['In', 'Out'],
    one: 'vehicle',
    many: 'vehicles',
    caution: '',
  },
  t_sd: ['hypot', 'spread_s', 0.1],
  given: [],
  results: [
    {
      key: 'crossing_s',
      label: 'across',
      unit: 's',
      shown: null,
      term: 't_s',
      fills: [{ key: 'counted_s', also: {} }],
    },
  ],
} as unknown as Kit['taps'][number]

beforeEach(() => {
  setActivePinia(createPinia())
  sessionStorage.clear()
})

function tapped(asked: { key: string; label: string } | null = null) {
  return mount(TapFace, {
    props: { kit, tap: crossing, asked },
    global: { plugins: [createVuetify()] },
  })
}
async function touch(face: ReturnType<typeof tapped>, ...at_s: number[]) {
  for (const at of at_s) {
    const event = Object.assign(new Event('pointerdown'), { isPrimary: true })
    Object.defineProperty(event, 'timeStamp', { value: 1000 * at })
    face.get('.pad').element.dispatchEvent(event)
  }
  await flushPromises()
}

test('in and out, as often as one likes: mean, spread, how many', async () => {
  const face = tapped()
  await touch(face, 1, 5.1, 9, 13.4, 20, 23.9)
  // 4.1, 4.4 and 3.9 s: their mean is 4.13, their sample deviation 0.25
  expect(face.text()).toContain('4.1 s ± 0.3')
  expect(face.text()).toContain('3 vehicles')
})

test('a finger that bounces is no second touch, and a wrong one is taken back', async () => {
  const face = tapped()
  await touch(face, 1, 1.05, 5)
  expect(face.text()).toContain('4.00 s')
  await touch(face, 7)
  expect(face.get('.pad').text()).toBe('Out')
  await face
    .findAll('button')
    .find((b) => b.text() === 'Undo the last touch')
    ?.trigger('click')
  expect(face.get('.pad').text()).toBe('In')
  expect(face.text()).toContain('1 vehicle')
})

test('it goes where it was asked for, with what it rests on', async () => {
  const face = tapped({ key: 'counted_s', label: 'Or counted' })
  await touch(face, 1, 5)
  await face
    .findAll('button')
    .find((b) => b.text().startsWith('Put in'))
    ?.trigger('click')
  const [answer, , , count] = face.emitted('put')?.[0] as [
    { key: string; value: number },
    ...unknown[],
  ]
  expect(answer).toMatchObject({ key: 'counted_s', value: 4 })
  expect(count).toBe(1)
})

/** A phone held as the test says. */
function held(isAbsolute = true) {
  const shown = ref<{ bearing: number; tilt: number; roll: number } | null>(null)
  const attitude = {
    state: ref('listening'),
    isAbsolute: ref(isAbsolute),
    shown,
    isSilent: ref(false),
    hasJumped: ref(false),
    progress: ref(null),
  } as unknown as Attitude
  return { shown, attitude, bearing: useBearing(() => kit, attitude) }
}

test('a bearing is read as the needle points until it is set, and then as it was set', () => {
  const { attitude, bearing } = held()
  const read = { mean: 100, spread: 0, n: 9 }
  expect(bearing.figureOf(read)).toEqual({ value: 102, sd: 7.5 })
  const on = { name: 'Jupiter', bearing_deg: 95, sd_deg: 0 }
  bearing.compass.setOn(kit, on, { mean: 100, spread: 0.3, n: 9 }, true)
  expect(bearing.figureOf(read)).toEqual({ value: 95, sd: 0.3 })
  expect(bearing.setting.value?.on).toBe('Jupiter')
  // a frame of another kind has its own zero
  attitude.isAbsolute.value = false
  expect(bearing.knowsNorth.value).toBe(false)
})

test('just west of north a bearing that is rounded is still one', () => {
  const { bearing } = held()
  expect(bearing.figureOf({ mean: 357.9999, spread: 0, n: 9 }).value).toBe(0)
})

test('a railing, a hand and a steep angle are told apart', () => {
  const { bearing } = held()
  const of = (mean: number, spread: number) => ({ mean, spread, n: 9 })
  expect(bearing.faultOf({ bearing: of(10, 5), tilt: of(0, 0.2) })).toBe('iron is near')
  expect(bearing.faultOf({ bearing: of(10, 5), tilt: of(0, 2) })).toBe('not still')
  expect(bearing.faultOf({ bearing: of(10, 5), tilt: of(80, 0.2) })).toBe('too steep')
  expect(bearing.faultOf({ bearing: of(10, 1), tilt: of(0, 0.2) })).toBe('')
})

test('a skyline is drawn while the pen is down and nowhere else', async () => {
  vi.stubGlobal('requestAnimationFrame', () => 0)
  const { shown, attitude, bearing } = held()
  shown.value = { bearing: 38, tilt: 5, roll: 0 }
  const face = mount(SweepFace, {
    props: { kit, attitude, bearing, canPut: true },
    global: { plugins: [createVuetify()], stubs: { SetCompass: true } },
  })
  const button = (text: string) => face.findAll('button').find((b) => b.text() === text)
  await button('Draw')?.trigger('click')
  for (const at of [38, 40, 42]) {
    shown.value = { bearing: at, tilt: 5 + at / 100, roll: 0 }
    await flushPromises()
  }
  await button('Lift the pen')?.trigger('click')
  shown.value = { bearing: 60, tilt: 30, roll: 0 }
  await flushPromises()
  await button('Take it for the place')?.trigger('click')
  // the needle points two degrees east
  expect(face.emitted('put')?.[0]?.[0]).toEqual([
    [0, 0],
    [40, 5.4],
    [42, 5.4],
    [44, 5.4],
    [90, 12],
  ])
  vi.unstubAllGlobals()
})
