/**
 * What the device keeps to measure without signal, and readings on their way: each under an identity
 * it got here, so that sending one twice keeps it once.
 */
import { createStore, get, set, update } from 'idb-keyval'

import { ApiError, client, data, type Schemas } from '../api/client'
import { newId } from '../api/identity'
import { alone } from '../field/outbox'

export type Kit = Schemas['InstrumentsOut']
export type ReadingIn = Schemas['ReadingIn']
interface Waiting {
  id: string
  body: ReadingIn
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

/** Send what waits; answers how many still do. */
export const sendReadings = (): Promise<number> => alone('readings', sendAll)

async function sendAll(): Promise<number> {
  for (const { id, body } of await waiting()) {
    try {
      const params = { path: { reading_id: id } }
      await data(client.PUT('/api/v1/readings/{reading_id}', { params, body }))
    } catch (error) {
      if (!(error instanceof ApiError && NEVER.includes(error.status))) break
    }
    await change((queue) => queue.filter((one) => one.id !== id))
  }
  return (await waiting()).length
}
