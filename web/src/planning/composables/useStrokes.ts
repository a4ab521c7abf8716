/** What is drawn with light: words, lines of a finger or mouse, or those of a file. */
import { ref } from 'vue'

import { client, data, type Schemas } from '../../api/client'
import { upload } from '../../api/upload'

export type Strokes = Schemas['StrokesIn']
type Line = number[][]

const LEAST_STEP = 1.5 // units of the pad: nearer points tell nothing

export function useStrokes(
  current: () => Strokes | null,
  change: (strokes: Strokes | null) => void,
) {
  const isDrawing = ref(false)
  const lines = ref<Line[]>([])
  const trouble = ref('')

  /** A part of it said otherwise; what nobody said the server fills in. */
  const say = (part: Partial<Strokes>) => change({ ...current(), ...part } as Strokes)

  function answer(question: Schemas['QuestionOut'], value: unknown): void {
    say({ [question.key]: value ?? question.default })
  }

  function clear(): void {
    lines.value = []
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

  const up = () => say({ text: '', lines: lines.value.filter((line) => line.length > 1) })

  async function pick([file]: File[]): Promise<void> {
    if (!file) return
    trouble.value = ''
    try {
      const found = await data(client.POST('/api/v1/strokes', { ...upload(file) }))
      lines.value = found
      say({ text: '', lines: found })
    } catch (error) {
      trouble.value = error instanceof Error ? error.message : 'The file could not be read.'
    }
  }

  return { isDrawing, lines, trouble, answer, clear, down, move, up, pick }
}
