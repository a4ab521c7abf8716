/**
 * The run under way, moved on by the clock and the button. What it is stands in the kept run
 * alone; here it is looked at ten times a second, counted aloud, and a camera driven along.
 */
import { storeToRefs } from 'pinia'
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

import type { Moment } from '../clock'
import type { FieldShot, Setting, Verdict } from '../bundle'
import {
  begun,
  bracketed,
  finished,
  photographed,
  pressed,
  settled,
  sittingOf,
  standing,
  stopped,
  type Run,
} from '../run'
import { callsOf, cuesAround } from '../performance'
import type { Schemas } from '../../api/client'
import { useField } from '../store'
import { usePreferences, voices } from '../../shared/stores/preferences'
import { useCamera } from './useCamera'
import { useVoice } from './useVoice'
import { useScreenOn } from './useScreenOn'

const LOOK_EVERY_MS = 100
const STAGES = { delay: 'opens in', open: 'open', dark: 'the camera is busy', gap: 'gap', done: '' }

export function useRun(nightId: () => string) {
  const field = useField()
  const calling = computed(() => field.night?.calling ?? null)
  const voice = useVoice(() => calling.value)
  const camera = useCamera()
  const { voice: sound } = storeToRefs(usePreferences()) // a page reloaded in the middle calls on
  const isDriven = ref(false)
  /** As the photographer likes it, until it is switched here. */
  const darkened = ref<boolean | null>(null)
  const now = ref(Date.now())
  const look = () => (now.value = Date.now())
  useIntervalFn(look, LOOK_EVERY_MS)
  useEventListener(document, 'visibilitychange', look)

  const run = computed(() => field.run)
  const sitting = computed(() => run.value && sittingOf(run.value))
  const moment = computed<Moment | null>(() => run.value && standing(run.value, now.value))
  const isRunning = computed(() => run.value?.state === 'running')
  useScreenOn(isRunning)

  const options = (shot: FieldShot) => ({
    nightId: nightId(),
    darkened: darkened.value ?? shot.uses_noise_reduction,
    isDriven: isDriven.value,
  })

  async function begin(shot: FieldShot, setting: Setting): Promise<void> {
    if (isDriven.value && !(await camera.prepare(shot.id, setting))) return
    await field.step(begun(shot, setting, options(shot), Date.now()))
    look()
  }

  const bracket = (shot: FieldShot, around: Setting) =>
    field.step(bracketed(shot, around, options(shot)))

  async function press(): Promise<void> {
    const of = run.value
    if (!of || !sitting.value) return
    if (of.isDriven && !(await camera.prepare(of.shotId, sitting.value.setting))) return
    await field.step(pressed(of, Date.now()))
    look()
  }

  /** What the camera answers to the last close; a word may be said before it does. */
  let closing: Promise<string | null> = Promise.resolve(null)

  /** The sitting is over: the camera closes too, and says which frame it took. */
  async function closeCamera(): Promise<void> {
    const of = run.value
    if (!of?.isDriven) return
    closing = camera.close(of.shotId)
    const frameId = await closing
    if (frameId && run.value) await field.step(photographed(run.value, frameId))
  }

  async function stop(): Promise<void> {
    const of = run.value
    if (!of) return
    const wasOpen = moment.value?.stage !== 'delay'
    await field.step(stopped(of, Date.now()))
    if (wasOpen) await closeCamera()
  }

  /** No more frames of a bracket, or of a program that waits. */
  const finish = () => run.value && field.step(finished(run.value))
  const discard = () => field.step(null)

  watch(
    moment,
    (at, before) => {
      const of = run.value
      if (!of || !at) return
      if (at.stage === 'done') {
        const next = settled(of, now.value)
        if (next === of) return
        void field.step(next).then(closeCamera)
        return
      }
      const isNewFrame = before?.stage !== at.stage || before.frame !== at.frame
      const opens = at.stage === 'open' && isNewFrame && at.elapsed_s < 1
      if (opens && of.isDriven && at.frame === 1) void camera.open(of.shotId)
      if (at.stage === 'open') count(at, before)
    },
    { immediate: true },
  )

  const calls = computed(() =>
    run.value && calling.value ? callsOf(run.value, calling.value) : [],
  )
  // tones go ahead of time, whatever the page does meanwhile
  const second = computed(() => Math.floor(now.value / 1000))
  watch([calls, sound, second], () => voice.ahead(sound.value, calls.value, Date.now()), {
    immediate: true,
  })
  // words are said when they are due; where nobody can see, their tone is all there is
  watch(now, (at, before) => {
    if (sound.value !== 'spoken' || document.hidden) return
    const due = calls.value.filter((c) => c.at > before && c.at <= at && at - c.at < 1000).at(-1)
    if (due) voice.mark(sound.value, due.text)
  })

  function count(at: Moment, before: Moment | null | undefined): void {
    const wasOpen = before?.stage === 'open' && before.frame === at.frame
    const second = Math.floor(at.elapsed_s)
    const last = wasOpen ? Math.floor(before.elapsed_s) : -1
    if (second === last) return
    const left = at.remaining_s === null ? null : Math.round(at.remaining_s)
    const isTaken = calls.value.some((c) => Math.abs(c.at - now.value) < 1000)
    if (!isTaken) voice.second(sound.value, second, left)
  }

  const cues = computed(() => (calls.value.length ? cuesAround(calls.value, now.value) : null))
  const cueNow = computed(() => (moment.value?.stage === 'open' ? (cues.value?.now ?? '') : ''))
  /** What a helper calls out next, and in how many seconds. */
  const cueNext = computed(() => {
    const next = cues.value?.next
    return next ? { text: next.text, in_s: Math.ceil((next.at - now.value) / 1000) } : null
  })
  const stageText = computed(() => {
    const at = moment.value
    if (!at) return ''
    return STAGES[at.stage] + (at.frames > 1 ? `, frame ${at.frame} of ${at.frames}` : '')
  })

  /** The picture of the last frame, where a camera took it. */
  const picture = computed(() => {
    const frameId = run.value?.made.at(-1)?.frameId
    return frameId ? `/api/v1/shots/${run.value?.shotId}/camera/frames/${frameId}.jpg` : null
  })

  /** Give the camera's frames to the takes they are pictures of. */
  async function attach(of: Run, takes: string[]): Promise<void> {
    if (!of.isDriven) return
    const last = await closing
    for (const [i, takeId] of takes.entries()) {
      const isLast = i === takes.length - 1
      const frame = of.made[i]?.frameId ?? (isLast ? last : null)
      if (frame) await camera.attach(of.shotId, frame, takeId)
    }
  }

  async function judge(verdict: Verdict | null): Promise<void> {
    const of = run.value
    if (of) await attach(of, await field.judge(verdict))
  }

  async function choose(right: number | null): Promise<void> {
    const of = run.value
    if (of) await attach(of, await field.choose(right))
  }

  /** What the frame was for. */
  async function serve(role: Schemas['RoleOut']['key']): Promise<void> {
    const of = run.value
    if (of) await field.step({ ...of, role })
  }

  /** A frame of a series is due. */
  const callOut = (words: string) => voice.mark(sound.value, words)

  const nextSound = () =>
    (sound.value = voices[(voices.indexOf(sound.value) + 1) % voices.length] ?? 'silent')

  return {
    run,
    sitting,
    moment,
    isRunning,
    sound,
    soundIsHeld: voice.isHeld,
    nextSound,
    callOut,
    isDriven,
    darkened,
    cameraSays: camera.says,
    picture,
    cueNow,
    cueNext,
    stageText,
    begin,
    bracket,
    press,
    stop,
    finish,
    discard,
    serve,
    judge,
    choose,
  }
}
