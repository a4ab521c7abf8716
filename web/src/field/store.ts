/** A night in the field: kept on the device, run from it, and sent when there is signal. */
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw } from 'vue'

import { ApiError, client, data } from '../api/client'
import { newId } from '../api/identity'
import type { Run } from './clock'
import {
  keepNight,
  keptNight,
  outbox,
  type FieldNight,
  type FieldShot,
  type KeptNight,
  type Progress,
  type Queued,
  type Setting,
  type Verdict,
} from './kept'
import { useSession } from '../stores/session'
import { forget, queueTake, retry, send } from './outbox'

/** An exposure that was made and waits for a word. */
export interface Made {
  startedAt: number
  exposure_s: number
  setting: Setting
  /** Closed before its time: what was worked out beforehand does not hold for it. */
  isEarly: boolean
  note: string
}

const fresh = (shot: FieldShot): Progress => ({
  setting: shot.setting,
  answers: shot.answers,
  checked: [],
  change: '',
  reasons: [],
  isSettled: false,
  isBeyond: false,
  takes: shot.takes,
})

export const useField = defineStore('field', () => {
  const session = useSession()
  const kept = shallowRef<KeptNight | null>(null)
  const queue = shallowRef<Queued[]>([])
  const isOnline = ref(true)
  const error = shallowRef<ApiError | null>(null)

  const night = computed(() => kept.value?.night ?? null)
  const waiting = computed(() => queue.value.filter((q) => !q.refused).length)
  const refused = computed(() => queue.value.filter((q) => q.refused))

  async function change(part: Partial<KeptNight>): Promise<void> {
    if (!kept.value) return
    kept.value = { ...kept.value, ...part }
    await keepNight(structuredClone(toRaw(kept.value)))
  }

  /** A newer bundle replaces the old; steps already done stay done. */
  function merged(found: FieldNight): KeptNight {
    const before = kept.value
    const progress = Object.fromEntries(
      found.shots.map((shot) => {
        const was = before?.progress[shot.id]
        // what the last word changed stays on show as long as no other take came in between
        const told =
          was?.takes === shot.takes
            ? { change: was.change, reasons: was.reasons, isSettled: was.isSettled }
            : {}
        return [shot.id, { ...fresh(shot), ...told, checked: was?.checked ?? [] }]
      }),
    )
    return { night: found, progress, run: before?.run ?? null }
  }

  async function fetchNight(id: string): Promise<void> {
    try {
      const params = { path: { night_id: id } }
      const found = await data(client.GET('/api/v1/nights/{night_id}/field', { params }))
      isOnline.value = true
      error.value = null
      kept.value = merged(found)
      await keepNight(kept.value)
    } catch (caught) {
      isOnline.value = !(caught instanceof ApiError && caught.status === 0)
      if (!kept.value) error.value = caught instanceof ApiError ? caught : null
    }
  }

  /** Open a night: what the device has at once, then what the server says. */
  async function open(id: string): Promise<void> {
    if (kept.value?.night.id !== id) kept.value = (await keptNight(id)) ?? null
    queue.value = await outbox()
    // takes that are not sent yet are not in the server's answer: send first
    if (waiting.value) await sync()
    if (!waiting.value) await fetchNight(id)
  }

  async function sync(): Promise<void> {
    const before = waiting.value
    try {
      await session.load() // a page opened without signal has yet to learn who it is
    } catch {
      isOnline.value = false
      return
    }
    const answer = await send()
    queue.value = answer.left
    isOnline.value = before === 0 || answer.sent > 0
    const id = night.value?.id
    if (answer.sent && !waiting.value && id) await fetchNight(id)
  }

  const progressOf = (shot: FieldShot) => kept.value?.progress[shot.id] ?? fresh(shot)

  const changeProgress = (shot: FieldShot, part: Partial<Progress>) =>
    change({
      progress: { ...kept.value?.progress, [shot.id]: { ...progressOf(shot), ...part } },
    })

  const check = (shot: FieldShot, code: string) => {
    const { checked } = progressOf(shot)
    const now = checked.includes(code) ? checked.filter((c) => c !== code) : [...checked, code]
    return changeProgress(shot, { checked: now })
  }

  const start = (run: Run) => change({ run })
  const endRun = () => change({ run: null })

  /** Keep the take on the device, follow the answer to its word, and try to send it; its id. */
  async function judge(shot: FieldShot, made: Made, verdict: Verdict | null): Promise<string> {
    const { values } = made.setting
    const id = newId(made.startedAt)
    await queueTake({
      id,
      body: {
        shot_id: shot.id,
        started_at_utc: new Date(made.startedAt).toISOString(),
        exposure_s: made.exposure_s,
        f_number: values.f_number ?? 1,
        iso: values.iso ?? 100,
        nd_stops: values.nd_stops ?? 0,
        ...(shot.light ? { light_verdict: verdict } : { verdict }),
        is_keeper: verdict === 'right',
        note: made.note,
      },
    })
    const before = progressOf(shot)
    const answer = verdict && !made.isEarly ? before.answers[verdict] : undefined
    const takes = before.takes + 1
    if (answer)
      await changeProgress(shot, {
        setting: answer.setting,
        answers: answer.after,
        change: answer.change,
        reasons: answer.reasons,
        isSettled: answer.is_settled,
        isBeyond: Object.keys(answer.after).length === 0 && !answer.is_settled,
        takes,
      })
    else await changeProgress(shot, { takes, isBeyond: verdict !== null, change: '', reasons: [] })
    queue.value = await outbox()
    await sync()
    return id
  }

  /** Set something else by hand: the answers no longer hold until the server has seen it. */
  const use = (shot: FieldShot, setting: Setting) =>
    changeProgress(shot, {
      setting,
      answers: {},
      change: '',
      reasons: [],
      isSettled: false,
      isBeyond: false,
    })

  async function decide(id: string, sendAgain: boolean): Promise<void> {
    await (sendAgain ? retry(id) : forget(id))
    queue.value = await outbox()
    if (sendAgain) await sync()
  }

  return {
    kept,
    night,
    isOnline,
    error,
    waiting,
    refused,
    open,
    sync,
    progressOf,
    check,
    start,
    endRun,
    judge,
    use,
    decide,
  }
})
