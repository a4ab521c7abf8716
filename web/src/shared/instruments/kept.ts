/**
 * What the device keeps to measure without signal, and readings on their way: each under an identity
 * it got here, so that sending one twice keeps it once.
 */
import { createStore, get, set, update } from 'idb-keyval'

import { ApiError, client, data, type Schemas } from '../../api/client'
import { newId } from '../../api/identity'
import { alone } from '../outbox'

export type Kit = Schemas['InstrumentsOut']
export type ReadingIn = Schemas['ReadingIn']
/** refused: why the server would not have it; it waits for a decision. */
export interface Waiting {
  id: string
  body: ReadingIn
  refused?: string
}

const store = createStore('patient-owl-instruments', 'kept')
const QUEUE = 'waiting'
// a kit has a shape: one of an older page is fetched anew, never read wrongly
const keyOf = (where: Where) => `kit-1:${where.nightId ?? where.placeId}`

/** A night, or a place alone. */
export interface Where {
  nightId?: string
  placeId?: string
}

export const keptKit = (where: Where) => get<Kit>(keyOf(where), store)

async function fetchKit({ nightId, placeId }: Where): Promise<Kit> {
  if (nightId) {
    const params = { path: { night_id: nightId } }
    return data(client.GET('/api/v1/nights/{night_id}/instruments', { params }))
  }
  const params = { path: { place_id: placeId ?? '' } }
  return data(client.GET('/api/v1/places/{place_id}/instruments', { params }))
}

/** As the server has it, and kept; thrown is what went wrong. */
export async function takeAlong(where: Where): Promise<Kit> {
  const kit = await fetchKit(where)
  await set(keyOf(where), kit, store)
  return kit
}

export const waiting = async (): Promise<Waiting[]> => (await get<Waiting[]>(QUEUE, store)) ?? []
const change = (by: (queue: Waiting[]) => Waiting[]) =>
  update<Waiting[]>(QUEUE, (queue) => by(queue ?? []), store)

/** Kept here at once, as the plain thing it is on the wire; answers its identity. */
export async function keepReading(reading: ReadingIn): Promise<string> {
  const id = newId()
  const body = JSON.parse(JSON.stringify(reading)) as ReadingIn
  await change((queue) => [...queue, { id, body }])
  return id
}

const NEVER = [404, 422] // what it was of is gone, or it is none

export const forgetReading = (id: string) =>
  change((queue) => queue.filter((waiting) => waiting.id !== id))

/** Send what waits; answers what still does, the refused among it. */
export const sendReadings = (): Promise<Waiting[]> => alone('readings', sendAll)

async function sendAll(): Promise<Waiting[]> {
  for (const { id, body, refused } of await waiting()) {
    if (refused) continue
    try {
      const params = { path: { reading_id: id } }
      await data(client.PUT('/api/v1/readings/{reading_id}', { params, body }))
      await forgetReading(id)
    } catch (error) {
      // no signal, signed out, or the server is down: later
      if (!(error instanceof ApiError && NEVER.includes(error.status))) break
      const why = error.message
      await change((queue) =>
        queue.map((waiting) => (waiting.id === id ? { ...waiting, refused: why } : waiting)),
      )
    }
  }
  return waiting()
}
