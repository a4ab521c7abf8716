/** One night: its slope, shots and windows, the time cursor, and what is changed of it. */
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { lacking } from './lacking'
import { refreshed, useLoaded } from '../../api/loaded'
import { useOrder } from './useOrder'
import { localClock, spanAround } from '../components/LightSlope/slope'
import { useNotices } from '../../shared/stores/notices'
import { asked } from '../../api/night'
import { ApiError, client, data, ifMatch, type Schemas } from '../../api/client'
import { without } from '../../api/without'

/** What is another when something of the night, or one of its shots, is. */
const FOLLOW_THE_NIGHT = [
  '/api/v1/nights/{night_id}/slope',
  '/api/v1/nights/{night_id}/scenes',
  '/api/v1/nights/{night_id}/order',
] as const
const FOLLOW_ITS_SHOTS = [
  '/api/v1/nights/{night_id}/shots',
  '/api/v1/nights/{night_id}/order',
] as const

export function useNight(nightId: () => string) {
  const router = useRouter()
  const notices = useNotices()
  const path = computed(() => ({ night_id: nightId() }))
  const params = () => ({ path: path.value })

  const night = useLoaded('/api/v1/nights/{night_id}', params)
  const slope = useLoaded('/api/v1/nights/{night_id}/slope', params)
  const shots = useLoaded('/api/v1/nights/{night_id}/shots', params)
  const kit = useLoaded('/api/v1/kit')

  // what the page is about comes first
  const afterwards = () => (slope.value.value ? params() : null)
  const passages = useLoaded('/api/v1/nights/{night_id}/passages', afterwards)
  const scenes = useLoaded('/api/v1/nights/{night_id}/scenes', afterwards)
  const weather = useLoaded('/api/v1/nights/{night_id}/weather', afterwards)
  const targets = useLoaded('/api/v1/targets')

  const kinds = useLoaded('/api/v1/disciplines')

  const order = useOrder(nightId, () => shots.refresh())

  const cursor = ref(0)
  const zoom = ref<{ hours: number; at: number } | null>(null)

  watch(
    nightId,
    async () => {
      zoom.value = null
      await Promise.all([slope.arrived(), shots.arrived()])
      cursor.value = startingCursor()
    },
    { immediate: true },
  )

  /** Now, when it is tonight; else the first shot, else the middle. */
  function startingCursor(): number {
    const s = slope.value.value
    if (!s) return 0
    const start = Date.parse(s.start_utc)
    const last = s.readouts.length - 1
    const index = (at: number) => Math.round((at - start) / 1000 / s.step_s)
    const now = index(Date.now())
    if (now >= 0 && now <= last) return now
    const first = shots.value.value?.[0]
    const at = first ? index(Date.parse(first.at_utc)) : Math.round(last / 2)
    return Math.min(last, Math.max(0, at))
  }

  const readout = computed(() => slope.value.value?.readouts[cursor.value] ?? '')
  const tableRows = computed(() => slope.value.value?.readouts.filter((_, i) => i % 15 === 0) ?? [])

  /** Keep a change of the night; the slope follows, the old one stays until then. */
  async function change(part: Partial<Schemas['NightIn']>): Promise<void> {
    const before = night.value.value
    if (!before) return
    await put(part)
    const own = asked(before)
    const keys = Object.keys(part) as (keyof Schemas['NightIn'])[]
    const back = Object.fromEntries(keys.map((key) => [key, own[key]]))
    if (night.value.value !== before) notices.offer('Changed.', () => put(back))
  }

  async function put(part: Partial<Schemas['NightIn']>): Promise<void> {
    const kept = night.value.value
    if (!kept) return
    const { id, version } = kept
    try {
      night.value.value = await data(
        client.PUT('/api/v1/nights/{night_id}', {
          params: { path: { night_id: id }, header: ifMatch(version) },
          body: { ...asked(kept), ...part },
        }),
      )
      await refreshed(...FOLLOW_THE_NIGHT)
    } catch (error) {
      notices.fail(error)
      if (error instanceof ApiError && error.status === 412) await night.refresh()
    }
  }

  const shown = computed(() =>
    zoom.value && slope.value.value
      ? spanAround(slope.value.value, zoom.value.at, zoom.value.hours)
      : undefined,
  )
  const momentAt = (i: number) => {
    const s = slope.value.value
    return s ? Date.parse(s.start_utc) + i * s.step_s * 1000 : 0
  }

  function zoomTo(hours: number | null): void {
    zoom.value = hours === null ? null : { hours, at: momentAt(cursor.value) }
  }

  /** Keep the cursor in sight when keys carry it out of the zoomed stretch. */
  watch(cursor, (i) => {
    const at = momentAt(i)
    if (zoom.value && shown.value && (at < shown.value.from || at > shown.value.to))
      zoom.value = { ...zoom.value, at }
  })

  /** The eye slides at once; its settings follow as the server answers. */
  async function whatIf(id: string, at: number, keep: boolean): Promise<void> {
    const shot = shots.value.value?.find((s) => s.id === id)
    if (!shot) return
    const { version, night_id, ...told } = shot
    const own = without(told, 'id', 'settings', 'lead', 'exposure_s', 'f_number', 'trouble')
    const body = { ...own, at_utc: new Date(at).toISOString() }
    try {
      if (keep) {
        await data(
          client.PUT('/api/v1/shots/{shot_id}', {
            params: { path: { shot_id: id }, header: ifMatch(version) },
            body,
          }),
        )
        await refreshed(...FOLLOW_ITS_SHOTS)
        const was = Date.parse(shot.at_utc)
        const to = clockOf(body.at_utc)
        if (was !== at)
          notices.offer(`“${shot.title}” stands at ${to} now.`, () => whatIf(id, was, true))
        return
      }
      const plan = await data(
        client.POST('/api/v1/plans', { body: { night_id, shot: body, is_new_lens: false } }),
      )
      const time = plan.rails.find((r) => r.control === 'exposure_s')
      const aperture = plan.rails.find((r) => r.control === 'f_number')
      shots.value.value =
        shots.value.value?.map((s) =>
          s.id === id
            ? {
                ...s,
                settings: plan.settings,
                exposure_s: time?.picked.value ?? s.exposure_s,
                f_number: aperture?.picked.value ?? s.f_number,
              }
            : s,
        ) ?? null
    } catch (error) {
      notices.fail(error)
      await shots.refresh()
    }
  }

  let isAsking = false
  async function onDrag(id: string, at: number): Promise<void> {
    if (isAsking) return // one question at a time keeps up with the finger
    isAsking = true
    await whatIf(id, at, false)
    isAsking = false
  }

  const open = (id: string) => void router.push({ name: 'shot', params: { shotId: id } })

  async function addShot(discipline: string): Promise<void> {
    const s = slope.value.value
    if (!s) return
    const at = Date.parse(s.start_utc) + cursor.value * s.step_s * 1000
    try {
      const shot = await data(
        client.POST('/api/v1/nights/{night_id}/shots', {
          params: { path: path.value },
          body: { discipline, at_utc: new Date(at).toISOString() } as Schemas['NewShotIn'],
        }),
      )
      open(shot.id)
    } catch (error) {
      notices.fail(error)
    }
  }

  /** What a shot cannot be planned without and the bag has not. */
  const lacks = computed(() =>
    kit.value.value ? lacking(kit.value.value.map((item) => item.spec.kind ?? '')) : [],
  )
  const cursorClock = computed(() => {
    const s = slope.value.value
    return s ? localClock(s, Date.parse(s.start_utc) + cursor.value * s.step_s * 1000) : ''
  })
  const clockOf = (at: string) =>
    slope.value.value ? localClock(slope.value.value, Date.parse(at)) : ''

  const removeShot = (shot: Schemas['ShotInNightOut']) =>
    notices.remove('shots', shot.id, shot.title, () => refreshed(...FOLLOW_ITS_SHOTS))

  return {
    night,
    slope,
    shots,
    order,
    kit,
    passages,
    scenes,
    weather,
    targets,
    cursor,
    zoom,
    zoomTo,
    shown,
    readout,
    tableRows,
    change,
    whatIf,
    onDrag,
    open,
    addShot,
    lacks,
    kinds,
    cursorClock,
    clockOf,
    removeShot,
  }
}
