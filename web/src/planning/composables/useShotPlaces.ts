/** A shot beside itself, in another night, or gone. */
import { computed, type ComputedRef } from 'vue'
import { useRouter } from 'vue-router'

import { dayText } from '../../api/local-time'
import { client, data, ifMatch } from '../../api/client'
import { useNotices } from '../../shared/stores/notices'
import { useLoaded } from '../../api/loaded'

export interface UseShotPlacesOptions {
  shotId: () => string
  nightId: () => string
  title: () => string
  /** What is unsaved is kept first. */
  keepNow: () => Promise<void>
  onMoved: () => Promise<void>
}

export interface UseShotPlacesReturn {
  otherNights: ComputedRef<{ id: string; name: string }[]>
  copyTo: (nightId: string | null) => Promise<void>
  moveThere: (nightId: string) => Promise<void>
  remove: () => Promise<void>
}

export function useShotPlaces(options: UseShotPlacesOptions): UseShotPlacesReturn {
  const router = useRouter()
  const notices = useNotices()
  const nights = useLoaded('/api/v1/nights')
  const otherNights = computed(() =>
    (nights.value.value ?? [])
      .filter((n) => n.id !== options.nightId())
      .map((n) => ({
        id: n.id,
        name: `${dayText(n.evening_date, 'short')}, ${n.title || n.place_name}`,
      })),
  )
  const params = () => ({ path: { shot_id: options.shotId() } })

  async function copyTo(nightId: string | null): Promise<void> {
    await options.keepNow()
    try {
      const path = '/api/v1/shots/{shot_id}/copy'
      const copy = await data(client.POST(path, { params: params(), body: { night_id: nightId } }))
      await router.push({ name: 'shot', params: { shotId: copy.id } })
    } catch (error) {
      notices.fail(error)
    }
  }

  async function moveThere(nightId: string): Promise<void> {
    await options.keepNow()
    try {
      const { version } = await data(client.GET('/api/v1/shots/{shot_id}', { params: params() }))
      await data(
        client.PUT('/api/v1/shots/{shot_id}/night', {
          params: { ...params(), header: ifMatch(version) },
          body: { night_id: nightId },
        }),
      )
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

  return { otherNights, copyTo, moveThere, remove }
}
