/** The pictures of a night, looked through and judged; a judgement shows at once. */
import { computed, ref, type ComputedRef, type Ref } from 'vue'

import { ApiError, client, data, ifMatch, type Schemas } from '../../api/client'
import { useNotices } from '../../shared/stores/notices'
import { useLoaded, type Loaded } from '../../api/loaded'

export type Photo = Schemas['PhotoOut']
type Judged = Required<Schemas['JudgedIn']>
export type Show = 'all' | 'kept' | 'unjudged'
export type Order = 'shot' | 'time'

/** The group of those that no shot has, and what it is called. */
export const NONE = 'none'
const NOT_PLACED = 'Not placed yet'

export interface SheetGroup {
  id: string
  title: string
  photos: Photo[]
}

export interface UseSheetReturn extends Loaded<Schemas['NightPicturesOut']> {
  show: Ref<Show>
  order: Ref<Order>
  groups: ComputedRef<SheetGroup[]>
  /** As laid out, for going from one to the next. */
  shown: ComputedRef<Photo[]>
  judge: (photo: Photo, part: Partial<Judged>) => Promise<void>
  /** Pictures that are not placed become takes of a shot. */
  place: (photoIds: string[], shotId: string) => Promise<void>
}

export function judgedOf(photo: Photo): Judged {
  const { pick, is_best, rating, note, tags } = photo
  return { pick, is_best, rating, note, tags }
}

export function useSheet(nightId: () => string): UseSheetReturn {
  const notices = useNotices()
  const sheet = useLoaded('/api/v1/nights/{night_id}/pictures', () => ({
    path: { night_id: nightId() },
  }))
  const show = ref<Show>('all')
  const order = ref<Order>('shot')

  const wanted = computed(() =>
    (sheet.value.value?.photos ?? []).filter(
      (photo) =>
        show.value === 'all' || (show.value === 'kept' ? photo.pick === 'kept' : photo.pick === ''),
    ),
  )
  const groups = computed<SheetGroup[]>(() => {
    const night = sheet.value.value
    if (!night) return []
    if (order.value === 'time') return [{ id: 'all', title: 'By time', photos: wanted.value }]
    const shots = [...night.shots, { id: null, title: NOT_PLACED }]
    return shots
      .map(({ id, title }) => ({
        id: id ?? NONE,
        title,
        photos: wanted.value.filter((photo) => photo.shot_id === id),
      }))
      .filter((group) => group.photos.length)
  })
  const shown = computed(() => groups.value.flatMap((group) => group.photos))

  function put(photo: Photo): void {
    const night = sheet.value.value
    if (!night) return
    const photos = night.photos.map((one) => (one.id === photo.id ? photo : one))
    sheet.value.value = { ...night, photos }
  }

  // one picture's judgements go one after the other, each over the version the last one made
  const queues = new Map<string, Promise<void>>()
  function judge(photo: Photo, part: Partial<Judged>): Promise<void> {
    const latest = () => sheet.value.value?.photos.find((one) => one.id === photo.id) ?? photo
    put({ ...latest(), ...part })
    const mine = (queues.get(photo.id) ?? Promise.resolve()).then(async () => {
      const now = latest()
      try {
        const answer = await data(
          client.PUT('/api/v1/photos/{photo_id}/judged', {
            params: { path: { photo_id: photo.id }, header: ifMatch(now.version) },
            body: judgedOf(now),
          }),
        )
        // beside which others it lies is told by the sheet alone
        put({ ...answer, ...judgedOf(latest()), compared: now.compared })
        if (part.is_best) await sheet.refresh()
      } catch (caught) {
        notices.fail(caught)
        if (caught instanceof ApiError) await sheet.refresh()
      }
    })
    queues.set(photo.id, mine)
    return mine
  }

  async function place(photoIds: string[], shotId: string): Promise<void> {
    try {
      const asked = { params: { path: { shot_id: shotId } }, body: { photo_ids: photoIds } }
      await data(client.POST('/api/v1/shots/{shot_id}/photos/takes', asked))
    } catch (caught) {
      notices.fail(caught)
    }
    await sheet.refresh()
  }

  return { ...sheet, show, order, groups, shown, judge, place }
}
