/** What the device keeps while there is no signal: nights, progress, the run, takes to be sent. */
import { createStore, get, set, update } from 'idb-keyval'

import type { Finished } from './order'
import type { Run } from './run'
import type { Schemas } from '../api/client'

export type FieldNight = Schemas['FieldNightOut']
export type FieldShot = Schemas['FieldShotOut']
/** A setting with the course it runs, which the bundle keeps apart. */
export type Setting = Omit<Schemas['FieldSettingOut'], 'program'> & {
  program: Schemas['ProgramOut']
}
export type Calling = FieldNight['calling']
export type Answers = FieldShot['answers']
export type Verdict = Schemas['VerdictOut']['key']

/** How far a shot has come since its bundle was fetched. */
export interface Progress {
  setting: Setting
  answers: Answers
  checked: string[]
  /** What the last word changed, to be shown with the setting. */
  change: string
  reasons: string[]
  isSettled: boolean
  /** The words that were worked out beforehand are used up. */
  isBeyond: boolean
  takes: number
  /** The setting goes with the light: nobody chose another, and every word was answered. */
  follows: boolean
  /** The step of moving light it stands on, by its moment; empty where it stands on none. */
  step: string
  /** Words said and answered since the bundle, each with the light it was about. */
  path: { about: string; word: Verdict }[]
  /** When the shutter last opened, in milliseconds since 1970. */
  openedAt: number | null
  /** Lights somebody changed since the last take, or `whole`. */
  changed: string[]
}

export interface KeptNight {
  night: FieldNight
  progress: Record<string, Progress>
  /** Shots that are done with or skipped tonight, by their identity. */
  finished: Record<string, Finished>
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
const RUN = 'run'
// a bundle has a shape: one of an older page is fetched anew, never read wrongly
const nightKey = (id: string) => `night-7:${id}`

export const keptNight = (id: string) => get<KeptNight>(nightKey(id), store)
export const keepNight = (kept: KeptNight) => set(nightKey(kept.night.id), kept, store)

/** The computed picture of a shot, as it was when there was signal last. */
export const keptPicture = (shotId: string) => get<Blob>(`picture:${shotId}`, store)
export const keepPicture = (shotId: string, picture: Blob) =>
  set(`picture:${shotId}`, picture, store)

/** A line of a pack list ticked on this device, not sent yet. */
export type Tick = Schemas['TickIn']
export interface KeptPack {
  list: Schemas['PackListOut'] | null
  ticks: Tick[]
}
export const keptPack = (nightId: string) => get<KeptPack>(`pack:${nightId}`, store)
export const keepPack = (nightId: string, pack: KeptPack) => set(`pack:${nightId}`, pack, store)

/** A run begun by an older page was about one light. */
export async function keptRun(): Promise<Run | null> {
  const run = await get<Run | null>(RUN, store)
  return run ? { ...run, lights: run.lights ?? [] } : null
}
export const keepRun = (run: Run | null) => set(RUN, run, store)

export const outbox = async () => ((await get<Queued[]>(OUTBOX, store)) ?? []).map(renewed)
export const changeOutbox = (change: (queue: Queued[]) => Queued[]) =>
  update<Queued[]>(OUTBOX, (queue) => change((queue ?? []).map(renewed)), store)

interface OldWords {
  verdict?: Verdict | null
  light_verdict?: Verdict | null
}

/** A take queued by a page of before words had a light they are about. */
export function renewed(take: Queued): Queued {
  if (!('verdict' in take.body || 'light_verdict' in take.body)) return take
  const { verdict, light_verdict, ...rest } = take.body as Queued['body'] & OldWords
  const said = Object.entries({ whole: verdict, bursts: light_verdict }).filter(([, word]) => word)
  return {
    ...take,
    body: { ...rest, verdicts: Object.fromEntries(said) as Queued['body']['verdicts'] },
  }
}
