/** A shot beside itself, in another night, or gone. */
import { computed, ref, type ComputedRef, type Ref } from 'vue'
import { useRouter } from 'vue-router'

import { client, data, ifMatch, type Schemas } from '../api/client'
import { useNotices } from '../stores/notices'
import { useLoad } from './useLoad'

export interface UseShotPlacesOptions {
  shotId: () => string
  nightId: () => string
  title: () => string
  /** What is unsaved is kept first. */
  keepNow: () => Promise<void>
  onMoved: () => Promise<void>
}

export interface UseShotPlacesReturn {
  otherNight: Ref<string | null>
  otherNights: ComputedRef<{ id: string; name: string }[]>
  copyTo: (nightId: string | null) => Promise<void>
  moveThere: () => Promise<void>
  remove: () => Promise<void>
}

export function useShotPlaces(options: UseShotPlacesOptions): UseShotPlacesReturn {
  const router = useRouter()
  const notices = useNotices()
  const nights = useLoad<Schemas['NightOut'][]>((signal) =>
    data(client.GET('/api/v1/nights', { signal })),
  )
  void nights.refresh()
  const otherNight = ref<string | null>(null)
  const otherNights = computed(() =>
    (nights.value.value ?? [])
      .filter((n) => n.id !== options.nightId())
      .map((n) => ({ id: n.id, name: `${n.evening_date} ${n.title || n.place_name}` })),
  )
  const params = () => ({ path: { shot_id: options.shotId() } })

  async function copyTo(nightId: string | null): Promise<void> {
    await options.keepNow()
    try {
      const path = '/api/v1/shots/{shot_id}/copy'
      const copy = await data(client.POST(path, { params: params(), body: { night_id: nightId } }))
      otherNight.value = null
      await router.push({ name: 'shot', params: { shotId: copy.id } })
    } catch (error) {
      notices.fail(error)
    }
  }

  async function moveThere(): Promise<void> {
    await options.keepNow()
    try {
      const { version } = await data(client.GET('/api/v1/shots/{shot_id}', { params: params() }))
      await data(
        client.PUT('/api/v1/shots/{shot_id}/night', {
          params: { ...params(), header: ifMatch(version) },
          body: { night_id: otherNight.value },
        }),
      )
      otherNight.value = null
      await options.onMoved()
      notices.say('Moved, with its takes.')
    } catch (error) {
      notices.fail(error)
    }
  }

  const remove = () =>
    notices.remove('shots', options.shotId(), options.title(), () =>
      router.push({ name: 'night', params: { nightId: options.nightId() } }),
    )

  return { otherNight, otherNights, copyTo, moveThere, remove }
}
