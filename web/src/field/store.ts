/** A night in the field: kept on the device, run from it, and sent when there is signal. */
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw } from 'vue'

import { ApiError, asApiError, client, data } from '../api/client'
import { newId } from '../api/identity'
import { keepNight, keepRun, keptNight, keptRun, type KeptNight } from './kept'
import type { FieldNight, FieldShot, Setting, Verdict } from './bundle'
import { outbox, type Queued } from '../shared/takesQueue'
import type { Progress } from './standing'
import { useNotices } from '../shared/stores/notices'
import { useSession } from '../shared/stores/session'
import { forget, queueTake, retry, send } from '../shared/outbox'
import { settingAt } from './bundle'
import type { Schemas } from '../api/client'
import { dueAt, fresh, standing, type Due } from './standing'
import type { Finished } from './order'
import type { Made, Run } from './run'

export const useField = defineStore('field', () => {
  const session = useSession()
  const notices = useNotices()
  const kept = shallowRef<KeptNight | null>(null)
  const run = shallowRef<Run | null>(null)
  const queue = shallowRef<Queued[]>([])
  const isOnline = ref(true)
  const error = shallowRef<ApiError | null>(null)
  /**
   * What was done to a shot here, by its identity, and what was asked of the server, count on one
   * clock: an answer asked for before something was done knows nothing of it and is not taken.
   */
  let clock = 0
  const touched = new Map<string, number>()
  const isStale = (id: string, askedAt: number) => (touched.get(id) ?? 0) > askedAt

  const night = computed(() => kept.value?.night ?? null)
  const waiting = computed(() => queue.value.filter((q) => !q.refused).length)
  const refused = computed(() => queue.value.filter((q) => q.refused))

  async function change(part: Partial<KeptNight>): Promise<void> {
    if (!kept.value) return
    kept.value = { ...kept.value, ...part }
    await keepNight(structuredClone(toRaw(kept.value)))
  }

  /** What is new of a shot replaces the old; steps already done stay done. */
  function renewed(shot: FieldShot): Progress {
    const was = kept.value?.progress[shot.id]
    // what the last word changed stays on show as long as no other take came in between
    const told =
      was?.takes === shot.takes
        ? { change: was.change, reasons: was.reasons, isSettled: was.isSettled }
        : {}
    return {
      ...fresh(shot),
      ...told,
      checked: was?.checked ?? [],
      changed: was?.changed ?? [],
      openedAt: was?.openedAt ?? null,
    }
  }

  async function keep(found: FieldNight, askedAt: number): Promise<void> {
    const was = kept.value
    const shots = found.shots.map((shot) => {
      const mine = was?.night.shots.find((s) => s.id === shot.id)
      return mine && isStale(shot.id, askedAt) ? mine : shot
    })
    const progressOfKept = (shot: FieldShot) =>
      (isStale(shot.id, askedAt) && was?.progress[shot.id]) || renewed(shot)
    const progress = Object.fromEntries(shots.map((shot) => [shot.id, progressOfKept(shot)]))
    const finished = was?.night.id === found.id ? was.finished : {}
    kept.value = { night: { ...found, shots }, progress, finished }
    await keepNight(structuredClone(toRaw(kept.value)))
  }

  /** No answer tells of the connection; a mistake of ours tells nothing of it, and is said. */
  function missed(caught: unknown): void {
    if (caught instanceof ApiError) isOnline.value = caught.status !== 0
    else notices.fail(caught)
  }

  async function asked(what: () => Promise<void>): Promise<void> {
    try {
      await what()
      isOnline.value = true
      error.value = null
    } catch (caught) {
      missed(caught)
      if (!kept.value) error.value = asApiError(caught)
    }
  }

  const fetchNight = (id: string) =>
    asked(async () => {
      const params = { path: { night_id: id } }
      const askedAt = clock
      await keep(await data(client.GET('/api/v1/nights/{night_id}/field', { params })), askedAt)
    })

  /** After a take only its own shot is asked for anew. */
  const fetchShot = (id: string) =>
    asked(async () => {
      const params = { path: { shot_id: id } }
      const askedAt = clock
      const found = await data(client.GET('/api/v1/shots/{shot_id}/field', { params }))
      const shots = night.value?.shots ?? []
      if (!kept.value || !shots.some((s) => s.id === id) || isStale(id, askedAt)) return
      await change({
        night: { ...kept.value.night, shots: shots.map((s) => (s.id === id ? found : s)) },
        progress: { ...kept.value.progress, [id]: renewed(found) },
      })
    })

  /** Open a night: what the device has at once, then what the server says. */
  async function open(id: string): Promise<void> {
    if (kept.value?.night.id !== id) kept.value = (await keptNight(id)) ?? null
    const wasRunning = await keptRun()
    run.value ??= wasRunning // one may have been begun meanwhile
    queue.value = await outbox()
    // takes that are not sent yet are not in the server's answer: send first
    if (waiting.value) await sync()
    if (!waiting.value) await fetchNight(id)
  }

  async function sync(): Promise<void> {
    const before = waiting.value
    try {
      await session.load() // a page opened without signal has yet to learn who it is
    } catch (caught) {
      missed(caught)
      return
    }
    const answer = await send()
    queue.value = answer.left
    isOnline.value = before === 0 || answer.sent > 0
    const isWaiting = (id: string) => answer.left.some((q) => q.body.shot_id === id && !q.refused)
    for (const id of answer.chains.keys()) if (!isWaiting(id)) await fetchShot(id)
  }

  const finished = computed(() => kept.value?.finished ?? {})

  /** A shot is done with, skipped, or taken up again: the rest of the night goes by it. */
  async function finish(shotId: string, how: Finished['how'] | null): Promise<void> {
    const others = Object.entries(finished.value).filter(([id]) => id !== shotId)
    const mine: [string, Finished][] = how ? [[shotId, { how, at: Date.now() }]] : []
    await change({ finished: Object.fromEntries([...others, ...mine]) })
  }

  const progressOf = (shot: FieldShot) => kept.value?.progress[shot.id] ?? fresh(shot)

  /** The frame of a shot's series that is due. */
  const dueOf = (shot: FieldShot, now: number): Due | null => dueAt(shot, progressOf(shot), now)

  /** How far a shot has come, seen at a moment, or at the moment its next frame is due. */
  const standingOf = (shot: FieldShot, now: number): Progress =>
    standing(shot, progressOf(shot), Math.max(now, dueOf(shot, now)?.at ?? 0))

  /** What stands there when the shutter is pressed is what the word will be about. */
  const adopt = async (shot: FieldShot, now: number) => {
    const { setting, answers, step } = standingOf(shot, now)
    if (step !== progressOf(shot).step) await changeProgress(shot, { setting, answers, step })
  }

  const changeProgress = (shot: FieldShot, part: Partial<Progress>) => {
    touched.set(shot.id, ++clock)
    return change({
      progress: { ...kept.value?.progress, [shot.id]: { ...progressOf(shot), ...part } },
    })
  }

  const check = (shot: FieldShot, code: string) => {
    const { checked } = progressOf(shot)
    const now = checked.includes(code) ? checked.filter((c) => c !== code) : [...checked, code]
    return changeProgress(shot, { checked: now })
  }

  /** A light somebody changed, or did not after all: what was seen before is then only a hint. */
  const changeScene = (shot: FieldShot, light: string) => {
    const { changed } = progressOf(shot)
    const now = changed.includes(light) ? changed.filter((c) => c !== light) : [...changed, light]
    return changeProgress(shot, { changed: now })
  }
  const changedOf = (of: Run) => [...(kept.value?.progress[of.shotId]?.changed ?? [])]

  /** Every step of a run is on the device before anything else happens. */
  async function step(next: Run | null): Promise<void> {
    run.value = next
    await keepRun(next && structuredClone(toRaw(next)))
  }

  /** Put one exposure of a run into the outbox, under the run's own shot; its identity. */
  async function queueMade(
    of: Run,
    made: Made,
    verdict: Verdict | null,
    scene_changed: string[] = [],
    kept: Partial<Schemas['TakeIn']> = {},
  ): Promise<string> {
    const id = newId(made.startedAt)
    await queueTake({
      id,
      body: {
        shot_id: of.shotId,
        started_at_utc: new Date(made.startedAt).toISOString(),
        ...made.setting.values,
        levers: made.setting.levers,
        exposure_s: made.exposure_s,
        frames: made.frames,
        verdicts: verdict ? { [of.judged]: verdict } : {},
        scene_changed,
        role: of.role,
        note: '',
        ...kept,
      },
    })
    return id
  }

  /** What a word leads to on the device, before the server has seen it. */
  async function follow(of: Run, made: Made, verdict: Verdict | null): Promise<void> {
    const shot = night.value?.shots.find((s) => s.id === of.shotId)
    if (!shot) return
    const before = progressOf(shot)
    // a frame for another part of the picture tells nothing of this one
    if (of.role !== 'frame') return changeProgress(shot, { takes: before.takes + 1 })
    // what was worked out beforehand knows nothing of a changed scene
    const isSame = made.setting.text === before.setting.text && before.changed.length === 0
    const holds = !made.isEarly && isSame
    const answer = verdict && holds ? before.answers[of.judged]?.[verdict] : undefined
    const takes = before.takes + 1
    // over what is settled already it tells nothing new, and neither does no word at all
    const isNothingNew = verdict === null || (verdict === 'right' && before.isSettled && holds)
    if (verdict && answer)
      await changeProgress(shot, {
        setting: settingAt(shot, answer.setting),
        answers: answer.after,
        change: answer.change,
        reasons: answer.reasons,
        isSettled: answer.is_settled,
        isBeyond: Object.keys(answer.after).length === 0 && !answer.is_settled,
        path: [...before.path, { about: of.judged, word: verdict }],
        takes,
        openedAt: made.startedAt,
      })
    else
      await changeProgress(shot, {
        takes,
        openedAt: made.startedAt,
        follows: before.follows && isNothingNew,
        changed: [],
        isBeyond: !isNothingNew,
        change: '',
        reasons: [],
      })
  }

  /** A word over what the run made: kept, followed, sent; the identities of the takes. */
  async function judge(verdict: Verdict | null): Promise<string[]> {
    const of = run.value
    const [first] = of?.made ?? []
    if (!of || !first) return []
    // frames of one program are one take, by the setting it was planned around
    const frames = of.made.reduce((sum, made) => sum + made.frames, 0)
    const id = await queueMade(of, { ...first, frames }, verdict, changedOf(of))
    await step(null)
    await follow(of, first, verdict)
    queue.value = await outbox()
    await sync()
    return [id]
  }

  /** The frame of a bracket that was right; or none, and all are kept to be put together. */
  async function choose(right: number | null): Promise<string[]> {
    const of = run.value
    if (!of) return []
    const ids: string[] = []
    for (const [i, made] of of.made.entries())
      ids.push(
        await queueMade(
          of,
          made,
          i === right ? 'right' : null,
          i === 0 ? changedOf(of) : [],
          right === null ? { role: 'bracket', is_keeper: true } : {},
        ),
      )
    await step(null)
    const shot = night.value?.shots.find((s) => s.id === of.shotId)
    if (shot) {
      await changeProgress(shot, { takes: progressOf(shot).takes + of.made.length, changed: [] })
      const chosen = right === null ? undefined : of.made[right]
      if (chosen) await use(shot, chosen.setting)
    }
    queue.value = await outbox()
    await sync()
    return ids
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
      follows: false,
    })

  /** A quick frame first: the words over it lead to the setting it stands for. */
  const useTest = (shot: FieldShot) =>
    shot.test &&
    changeProgress(shot, {
      setting: settingAt(shot, shot.test.setting),
      answers: shot.test.answers,
      change: '',
      reasons: [],
      follows: false,
    })

  async function decide(id: string, sendAgain: boolean): Promise<void> {
    await (sendAgain ? retry(id) : forget(id))
    queue.value = await outbox()
    if (sendAgain) await sync()
  }

  return {
    night,
    run,
    finished,
    finish,
    isOnline,
    error,
    waiting,
    refused,
    open,
    sync,
    progressOf,
    standingOf,
    dueOf,
    adopt,
    check,
    changeScene,
    step,
    judge,
    choose,
    use,
    useTest,
    decide,
  }
})
