/** Finding a place: towns by name as it is typed, and where this device is. */
import { ref, watch, type Ref } from 'vue'

import { client, data, type Schemas } from '../../api/client'

const LEAST_LETTERS = 2
const PATIENCE_MS = 15_000

export interface UseWhereReturn {
  /** What is typed of a town's name. */
  query: Ref<string>
  towns: Ref<Schemas['TownOut'][]>
  isLocating: Ref<boolean>
  locate: () => void
}

export function useWhere(around: {
  onFound: (coords: GeolocationCoordinates) => void
  /** Why the device does not say, in words. */
  onRefused: (text: string) => void
}): UseWhereReturn {
  const query = ref('')
  const towns = ref<Schemas['TownOut'][]>([])
  let asked = 0
  watch(query, async (typed) => {
    const mine = ++asked
    const found =
      typed.trim().length < LEAST_LETTERS
        ? []
        : await data(client.GET('/api/v1/towns', { params: { query: { query: typed } } }))
    if (mine === asked) towns.value = found
  })

  const isLocating = ref(false)
  function locate(): void {
    isLocating.value = true
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        isLocating.value = false
        around.onFound(coords)
      },
      (refused) => {
        isLocating.value = false
        around.onRefused(
          refused.code === refused.PERMISSION_DENIED
            ? 'This browser does not share its position (it needs leave, and https away from this machine).'
            : 'The device does not know where it is right now.',
        )
      },
      { timeout: PATIENCE_MS },
    )
  }

  return { query, towns, isLocating, locate }
}
