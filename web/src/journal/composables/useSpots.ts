/** The lights of a picture, one of them being read where somebody taps. */
import { ref, watch, type Ref } from 'vue'

import { client, data, type Schemas } from '../../api/client'
import { useLoaded, type Loaded } from '../../api/loaded'
import { useNotices } from '../../shared/stores/notices'

export interface Place {
  x: number
  y: number
}

export interface UseSpotsReturn extends Loaded<Schemas['PhotoSpotsOut']> {
  /** The light the next tap is about; null while none is asked for. */
  asked: Ref<string | null>
  /** Where each light was tapped, as long as the picture is looked at. */
  marks: Ref<Record<string, Place>>
  read: (at: Place) => Promise<void>
  forget: (key: string) => Promise<void>
}

/** onRead: what was read, or taken back, is evidence: what follows from it is asked anew. */
export function useSpots(photoId: () => string, onRead: () => void): UseSpotsReturn {
  const notices = useNotices()
  const spots = useLoaded('/api/v1/photos/{photo_id}/spots', () => ({
    path: { photo_id: photoId() },
  }))
  const asked = ref<string | null>(null)
  const marks = ref<Record<string, Place>>({})
  watch(photoId, () => {
    asked.value = null
    marks.value = {}
  })
  const path = '/api/v1/photos/{photo_id}/spots/{key}'

  async function read(at: Place): Promise<void> {
    const key = asked.value
    if (key === null) return
    const params = { path: { photo_id: photoId(), key } }
    try {
      const body = { x_share: at.x, y_share: at.y }
      spots.value.value = await data(client.PUT(path, { params, body }))
      marks.value = { ...marks.value, [key]: at }
      onRead()
    } catch (error) {
      notices.fail(error)
    }
  }

  async function forget(key: string): Promise<void> {
    const params = { path: { photo_id: photoId(), key } }
    try {
      spots.value.value = await data(client.DELETE(path, { params }))
      const { [key]: gone, ...others } = marks.value
      marks.value = gone ? others : marks.value
      onRead()
    } catch (error) {
      notices.fail(error)
    }
  }

  return { ...spots, asked, marks, read, forget }
}
