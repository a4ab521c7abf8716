/** What is drawn with light: words, lines of a finger or mouse, or those of a file. */
import { onScopeDispose, ref } from 'vue'

import { client, data, type Schemas } from '../api/client'
import { upload } from '../api/upload'

export type Strokes = Schemas['StrokesIn']
type Line = number[][]

const USUAL_HEIGHT_M = 0.5
const KEPT_AFTER_MS = 500 // what is typed or drawn goes on for a moment
const LEAST_STEP = 1.5 // units of the pad: nearer points tell nothing

export function useStrokes(
  current: () => Strokes | null,
  change: (strokes: Strokes | null) => void,
) {
  const isDrawing = ref(false)
  const lines = ref<Line[]>([])
  const trouble = ref('')
  let waiting: ReturnType<typeof setTimeout> | undefined

  function soon(part: Partial<Strokes>): void {
    clearTimeout(waiting)
    waiting = setTimeout(() => {
      const height_m = current()?.height_m ?? USUAL_HEIGHT_M
      const { text = '', lines: kept = [] } = current() ?? {}
      const next = { text, lines: kept, height_m, ...part }
      change(next.text.trim() || next.lines.length ? next : null)
    }, KEPT_AFTER_MS)
  }

  const write = (text: string) => soon({ text })
  const size = (typed: string) => Number(typed) > 0 && soon({ height_m: Number(typed) })

  function clear(): void {
    lines.value = []
    clearTimeout(waiting)
    change(null)
  }

  /** Where the pointer is on the pad, in its own units. */
  function pointOf(event: PointerEvent): [number, number] {
    const pad = event.currentTarget as SVGSVGElement
    const at = new DOMPoint(event.clientX, event.clientY)
    const { x, y } = at.matrixTransform(pad.getScreenCTM()?.inverse())
    return [Math.round(x * 10) / 10, Math.round(y * 10) / 10]
  }

  function down(event: PointerEvent): void {
    ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
    lines.value = [...lines.value, [pointOf(event)]]
  }

  function move(event: PointerEvent): void {
    const line = lines.value.at(-1)
    const last = line?.at(-1)
    if (!line || !last || event.buttons === 0) return
    const point = pointOf(event)
    if (Math.hypot(point[0] - (last[0] ?? 0), point[1] - (last[1] ?? 0)) < LEAST_STEP) return
    lines.value = [...lines.value.slice(0, -1), [...line, point]]
  }

  const up = () => soon({ text: '', lines: lines.value.filter((line) => line.length > 1) })

  async function pick(event: Event): Promise<void> {
    const input = event.target as HTMLInputElement
    const file = input.files?.[0]
    input.value = ''
    if (!file) return
    trouble.value = ''
    try {
      const found = await data(client.POST('/api/v1/strokes', { ...upload(file) }))
      lines.value = found
      soon({ text: '', lines: found })
    } catch (error) {
      trouble.value = error instanceof Error ? error.message : 'The file could not be read.'
    }
  }

  onScopeDispose(() => clearTimeout(waiting))
  return { isDrawing, lines, trouble, write, size, clear, down, move, up, pick, USUAL_HEIGHT_M }
}
