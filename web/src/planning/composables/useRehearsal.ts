/** The pen that moves over a stroke sheet at true speed: where the hand is, by the clock alone. */
import { computed, onScopeDispose, ref } from 'vue'

import type { Schemas } from '../../api/client'

type Sheet = Schemas['SheetOut']
type Stroke = Sheet['strokes'][number]
type Point = [number, number]

export interface Pen {
  lens: Point
  writer: Point
  /** Whether the light is uncovered. */
  isLit: boolean
}

const between = (a: number[], b: number[], share: number): Point => [
  (a[0] ?? 0) + share * ((b[0] ?? 0) - (a[0] ?? 0)),
  (a[1] ?? 0) + share * ((b[1] ?? 0) - (a[1] ?? 0)),
]

/** On a stroke at a moment within its time. */
function onStroke(stroke: Stroke, seconds: number): Pen {
  const times = stroke.times_s
  const i = Math.max(
    1,
    times.findIndex((t) => t >= seconds),
  )
  const [before = 0, after = 0] = [times[i - 1], times[i]]
  const share = after > before ? (seconds - before) / (after - before) : 1
  const at = (points: number[][]) => between(points[i - 1] ?? [], points[i] ?? [], share)
  return { lens: at(stroke.lens), writer: at(stroke.writer), isLit: true }
}

/** Where the pen is so many seconds after the beginning; on its way in the dark between strokes. */
export function penAt(sheet: Sheet, seconds: number): Pen | null {
  const { strokes } = sheet
  const next = strokes.findIndex((stroke) => (stroke.times_s.at(-1) ?? 0) >= seconds)
  const stroke = strokes[next]
  if (!stroke) return null
  const starts = stroke.times_s[0] ?? 0
  if (seconds >= starts) return onStroke(stroke, seconds)
  const last = strokes[next - 1]
  const left = last?.times_s.at(-1) ?? 0
  const share = starts > left ? (seconds - left) / (starts - left) : 1
  const way = (from: number[][] | undefined, to: number[][]) =>
    between(from?.at(-1) ?? to[0] ?? [], to[0] ?? [], share)
  return {
    lens: way(last?.lens, stroke.lens),
    writer: way(last?.writer, stroke.writer),
    isLit: false,
  }
}

/** beat: the sound to rehearse to, or null. */
export function useRehearsal(sheet: () => Sheet | null, beat: () => string | null) {
  let track: HTMLAudioElement | null = null
  const startedAt = ref<number | null>(null)
  const now = ref(0)
  let frame = 0

  const seconds = computed(() =>
    startedAt.value === null ? 0 : Math.max(0, (now.value - startedAt.value) / 1000),
  )
  const isGoing = computed(() => startedAt.value !== null)
  const at = computed(() => {
    const of = sheet()
    return of && isGoing.value ? penAt(of, seconds.value) : null
  })
  const isGone = (i: number) =>
    isGoing.value && (sheet()?.strokes[i]?.times_s.at(-1) ?? 0) <= seconds.value

  function step(): void {
    now.value = performance.now()
    if (seconds.value > (sheet()?.total_s ?? 0)) return stop()
    frame = requestAnimationFrame(step)
  }
  function begin(): void {
    startedAt.value = now.value = performance.now()
    frame = requestAnimationFrame(step)
  }
  function stop(): void {
    cancelAnimationFrame(frame)
    track?.pause()
    track = null
    startedAt.value = null
  }
  /** The pen starts with the first beat that is heard, or in silence where there is no sound. */
  async function toggle(): Promise<void> {
    if (isGoing.value || track) return stop()
    const url = beat()
    if (!url) return begin()
    const mine = (track = new Audio(url))
    await mine.play().catch(() => undefined)
    if (track === mine) begin()
  }

  onScopeDispose(stop)
  return { seconds, isGoing, at, isGone, toggle }
}
