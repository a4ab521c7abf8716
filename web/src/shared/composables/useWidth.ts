/** The width of an element, followed as it changes. */
import { useElementSize } from '@vueuse/core'
import { computed, type Ref, type ShallowRef } from 'vue'

export function useWidth(
  element: Readonly<ShallowRef<HTMLElement | null>>,
  least: number,
): Readonly<Ref<number>> {
  // what is drawn before it was measured must not stretch the page
  const { width } = useElementSize(element, { width: least, height: 0 })
  return computed(() => Math.max(least, width.value))
}
