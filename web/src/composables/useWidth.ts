/** The width of an element, followed as it changes. */
import { onMounted, onUnmounted, ref, type Ref, type ShallowRef } from 'vue'

export function useWidth(
  element: Readonly<ShallowRef<HTMLElement | null>>,
  least: number,
): Readonly<Ref<number>> {
  const width = ref(Math.max(least, 700)) // until it is laid out
  let observer: ResizeObserver | undefined
  onMounted(() => {
    if (!element.value) return
    observer = new ResizeObserver(([entry]) => {
      if (entry) width.value = Math.max(least, entry.contentRect.width)
    })
    observer.observe(element.value)
  })
  onUnmounted(() => observer?.disconnect())
  return width
}
