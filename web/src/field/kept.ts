/** What the device keeps while there is no signal: nights, progress, and takes to be sent. */
import { createStore, get, set, update } from 'idb-keyval'

import type { Schemas } from '../api/client'
import type { Run } from './clock'

export type FieldNight = Schemas['FieldNightOut']
export type FieldShot = Schemas['FieldShotOut']
export type Setting = Schemas['FieldSettingOut']
export type Answer = Schemas['AnswerOut']
export type Verdict = Schemas['VerdictOut']['key']

/** How far a shot has come since its bundle was fetched. */
export interface Progress {
  setting: Setting
  answers: Record<string, Answer>
  checked: string[]
  /** What the last word changed, to be shown with the setting. */
  change: string
  reasons: string[]
  isSettled: boolean
  /** The words that were worked out beforehand are used up. */
  isBeyond: boolean
  takes: number
}

export interface KeptNight {
  night: FieldNight
  progress: Record<string, Progress>
  run: Run | null
}

/** A take on its way to the server, with the identity it got here. */
export interface Queued {
  id: string
  body: Schemas['TakeIn']
  /** Why the server would not have it; it waits for a decision. */
  refused?: string
}

const store = createStore('patient-owl', 'field')
const OUTBOX = 'outbox'
const nightKey = (id: string) => `night:${id}`

export const keptNight = (id: string) => get<KeptNight>(nightKey(id), store)
export const keepNight = (kept: KeptNight) => set(nightKey(kept.night.id), kept, store)

export const outbox = async () => (await get<Queued[]>(OUTBOX, store)) ?? []
export const changeOutbox = (change: (queue: Queued[]) => Queued[]) =>
  update<Queued[]>(OUTBOX, (queue) => change(queue ?? []), store)
