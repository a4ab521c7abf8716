/** Takes looked for, page by page, and what they say together. */
import { refDebounced } from '@vueuse/core'
import { computed, reactive, type ComputedRef, type ShallowRef } from 'vue'

import { client, data, type Schemas } from '../../api/client'
import { useNotices } from '../../shared/stores/notices'
import { answered, useLoaded, type Loaded } from '../../api/loaded'

type Line = Schemas['TakeLineOut']

export interface Wish {
  words: string
  place_id: string | null
  discipline: string | null
  body_id: string | null
  light: string | null
  is_keeper: boolean | null
  exposure: Schemas['BandOut'] | null
  iso: Schemas['BandOut'] | null
}

export interface NightOfTakes {
  id: string
  title: string
  evening: string
  place: string
  shots: { id: string; title: string; kind: string; takes: Line[] }[]
}

export interface UseLogbookReturn extends Loaded<Schemas['FoundTakesOut']> {
  wish: Wish
  figures: ShallowRef<Schemas['FiguresOut'] | null>
  /** Whether the first takes and what they say together have come. */
  isThere: ComputedRef<boolean>
  nights: ComputedRef<NightOfTakes[]>
  more: () => Promise<void>
}

const RESTS_MS = 250

export function useLogbook(): UseLogbookReturn {
  const notices = useNotices()
  const wish = reactive<Wish>({
    words: '',
    place_id: null,
    discipline: null,
    body_id: null,
    light: null,
    is_keeper: null,
    exposure: null,
    iso: null,
  })
  const asked = computed(() => {
    const { exposure, iso, ...plain } = wish
    const all = {
      ...plain,
      least_exposure_s: exposure?.least,
      most_exposure_s: exposure?.most,
      least_iso: iso?.least,
      most_iso: iso?.most,
    }
    return Object.fromEntries(
      Object.entries(all).filter(
        ([, value]) => value !== null && value !== undefined && value !== '',
      ),
    )
  })
  const settled = refDebounced(asked, RESTS_MS)
  const found = useLoaded('/api/v1/logbook/takes', () => ({ query: settled.value }))
  const figures = useLoaded('/api/v1/logbook/figures', () => ({ query: settled.value }))

  async function more(): Promise<void> {
    const before = found.value.value
    if (!before?.next) return
    try {
      const query = { ...settled.value, before: before.next }
      const page = await data(client.GET('/api/v1/logbook/takes', { params: { query } }))
      found.value.value = { ...page, takes: [...before.takes, ...page.takes] }
    } catch (caught) {
      notices.fail(caught)
    }
  }

  const nights = computed(() => {
    const byNight = new Map<string, NightOfTakes>()
    for (const take of found.value.value?.takes ?? []) {
      const night = byNight.get(take.night_id) ?? {
        id: take.night_id,
        title: take.night_title,
        evening: take.evening_date,
        place: take.place_name,
        shots: [],
      }
      byNight.set(night.id, night)
      let shot = night.shots.find((shot) => shot.id === take.shot_id)
      if (!shot) {
        shot = { id: take.shot_id, title: take.shot_title, kind: take.discipline, takes: [] }
        night.shots.push(shot)
      }
      shot.takes.unshift(take) // found the latest first, told the first first
    }
    return [...byNight.values()]
  })

  const isThere = computed(() => answered(found, figures))
  return { ...found, wish, figures: figures.value, isThere, nights, more }
}
