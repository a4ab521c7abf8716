/**
 * The one way a take reaches the server, from the phone and from the laptop alike. Takes go in the
 * order they were made, each under the identity it got on this device, so that sending one twice
 * keeps it once. One tab sends at a time. A lost connection leaves the rest in place; a refusal is
 * kept with its reason and never guessed away.
 */
import { ApiError, client, data, type Schemas } from '../api/client'
import { changed } from '../api/loaded'
import { changeOutbox, outbox, type Queued } from './takesQueue'

export interface Sent {
  sent: number
  left: Queued[]
  /** What follows, by shot: the chain after the last take of it that was sent. */
  chains: Map<string, Schemas['ChainOut']>
}

const BATCH = 20

/** One tab at a time sends what waits under a name. */
export async function alone<T>(what: string, work: () => Promise<T>): Promise<T> {
  return 'locks' in navigator ? await navigator.locks.request(`owl-${what}`, work) : work()
}

export const queueTake = (take: Queued) => changeOutbox((queue) => [...queue, take])

export const forget = (id: string) => changeOutbox((queue) => queue.filter((q) => q.id !== id))

export const retry = (id: string) =>
  changeOutbox((queue) => queue.map((q) => (q.id === id ? { id: q.id, body: q.body } : q)))

export function send(): Promise<Sent> {
  return alone('outbox', async () => {
    let sent = 0
    const chains = new Map<string, Schemas['ChainOut']>()
    // crossing takes off costs more than sending them, so it is done in batches: one that was
    // sent and not crossed off yet is sent again, which changes nothing
    let done: string[] = []
    const crossOff = async () => {
      const ids = done
      done = []
      if (ids.length) await changeOutbox((queue) => queue.filter((q) => !ids.includes(q.id)))
    }
    for (const take of await outbox()) {
      if (take.refused) continue
      try {
        const params = { path: { take_id: take.id } }
        const chain = await data(client.PUT('/api/v1/takes/{take_id}', { params, body: take.body }))
        const { shot_id } = take.body
        chains.set(shot_id, chain)
        await changed('/api/v1/shots/{shot_id}/chain', { path: { shot_id } }, chain)
        done.push(take.id)
        sent += 1
        if (done.length >= BATCH) await crossOff()
      } catch (error) {
        const isRefusal =
          error instanceof ApiError && [404, 409, 412, 422, 428].includes(error.status)
        if (!isRefusal) break // no signal, signed out, or the server is down: later
        await changeOutbox((queue) =>
          queue.map((q) => (q.id === take.id ? { ...q, refused: error.message } : q)),
        )
      }
    }
    await crossOff()
    return { sent, left: await outbox(), chains }
  })
}
