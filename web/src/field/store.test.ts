import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, test, vi } from 'vitest'

import { at, dark, options, setting, shot, step } from './making'
import { deferred } from '../testing/server'
import { begun, bracketed, settled, type Run } from './run'
import { settingAt } from './bundle'
import type { KeptNight } from './kept'
import type { FieldNight, FieldShot, Verdict } from './bundle'
import type { Queued } from '../shared/takesQueue'
import type { Schemas } from '../api/client'
import type { useField } from './store'

type Field = ReturnType<typeof useField>

const device = vi.hoisted(() => ({
  night: undefined as unknown,
  queue: [] as unknown[],
  run: null as unknown,
}))
const server = vi.hoisted(() => ({
  isUp: false,
  takes: [] as string[],
  bodies: [] as object[],
  asked: [] as string[],
  refuses: '',
  mistakes: false,
  night: Promise.resolve(undefined as undefined),
  shot: Promise.resolve(undefined as undefined),
  versions: [] as (number | null)[],
}))

vi.mock('./kept', () => ({
  keptNight: async () => device.night as KeptNight | undefined,
  keepNight: async (kept: KeptNight) => void (device.night = structuredClone(kept)),
  keptRun: async () => device.run as Run | null,
  keepRun: async (run: Run | null) => void (device.run = structuredClone(run)),
}))
vi.mock('../shared/takesQueue', async (original) => ({
  ...(await original<typeof import('../shared/takesQueue')>()),
  outbox: async () => [...device.queue] as Queued[],
  changeOutbox: async (change: (queue: Queued[]) => Queued[]) =>
    void (device.queue = change(device.queue as Queued[])),
}))
vi.mock('../shared/stores/session', async () => {
  const { ApiError } = await import('../api/client')
  return {
    useSession: () => ({
      load: async () => {
        if (!server.isUp) throw new ApiError(0, 'No connection.')
      },
    }),
  }
})
vi.mock('../api/client', async (original) => {
  const real = await original<typeof import('../api/client')>()
  const answer = (body: unknown) => {
    if (!server.isUp) throw new real.ApiError(0, 'No connection.')
    return body
  }
  return {
    ...real,
    data: async (value: unknown) => value,
    client: {
      GET: async (path: string) => {
        server.asked.push(path)
        const takes = server.takes.length
        if (path.includes('/nights/')) await server.night
        else await server.shot
        if (server.mistakes) throw new TypeError('x is undefined')
        return answer(path.includes('/nights/') ? bundle(takes) : answered(takes))
      },
      POST: async (_: string, { body }: { body: Schemas['SentTakesIn'] }) => {
        answer(null)
        if (body.takes.some(({ id }) => server.refuses === id))
          throw new real.ApiError(412, 'Changed somewhere else.')
        for (const { id, take, version } of body.takes) {
          server.versions.push(version ?? null)
          server.takes = [...server.takes.filter((other) => other !== id), ...(take ? [id] : [])]
          server.bodies.push(take ?? {})
        }
        const versions = Object.fromEntries(body.takes.map(({ id }) => [id, 1]))
        return { versions, chains: [{ shot_id: 's' }] }
      },
    },
  }
})

const bundle = (takes: number): FieldNight =>
  ({
    id: 'n',
    title: 'Night',
    verdicts: [],
    humps: [],
    kept_text: '',
    right_text: 'Stay with it.',
    measured_text: 'As measured.',
    shots: [answered(takes)],
  }) as unknown as FieldNight
const said = { change: '+1', reasons: ['You saw it dark.'] }
const answered = (takes: number) =>
  shot(
    takes ? { takes, said, settings: [setting('from the server')], answers: {}, bracket: [] } : {},
  )

beforeEach(() => {
  setActivePinia(createPinia())
  Object.assign(device, { night: undefined, queue: [], run: null })
  Object.assign(server, {
    isUp: true,
    takes: [],
    bodies: [],
    asked: [],
    refuses: '',
    mistakes: false,
  })
  server.night = Promise.resolve(undefined)
  server.shot = Promise.resolve(undefined)
  server.versions = []
})

async function opened() {
  const { useField } = await import('./store')
  const field = useField()
  await field.open('n')
  const shot = field.night?.shots[0]
  if (!shot) throw new Error('no shot')
  return { field, shot }
}

/** Run one frame of the shot to its end and say a word. */
async function take(field: Field, of: FieldShot, word: Verdict | null): Promise<string> {
  const { setting: now } = field.progressOf(of)
  await field.step(settled(begun(of, now, options, 0), 60_000))
  const [id] = await field.judge(word)
  if (!id) throw new Error('no take')
  return id
}

test('a word is answered from the device, and the take waits for signal', async () => {
  const { field, shot: of } = await opened()
  server.isUp = false
  await take(field, of, 'dark')
  expect(field.progressOf(of)).toMatchObject({ setting: { text: 'second' }, change: '+1' })
  expect(field.progressOf(of).isBeyond).toBe(false)
  expect(field.waiting).toBe(1)
  // of the next nothing was worked out
  await take(field, of, 'dark')
  expect(field.progressOf(of)).toMatchObject({ setting: { text: 'second' }, isBeyond: true })
})

test('a mistake of ours is said, and tells nothing of the connection', async () => {
  const { useNotices } = await import('../shared/stores/notices')
  const logged = vi.spyOn(console, 'error').mockImplementation(() => undefined)
  const { field } = await opened()
  field.isOnline = false
  server.mistakes = true
  await field.open('n')
  expect(field.isOnline).toBe(false)
  expect(useNotices().notice?.text).toBe('Something went wrong here. Nothing was lost.')
  expect(logged).toHaveBeenCalled()
  logged.mockRestore()
})

const two = ['flash', 'panel', 'whole'].map((key) => ({ key, name: `the ${key}` }))
const shows = { ...setting('first'), asked: ['flash', 'panel', 'whole'] }
const answered_by = (setting: number, text: string) => ({ ...dark, setting, reasons: [text] })

test('each light of a frame is judged by its own word, the whole first, until the next is made', async () => {
  const { field, shot: of } = await opened()
  const answers = {
    'flash=right,panel=right': answered_by(0, 'Both right.'),
    'flash=right,panel=dark': answered_by(1, 'More panel.'),
  }
  Object.assign(of, { lights: two, answers })
  await field.use(of, shows)
  Object.assign(field.progressOf(of), { answers })
  server.isUp = false
  await field.step(settled(begun(of, shows, options, 0), 60_000))
  const [id = ''] = await field.judge('right')
  expect(field.progressOf(of)).toMatchObject({ reasons: ['Both right.'] })
  await field.see(of, id, { verdicts: { whole: 'right', panel: 'dark' } })
  expect(field.progressOf(of)).toMatchObject({ reasons: ['More panel.'], isBeyond: false })
  // a wrong tap taken back, and what else there is to say: one take, sent once as it is then
  await field.see(of, id, { verdicts: { whole: 'right' }, faults: ['ghost'] })
  expect(field.progressOf(of)).toMatchObject({ reasons: ['Both right.'], takes: 1 })
  server.isUp = true
  await field.sync()
  expect(server.bodies).toMatchObject([{ verdicts: { whole: 'right' }, faults: ['ghost'] }])
})

test('what is said while the first word is on its way goes after it, and none is lost', async () => {
  const { field, shot: of } = await opened()
  const answer = deferred<undefined>()
  server.shot = answer.promise
  await field.step(settled(begun(of, setting('first'), options, 0), 60_000))
  const judged = field.judge('right')
  await vi.waitFor(() => expect(server.asked.at(-1)).toContain('/shots/')) // sent, not answered
  const id = server.takes[0] ?? ''
  const more = field.see(of, id, { faults: ['ghost'] })
  answer.resolve(undefined)
  await Promise.all([judged, more])
  expect(server.bodies).toMatchObject([{ faults: [] }, { faults: ['ghost'] }])
  expect(server.versions).toEqual([null, 1])
})

test('the hump counts, and of the words only "right" beside it', async () => {
  const { field, shot: of } = await opened()
  const humps = [4, 9].map((i) => ({
    key: `hump_${i}`,
    at_share: 0.1 * i,
    label: `place ${i}`,
    spot: { stops: i, by: 'hump' as const, end: '' as const },
  }))
  Object.assign(field.night ?? {}, { humps })
  const answers = {
    'whole=right': answered_by(0, 'Right.'),
    'whole=hump_9,whole=right': answered_by(0, 'Right, and read.'),
    'whole=hump_4': answered_by(1, 'Read.'),
  }
  await field.useTest({ ...of, test: { setting: 0, answers } })
  server.isUp = false
  const id = await take(field, of, 'right')
  const [low, near] = humps.map((hump) => ({ whole: hump.spot }))
  await field.see(of, id, { spots: near })
  expect(field.progressOf(of).reasons).toEqual(['Right, and read.'])
  await field.see(of, id, { spots: low, verdicts: { whole: 'dark' } })
  expect(field.progressOf(of).reasons).toEqual(['Read.'])
})

test('a kept take is the setting, and one deleted is as if it had not been, until undone', async () => {
  const { field, shot: of } = await opened()
  Object.assign(field.night ?? {}, { kept_text: 'You kept it.', humps: [] })
  server.isUp = false
  const id = await take(field, of, 'dark')
  expect(field.progressOf(of).setting.text).toBe('second')
  await field.see(of, id, { is_keeper: true })
  expect(field.progressOf(of)).toMatchObject({
    setting: { text: 'first' },
    reasons: ['You kept it.'],
    isKept: true,
  })
  await take(field, of, 'blown')
  expect(field.progressOf(of).setting.text).toBe('first')
  await field.remove(of, id)
  expect(field.takesOf(of)).toHaveLength(1)
  await field.remove(of, id, false)
  expect(field.takesOf(of)).toHaveLength(2)
  server.isUp = true
  await field.sync()
  expect(server.takes).toHaveLength(2)
})

test('a quick frame that shows one light alone is judged by that', async () => {
  const { field, shot: of } = await opened()
  const shorter = { ...dark, setting: 2, change: '−1', after: { 'tool_1=dark': dark } }
  const test = { setting: 0, answers: { 'rest=bright': shorter } }
  Object.assign(of, { lights: [...two, { key: 'rest', name: 'the rest' }] })
  await field.useTest({ ...of, test })
  const shown = { ...setting('first'), asked: ['rest'] }
  await field.step(settled(begun(of, shown, options, 0), 60_000))
  server.isUp = false
  await field.judge('bright')
  expect(field.progressOf(of)).toMatchObject({
    setting: { text: 'third' },
    change: '−1',
    isBeyond: false,
  })
  expect(field.waiting).toBe(1)
})

test('with signal it is sent once, its shot alone is asked for, and the word stays on show', async () => {
  const { field, shot: of } = await opened()
  server.isUp = false
  await take(field, of, 'dark')
  server.isUp = true
  server.asked = []
  await Promise.all([field.sync(), field.sync()])
  expect(server.takes).toHaveLength(1)
  expect(new Set(server.asked)).toEqual(new Set(['/api/v1/shots/{shot_id}/field']))
  expect(field.waiting).toBe(0)
  expect(field.progressOf(of)).toMatchObject({
    setting: { text: 'from the server' },
    reasons: ['You saw it dark.'],
    isBeyond: false,
  })
})

test('takes go in the order they were made, and a refused one waits for a decision', async () => {
  const { field, shot: of } = await opened()
  server.isUp = false
  const [first, second, third] = [
    await take(field, of, 'dark'),
    await take(field, of, null),
    await take(field, of, null),
  ]
  server.refuses = second
  server.isUp = true
  await field.sync()
  expect(server.takes).toEqual([first, third])
  expect(field.refused.map((q) => q.id)).toEqual([second])
  expect(field.refused[0]?.refused).toBe('Changed somewhere else.')
  await field.decide(second, false)
  expect(field.refused).toHaveLength(0)
})

test('a frame closed early is answered as what it was, and goes as what it was to be', async () => {
  const { field, shot: of } = await opened()
  server.isUp = false
  for (const [open_s, text] of [
    [2.2, 'third'],
    [3.8, 'second'],
    [0.4, 'first'],
  ] as const) {
    await field.use(of, setting('first'))
    Object.assign(field.progressOf(of), { answers: of.answers, since: null, place: -1 })
    const run = settled(begun(of, setting('first'), options, 0), 60_000)
    const made = run.made.map((m) => ({ ...m, isEarly: true, exposure_s: open_s }))
    await field.step({ ...run, made })
    await field.judge('dark')
    expect(field.progressOf(of).setting.text).toBe(text)
  }
  server.isUp = true
  await field.sync()
  expect(server.bodies[0]).toMatchObject({ exposure_s: 2.2, set_exposure_s: 4 })
})

test('until a take is made the setting goes with the light, and its word is answered for then', async () => {
  const { field, shot: of } = await opened()
  const whole = { 'whole=dark': { ...dark, setting: 2 } }
  const moving: FieldShot = { ...of, later: [step(0, 0, null), step(10, 1, whole)] }
  const late = Date.parse(at(12))
  expect(field.standingOf(moving, Date.parse(at(5))).setting.text).toBe('first')
  expect(field.standingOf(moving, late)).toMatchObject({
    setting: { text: 'second' },
    change: 'Darker by 10.',
  })
  await field.adopt(moving, late)
  server.isUp = false
  await take(field, of, 'dark')
  expect(field.progressOf(of).setting.text).toBe('third')
  expect(field.standingOf(moving, late).setting.text).toBe('third')
})

test('far from its moment a shot is tried out in the light it is planned for', async () => {
  const { field, shot: of } = await opened()
  const moving: FieldShot = {
    ...of,
    later: [step(0, 1)],
    meant_from_utc: at(0),
    meant_until_utc: at(120),
  }
  expect(field.standingOf(moving, Date.parse(at(119))).setting.text).toBe('second')
  expect(field.standingOf(moving, Date.parse(at(121))).setting.text).toBe('first')
  expect(field.standingOf(moving, Date.parse(at(-1))).setting.text).toBe('first')
})

test('a word leads on as the light moves by what was worked out for it, and then says so', async () => {
  const { field, shot: of } = await opened()
  const answers = { 'whole=dark': { ...dark, setting: 1, later: [2] } }
  // what is said of a frame made before holds until the light has moved by more
  const moved = { ...step(10, 0), moved_utc: at(14) }
  const moving = { ...of, answers, later: [step(0, 0, null), moved, step(20, 0)] }
  await field.adopt(moving, Date.parse(at(1)))
  server.isUp = false
  await take(field, moving, null)
  expect(field.standingOf(moving, Date.parse(at(12)))).toMatchObject({ place: 1 })
  await take(field, moving, 'dark')
  const standsAt = (minute: number) => field.standingOf(moving, Date.parse(at(minute)))
  expect(standsAt(1)).toMatchObject({ setting: { text: 'second' }, change: '+1' })
  expect(standsAt(12)).toMatchObject({ setting: { text: 'second' }, change: '+1' })
  expect(standsAt(15)).toMatchObject({ setting: { text: 'third' }, change: 'Darker by 10.' })
  // not worked out any further: the light is told of, the setting is left to the hand
  await field.adopt(moving, Date.parse(at(15)))
  expect(standsAt(21)).toMatchObject({ setting: { text: 'third' }, change: 'Darker by 20.' })
  await field.use(of, setting('by hand'))
  expect(standsAt(15).setting.text).toBe('by hand')
})

test('without signal a series goes on with the light however often a frame is called right', async () => {
  const { field, shot: of } = await opened()
  const right = { 'whole=right': { ...dark, setting: 0, later: [1, 2] } }
  const moving = { ...of, answers: right, later: [step(0, 0, null), step(10, 0), step(20, 0)] }
  server.isUp = false
  for (const [i, text] of ['first', 'second', 'third'].entries()) {
    const now = Date.parse(at(10 * i + 1))
    expect(field.standingOf(moving, now).setting.text).toBe(text)
    await field.adopt(moving, now)
    await take(field, moving, 'right')
    expect(field.progressOf(of).isBeyond).toBe(false)
  }
})

test('right is right whatever was seen before: of the same setting it leads to the same', async () => {
  const { field, shot: of } = await opened()
  const answers = { 'whole=dark': { ...dark, setting: 1, later: [2] } }
  const then = {
    'whole=dark': { ...dark, setting: 1 },
    'whole=right': { ...dark, setting: 2, later: [1] },
  }
  const moving = { ...of, answers, later: [step(0, 0, null), step(10, 2, then), step(20, 0)] }
  server.isUp = false
  await field.adopt(moving, Date.parse(at(1)))
  await take(field, moving, 'dark')
  await field.adopt(moving, Date.parse(at(11)))
  expect(Object.keys(field.progressOf(of).answers)).toEqual(['whole=right'])
  await take(field, moving, 'right')
  expect(field.standingOf(moving, Date.parse(at(21))).setting.text).toBe('second')
})

test('a quick frame first leads by its own words to the setting it stands for', async () => {
  const { field, shot: of } = await opened()
  const right = { ...dark, setting: 0, change: 'The real one.' }
  const tried = { ...of, test: { setting: 2, answers: { 'whole=right': right } } }
  await field.useTest(tried)
  expect(field.progressOf(of).setting.text).toBe('third')
  server.isUp = false
  await take(field, of, 'right')
  expect(field.progressOf(of)).toMatchObject({
    setting: { text: 'first' },
    change: 'The real one.',
  })
})

test('a series says which frame is due, and goes on once it is taken', async () => {
  const { field, shot: of } = await opened()
  const at = (minute: number) => new Date(minute * 60_000).toISOString()
  const series = [0, 10, 20].map((m) => ({
    at_utc: at(m),
    at_local: `0:${m}`,
    from_utc: at(m - 5),
    until_utc: at(m + 5),
  }))
  const serial = { ...of, series }
  expect(field.dueOf(serial, 4 * 60_000)).toMatchObject({ frame: 1, frames: 3, local: '0:0' })
  expect(field.dueOf(serial, 6 * 60_000)).toMatchObject({ frame: 2, at: 600_000 })
  server.isUp = false
  await take(field, of, null) // opened two seconds after nought
  expect(field.dueOf(serial, 60_000)).toMatchObject({ frame: 2 })
  expect(field.dueOf(serial, 26 * 60_000)).toBeNull()
})

test('a light changed since goes with the next take, and no answer made before it is followed', async () => {
  const { field, shot: of } = await opened()
  server.isUp = false
  await field.changeScene(of, 'whole')
  await take(field, of, 'dark')
  expect(field.progressOf(of)).toMatchObject({ setting: { text: 'first' }, isBeyond: true })
  await take(field, of, 'dark')
  server.isUp = true
  await field.sync()
  expect(server.bodies).toMatchObject([{ scene_changed: ['whole'] }, { scene_changed: [] }])
})

test('closing the browser loses neither the night, nor the takes, nor a run that waits', async () => {
  const { field, shot: of } = await opened()
  server.isUp = false
  await take(field, of, 'dark')
  await field.step(settled(begun(of, setting('second'), options, 0), 60_000))
  setActivePinia(createPinia())
  const again = await opened()
  expect(again.field).not.toBe(field)
  expect(again.field.waiting).toBe(1)
  expect(again.field.progressOf(again.shot).setting.text).toBe('second')
  expect(again.field.run).toMatchObject({
    state: 'asking',
    made: [{ setting: { text: 'second' } }],
  })
})

test('what was made is filed under the run it belongs to, whatever is looked at', async () => {
  const { field, shot: of } = await opened()
  await field.step(settled(begun({ ...of, id: 'other' }, setting('third'), options, 0), 60_000))
  await field.judge('right')
  expect(server.bodies).toMatchObject([{ shot_id: 'other', verdicts: { whole: 'right' } }])
})

test('a bracket files every frame with its own setting and takes the right one over', async () => {
  const { field, shot: of } = await opened()
  server.isUp = false
  const made = of.bracket.map(({ stops, setting: place }, i) => ({
    startedAt: i,
    exposure_s: 4,
    frames: 1,
    setting: settingAt(of, place),
    stops,
    isEarly: false,
    frameId: null,
  }))
  await field.step({ ...bracketed(of, setting('first'), options), state: 'asking', made })
  await field.choose(1)
  expect(field.waiting).toBe(3)
  expect(field.progressOf(of)).toMatchObject({
    setting: { text: 'second' },
    takes: 3,
    reasons: ['Stay with it.'],
  })
})

test('of a bracket none is right: all are kept to be put together', async () => {
  const { field, shot: of } = await opened()
  const [frame] = settled(begun(of, setting('plus one'), options, 0), 60_000).made
  if (!frame) throw new Error('nothing made')
  await field.step({ ...bracketed(of, setting('first'), options), state: 'asking', made: [frame] })
  await field.choose(null)
  expect(server.bodies).toMatchObject([{ role: 'bracket', is_keeper: true, verdicts: {} }])
})

test('a word over a frame for the ground alone moves nothing of the picture', async () => {
  const { field, shot: of } = await opened()
  server.isUp = false
  const was = field.progressOf(of)
  const ran = settled(begun(of, was.setting, options, 0), 60_000)
  await field.step({ ...ran, role: 'ground' })
  await field.judge('dark')
  expect(field.progressOf(of)).toEqual({
    ...was,
    takes: was.takes + 1,
    last: expect.anything() as object,
  })
})

test('a night asked for before a word was said does not undo the word when it comes', async () => {
  await opened()
  const { promise, resolve } = deferred<undefined>()
  server.night = promise
  setActivePinia(createPinia()) // the page is loaded anew
  const { useField } = await import('./store')
  const field = useField()
  const opening = field.open('n')
  await vi.waitFor(() => expect(server.asked).toHaveLength(2))
  const shot = field.night?.shots[0]
  if (!shot) throw new Error('no shot')
  await take(field, shot, 'dark')
  const told = field.progressOf(shot)
  expect(told).toMatchObject({ reasons: ['You saw it dark.'], takes: 1 })
  resolve(undefined)
  await opening
  expect(field.progressOf(shot)).toEqual(told)
})

test('a setting chosen by hand that is right stays, and of another word the phone knows nothing', async () => {
  const { field, shot: of } = await opened()
  server.isUp = false
  await field.use(of, setting('by hand'))
  await take(field, of, 'right')
  expect(field.progressOf(of)).toMatchObject({
    setting: { text: 'by hand' },
    reasons: ['Stay with it.'],
    isBeyond: false,
  })
  await field.use(of, { ...setting('quick'), stays_when_right: false })
  await take(field, of, 'right')
  expect(field.progressOf(of)).toMatchObject({ setting: { text: 'quick' }, isBeyond: true })
})

test('a reading sets there and then what was worked out for its value, with or without signal', async () => {
  const { field, shot: of } = await opened()
  server.isUp = false
  const plan = (from_value: number, setting: number) => ({
    from_value,
    setting,
    change: `from ${from_value} s on`,
  })
  const measured = [{ key: 'counted_s', label: 'Crossing', plans: [plan(0.5, 0), plan(3.4, 1)] }]
  const asked = { ...of, measured }
  for (const [value, text] of [
    [3.65, 'second'],
    [3.2, 'first'],
    [0.1, 'first'],
    [99, 'second'],
  ] as const) {
    await field.measure(asked, 'counted_s', value)
    expect(field.progressOf(of)).toMatchObject({ setting: { text }, reasons: ['As measured.'] })
  }
  await field.measure(asked, 'speed_km_h', 30)
  expect(field.progressOf(of).setting.text).toBe('second')
})

test('a setting chosen by hand is not taken back by an answer asked for before', async () => {
  await opened()
  const { promise, resolve } = deferred<undefined>()
  server.night = promise
  setActivePinia(createPinia())
  const { useField } = await import('./store')
  const field = useField()
  const opening = field.open('n')
  await vi.waitFor(() => expect(field.night).not.toBeNull())
  const shot = field.night?.shots[0]
  if (!shot) throw new Error('no shot')
  await field.use(shot, setting('by hand'))
  resolve(undefined)
  await opening
  expect(field.progressOf(shot).setting.text).toBe('by hand')
})
