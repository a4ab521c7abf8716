/** Takes on their way to the server, kept on this device until they are there. */
import { createStore, get, update } from 'idb-keyval'

import type { Schemas } from '../api/client'

type Verdict = Schemas['VerdictOut']['key']

/** A take on its way to the server, new or changed, with the identity it got here. */
export interface Queued {
  id: string
  body: Schemas['TakeIn']
  /** What the server has of it; nothing for one it has not seen. */
  version?: number
  /** It was deleted here. */
  isGone?: boolean
  /** Another for each change: what was sent is crossed off only as it was sent. */
  stamp?: string
  /** Why the server would not have it; it waits for a decision. */
  refused?: string
}

/** What is said of a take of which nothing was said yet. */
export const nothingSaid = () => ({
  frames: 1,
  set_exposure_s: null,
  verdicts: {},
  spots: {},
  faults: [],
  scene_changed: [],
  levers: {},
  role: 'frame' as const,
  is_keeper: false,
  note: '',
})

/** All that the device keeps of the field lies in here. */
export const store = createStore('patient-owl', 'field')
const OUTBOX = 'outbox'

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
