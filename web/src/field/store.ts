/** A night in the field: kept on the device, run from it, and sent when there is signal. */
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw } from 'vue'

import { ApiError, asApiError, client, data } from '../api/client'
import { newId } from '../api/identity'
import { without } from '../api/without'
import { keepNight, keepRun, keptNight, keptRun, type KeptNight } from './kept'
import type { FieldNight, FieldShot, Setting, Verdict } from './bundle'
import { nothingSaid, outbox, type Queued } from '../shared/takesQueue'
import { useNotices } from '../shared/stores/notices'
import { useSession } from '../shared/stores/session'
import { forget, queueTake, retry, send } from '../shared/outbox'
import { settingAt } from './bundle'
import {
  dueAt,
  fresh,
  hasMoved,
  isAsFetched,
  standing,
  type Due,
  type Last,
  type Progress,
} from './standing'
import { isAllRight, isRight, seenKey, tells, WHOLE, type Body, type Said } from './seen'
import type { Finished } from './order'
import type { Made, Run } from './run'

/** A take as it can be changed here. version: what the server has of it. */
export interface Taken {
  id: string
  body: Body
  version?: number
}

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
  /** What the server has of the takes that were sent since the page was opened. */
  const versions = new Map<string, number>()
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
    return {
      ...fresh(shot),
      checked: was?.checked ?? [],
      changed: was?.changed ?? [],
      openedAt: was?.openedAt ?? null,
      last: was?.last ? { ...was.last, before: null } : null,
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
    for (const [id, version] of answer.versions) versions.set(id, version)
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
    const standing = standingOf(shot, now)
    if (standing.place !== progressOf(shot).place) await changeProgress(shot, standing)
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

  /** One exposure of a run as a take. */
  const bodyOf = (of: Run, made: Made, said: Said, scene_changed: string[] = []): Body => ({
    shot_id: of.shotId,
    started_at_utc: new Date(made.startedAt).toISOString(),
    ...nothingSaid(),
    ...made.setting.values,
    levers: made.setting.levers,
    exposure_s: made.exposure_s,
    set_exposure_s: made.isEarly ? made.setting.values.exposure_s : null,
    frames: made.frames,
    scene_changed,
    role: of.role,
    ...said,
  })

  const shotOf = (id: string) => night.value?.shots.find((s) => s.id === id)

  /** The word of the whole picture; in a quick frame of the one light it shows. */
  const aboutWhole = (setting: Setting) =>
    setting.asked.includes(WHOLE) ? WHOLE : (setting.asked[0] ?? WHOLE)

  /** What the device knows after a take, before the server has seen it. */
  function after(shot: FieldShot, last: Last, before: Progress): Progress {
    const { made, body } = last
    const takes = before.takes + 1
    // a frame for another part of the picture tells nothing of this one
    if (body.role !== 'frame') return { ...before, takes, last }
    const then: Progress = { ...before, takes, openedAt: made.startedAt, last }
    if (before.isKept) return then
    // what was worked out beforehand knows nothing of a changed scene
    const isSame = made.setting.text === before.setting.text && before.changed.length === 0
    const early = earlyOf(shot, made)
    const holds = early === null && isSame
    const answers = early ?? before.answers
    if (body.is_keeper && isSame && !isTest(shot, made.setting)) {
      const reasons = [night.value?.kept_text ?? '']
      const right = answers[seenKey(shot, made.setting, [], { verdicts: { [WHOLE]: 'right' } })]
      const kept = { isKept: true, answers: {}, change: '', reasons }
      return { ...then, ...kept, ...following(before, right?.later) }
    }
    const seen = seenKey(shot, made.setting, night.value?.humps ?? [], body)
    // what to do about one closed early was worked out for the setting the bundle came with
    const isKnown = isSame && (early === null || isAsFetched(shot, before))
    if (isConfirming(shot, before, body) && holds)
      return { ...then, change: '', reasons: [night.value?.right_text ?? ''] }
    const answer = isKnown ? answers[seen] : undefined
    if (answer)
      return {
        ...then,
        setting: settingAt(shot, answer.setting),
        answers: answer.after,
        change: answer.change,
        reasons: answer.reasons,
        isBeyond: false,
        ...following(before, answer.later),
        isRight: isStaying(made) && isRight(shot, made.setting, body),
      }
    // right again tells nothing new, and neither does no word at all
    const isSaidAgain = before.isRight && isAllRight(body) && holds && !hasMoved(shot, before)
    const isNothingNew = !tells(body) || isSaidAgain
    const isFinal = isStaying(made) && isRight(shot, made.setting, body)
    if (isFinal && !isNothingNew && before.changed.length === 0)
      return { ...then, ...staysAt(made.setting) }
    return {
      ...then,
      follows: before.follows && isNothingNew,
      changed: [],
      isBeyond: !isNothingNew,
      isRight: before.isRight && isNothingNew,
      change: '',
      reasons: isSaidAgain ? [night.value?.right_text ?? ''] : [],
    }
  }

  /** Right over what right has led to, once the light has moved on, says nothing new. */
  const isConfirming = (shot: FieldShot, before: Progress, body: Body) =>
    before.isRight && hasMoved(shot, before) && isRight(shot, before.setting, body)

  /** How it goes on from a frame that was judged, as the light moves. */
  const following = ({ place }: Progress, then: number[] = []) => ({
    since: place,
    then: place < 0 ? [] : then,
  })

  /** Right is final: whatever the setting was, it stays. */
  const isStaying = ({ setting, isEarly }: Made) => setting.stays_when_right && !isEarly

  const staysAt = (setting: Setting) => ({
    setting,
    answers: {},
    change: '',
    reasons: [night.value?.right_text ?? ''],
    isBeyond: false,
    isRight: false,
    follows: false,
  })

  /** The answers over a frame that was closed early; null over one that was not. */
  function earlyOf(shot: FieldShot, made: Made): Progress['answers'] | null {
    const share = made.exposure_s / made.setting.values.exposure_s
    if (!made.isEarly || share >= shot.early_below_share) return null
    return shot.early.find((early) => share >= early.least_share)?.answers ?? {}
  }

  const isTest = (shot: FieldShot, setting: Setting) =>
    shot.test !== null && settingAt(shot, shot.test.setting).text === setting.text

  /** A word over what the run made: kept, followed, sent; the identities of the takes. */
  async function judge(verdict: Verdict | null): Promise<string[]> {
    const of = run.value
    const [first] = of?.made ?? []
    if (!of || !first) return []
    // frames of one program are one take, by the setting it was planned around
    const frames = of.made.reduce((sum, made) => sum + made.frames, 0)
    const verdicts = verdict ? { [aboutWhole(first.setting)]: verdict } : {}
    const body = bodyOf(of, { ...first, frames }, { verdicts }, changedOf(of))
    const last: Last = { id: newId(first.startedAt), made: first, body, before: null }
    await queueTake({ id: last.id, body })
    queue.value = await outbox()
    await step(null)
    const shot = shotOf(of.shotId)
    if (shot) {
      const before = { ...progressOf(shot), last: null }
      await changeProgress(shot, after(shot, { ...last, before }, before))
    }
    await sync()
    return [last.id]
  }

  /** Something else is said of a take, or more: of the last one it changes what is set next. */
  async function see(shot: FieldShot, id: string, said: Said): Promise<void> {
    const { last } = progressOf(shot)
    const take = takesOf(shot).find((made) => made.id === id)
    if (!take) return
    const body = { ...take.body, ...said }
    await queueTake({ id, body, version: take.version })
    queue.value = await outbox()
    if (last?.id === id) {
      const now = { ...last, body }
      // once the server has answered it is for the server to say what that changes
      if (last.before) await changeProgress(shot, after(shot, now, last.before))
      else await changeProgress(shot, { last: now })
    }
    await sync()
  }

  /** A take is deleted, or brought back. */
  async function remove(shot: FieldShot, id: string, isGone = true): Promise<void> {
    const take = takesOf(shot, true).find((made) => made.id === id)
    if (!take) return
    await queueTake({ id, body: take.body, version: take.version, isGone })
    queue.value = await outbox()
    const was = progressOf(shot)
    if (was.last?.id === id && isGone) await changeProgress(shot, was.last.before ?? { last: null })
    if (isGone)
      notices.offer('Take deleted.', async () => {
        await changeProgress(shot, was)
        await remove(shot, id, false)
      })
    await sync()
  }

  /** The takes of a shot as this device knows them, oldest first: the server's and its own. */
  function takesOf(shot: FieldShot, goneToo = false): Taken[] {
    const mine = queue.value.filter((q) => q.body.shot_id === shot.id)
    const sent = shot.made.map(({ take }) => {
      const { id, version } = take
      return { id, version, body: without(take, 'id', 'version') }
    })
    const changed = sent.map((take) => {
      const own = mine.find((q) => q.id === take.id)
      return own ? { ...take, body: own.body, isGone: own.isGone ?? false } : take
    })
    const fresh = mine.filter((q) => !sent.some((take) => take.id === q.id))
    const all = [...changed, ...fresh]
    // sent, and the answer is still on its way
    const { last } = progressOf(shot)
    if (last && !all.some(({ id }) => id === last.id) && versions.has(last.id))
      all.push({ id: last.id, body: last.body, version: versions.get(last.id) })
    return all.filter((take) => goneToo || !('isGone' in take && take.isGone))
  }

  /** The frame of a bracket that was right; or none, and all are kept to be put together. */
  async function choose(right: number | null): Promise<string[]> {
    const of = run.value
    if (!of) return []
    const ids: string[] = []
    for (const [i, made] of of.made.entries()) {
      const verdicts = i === right ? { [aboutWhole(made.setting)]: 'right' as const } : {}
      const kept = right === null ? { role: 'bracket' as const, is_keeper: true } : {}
      const id = newId(made.startedAt)
      const changed = i === 0 ? changedOf(of) : []
      await queueTake({ id, body: bodyOf(of, made, { verdicts, ...kept }, changed) })
      ids.push(id)
    }
    await step(null)
    const shot = shotOf(of.shotId)
    if (shot) {
      await changeProgress(shot, {
        takes: progressOf(shot).takes + of.made.length,
        changed: [],
        last: null,
      })
      const chosen = right === null ? undefined : of.made[right]
      if (chosen) await decideOn(shot, chosen)
    }
    queue.value = await outbox()
    await sync()
    return ids
  }

  /** One frame of several was right. */
  const decideOn = (shot: FieldShot, made: Made) =>
    isStaying(made) ? changeProgress(shot, staysAt(made.setting)) : use(shot, made.setting)

  /** Set something else by hand: the answers no longer hold until the server has seen it. */
  const use = (shot: FieldShot, setting: Setting) => changeProgress(shot, byHand(setting))

  const byHand = (setting: Setting) => ({
    setting,
    answers: {},
    change: '',
    reasons: [],
    isBeyond: false,
    isRight: false,
    follows: false,
  })

  /** A reading answers a question of the shot: the setting worked out for it beforehand. */
  async function measure(shot: FieldShot, key: string, value: number): Promise<void> {
    const plans = shot.measured.find((answer) => answer.key === key)?.plans ?? []
    const plan = plans.filter(({ from_value }) => from_value <= value).at(-1) ?? plans[0]
    if (!plan) return
    const { text: set } = settingAt(shot, plan.setting)
    const why = { change: plan.change, reasons: [night.value?.measured_text ?? ''] }
    await changeProgress(shot, { ...byHand(settingAt(shot, plan.setting)), ...why })
    if (waiting.value) return
    // with signal the reading is there already, and the server plans by its very figure
    await fetchShot(shot.id)
    const now = shotOf(shot.id)
    if (now && progressOf(now).setting.text === set) await changeProgress(now, why)
  }

  /** A quick frame first: the words over it lead to the setting it stands for. */
  const useTest = (shot: FieldShot) =>
    shot.test &&
    changeProgress(shot, {
      setting: settingAt(shot, shot.test.setting),
      answers: shot.test.answers,
      change: '',
      reasons: [],
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
    measure,
    decide,
    see,
    remove,
    takesOf,
  }
})
