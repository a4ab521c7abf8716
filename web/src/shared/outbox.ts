/**
 * The one way a take reaches the server, from the phone and from the laptop alike. Takes go in the
 * order they were made, each under the identity it got on this device, so that sending one twice
 * keeps it once; what is changed while it waits goes as it is then. One tab sends at a time. A lost
 * connection leaves the rest in place; a refusal is kept with its reason and never guessed away.
 */
import { ApiError, client, data, type Schemas } from '../api/client'
import { newId } from '../api/identity'
import { changed } from '../api/loaded'
import { changeOutbox, outbox, type Queued } from './takesQueue'

export interface Sent {
  sent: number
  left: Queued[]
  /** What follows, by shot: the chain after the last take of it that was sent. */
  chains: Map<string, Schemas['ChainOut']>
  /** What the server has of each take that was sent. */
  versions: Map<string, number>
}

const BATCH = 50

/** One tab at a time sends what waits under a name. */
export async function alone<T>(what: string, work: () => Promise<T>): Promise<T> {
  return 'locks' in navigator ? await navigator.locks.request(`owl-${what}`, work) : work()
}

/** A take as it is now; one that waits already keeps its place and what the server has of it. */
export const queueTake = (take: Queued) =>
  changeOutbox((queue) => {
    const waiting = queue.find((q) => q.id === take.id)
    const stamped = { ...take, version: take.version ?? waiting?.version, stamp: newId() }
    return waiting ? queue.map((q) => (q.id === take.id ? stamped : q)) : [...queue, stamped]
  })

export const forget = (id: string) => changeOutbox((queue) => queue.filter((q) => q.id !== id))

export const retry = (id: string) =>
  changeOutbox((queue) => queue.map(({ refused, ...q }) => (q.id === id ? q : { ...q, refused })))

const sentAs = ({ id, body, version, isGone }: Queued): Schemas['SentTakeIn'] => ({
  id,
  take: isGone ? null : body,
  version: version ?? null,
})

async function sendAll(takes: Queued[]): Promise<Schemas['SentTakesOut']> {
  return data(client.POST('/api/v1/takes', { body: { takes: takes.map(sentAs) } }))
}

/** What was sent is crossed off; what was changed meanwhile goes again, over the newer version. */
const crossOff = (takes: Queued[], versions: Record<string, number>) =>
  changeOutbox((queue) =>
    queue.flatMap((q) => {
      const sent = takes.find((take) => take.id === q.id)
      if (!sent) return [q]
      return sent.stamp === q.stamp ? [] : [{ ...q, version: versions[q.id] ?? q.version }]
    }),
  )

const isRefusal = (error: unknown): error is ApiError =>
  error instanceof ApiError && [404, 409, 412, 422, 428].includes(error.status)

export function send(): Promise<Sent> {
  return alone('outbox', async () => {
    let sent = 0
    const chains = new Map<string, Schemas['ChainOut']>()
    const versions = new Map<string, number>()
    async function deliver(takes: Queued[]): Promise<boolean> {
      try {
        const answer = await sendAll(takes)
        for (const chain of answer.chains) {
          const { shot_id } = chain
          chains.set(shot_id, chain)
          await changed('/api/v1/shots/{shot_id}/chain', { path: { shot_id } }, chain)
        }
        for (const [id, version] of Object.entries(answer.versions)) versions.set(id, version)
        await crossOff(takes, answer.versions)
        sent += takes.length
        return true
      } catch (error) {
        if (!isRefusal(error)) return false // no signal, signed out, or the server is down: later
        const [only, ...rest] = takes
        if (!only) return true
        if (rest.length) {
          for (const take of takes) if (!(await deliver([take]))) return false
          return true
        }
        await changeOutbox((queue) =>
          queue.map((q) => (q.id === only.id ? { ...q, refused: error.message } : q)),
        )
        return true
      }
    }
    const waiting = (await outbox()).filter((take) => !take.refused)
    for (let at = 0; at < waiting.length; at += BATCH)
      if (!(await deliver(waiting.slice(at, at + BATCH)))) break
    return { sent, left: await outbox(), chains, versions }
  })
}
