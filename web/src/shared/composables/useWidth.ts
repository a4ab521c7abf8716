/** The width of an element, followed as it changes. */
import { onMounted, onUnmounted, ref, type Ref, type ShallowRef } from 'vue'

export function useWidth(
  element: Readonly<ShallowRef<HTMLElement | null>>,
  least: number,
): Readonly<Ref<number>> {
  // what is drawn before it was measured must not stretch the page
  const width = ref(least)
  let observer: ResizeObserver | undefined
  onMounted(() => {
    if (!element.value) return
    width.value = Math.max(least, element.value.clientWidth)
    observer = new ResizeObserver(([entry]) => {
      if (entry) width.value = Math.max(least, entry.contentRect.width)
    })
    observer.observe(element.value)
  })
  onUnmounted(() => observer?.disconnect())
  return width
}
