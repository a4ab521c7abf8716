/** What the device keeps while there is no signal: nights, progress, the run. */
import { get, set } from 'idb-keyval'

import type { Finished } from './order'
import type { Run } from './run'
import { store } from '../shared/takesQueue'
import type { FieldNight } from './bundle'
import type { Progress } from './standing'
import type { Schemas } from '../api/client'

export interface KeptNight {
  night: FieldNight
  progress: Record<string, Progress>
  /** Shots that are done with or skipped tonight, by their identity. */
  finished: Record<string, Finished>
}

const RUN = 'run'
// a bundle has a shape: one of an older page is fetched anew, never read wrongly
const nightKey = (id: string) => `night-10:${id}`

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

/** A run begun by an older page was of the picture itself. */
export async function keptRun(): Promise<Run | null> {
  const run = await get<Run | null>(RUN, store)
  const older = { roles: [], role: 'frame' as const }
  return run ? { ...older, ...run } : null
}
export const keepRun = (run: Run | null) => set(RUN, run, store)
