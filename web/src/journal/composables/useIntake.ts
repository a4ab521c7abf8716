/**
 * A card that comes in: its files sent one by one, each by its head and then what the server wants
 * of it. Stopped and gone on with at will; what is here already is not taken twice.
 */
import {
  computed,
  onScopeDispose,
  ref,
  shallowRef,
  triggerRef,
  type ComputedRef,
  type Ref,
} from 'vue'

import { asApiError, client, data, type Schemas } from '../../api/client'

type Intake = Schemas['IntakeOut']
export type OwnNight = Omit<Schemas['OwnNightIn'], 'photo_ids'>
type Outcome = Schemas['FileOut']['outcome']

export interface CardFile {
  file: File
  outcome: Outcome | 'waiting'
  text: string
  photoId: string | null
}

/** A set of pictures, and the shot it becomes a take of. */
export interface Gift {
  photoIds: string[]
  shotId: string
}

export interface UseIntakeReturn {
  intake: Ref<Intake | null>
  files: Ref<CardFile[]>
  done: ComputedRef<number>
  sentBytes: Ref<number>
  isRunning: Ref<boolean>
  /** Why it stopped by itself, in words. */
  trouble: Ref<string>
  open: (id: string) => Promise<void>
  begin: (files: File[], card: Schemas['IntakeIn']) => Promise<void>
  add: (files: File[]) => Promise<void>
  goOn: () => Promise<void>
  stop: () => void
  /** Sets of pictures become takes of shots, some at a time. */
  give: (gifts: Gift[]) => Promise<void>
  /** Sets of pictures become a night of their own. */
  ownNight: (sets: string[][], night: OwnNight) => Promise<void>
}

const HEAD_BYTES = 131_072 // what is sent of a file unasked
const AT_ONCE = 3
const GIVEN_AT_ONCE = 400 // pictures, in whole sets
const MOST_ROUNDS = 12 // of asking for more of one file

const isSidecar = ({ file }: CardFile) => file.name.toLowerCase().endsWith('.xmp')

/** Sets of one shot put together, as many at a time as one request carries. */
function gathered(gifts: Gift[]): Gift[] {
  const found: Gift[] = []
  const open = new Map<string, Gift>()
  for (const { photoIds, shotId } of gifts) {
    const into = open.get(shotId)
    if (into && into.photoIds.length + photoIds.length <= GIVEN_AT_ONCE)
      into.photoIds.push(...photoIds)
    else {
      const next = { photoIds: [...photoIds], shotId }
      open.set(shotId, next)
      found.push(next)
    }
  }
  return found
}

export function useIntake(): UseIntakeReturn {
  const intake = shallowRef<Intake | null>(null)
  const files = shallowRef<CardFile[]>([])
  const sentBytes = ref(0)
  const isRunning = ref(false)
  const trouble = ref('')
  let stopping: AbortController | null = null
  const done = computed(() => files.value.filter((file) => file.outcome !== 'waiting').length)
  const path = () => ({ path: { intake_id: intake.value?.id ?? '' } })

  async function open(id: string): Promise<void> {
    const params = { path: { intake_id: id } }
    intake.value = await data(client.GET('/api/v1/intakes/{intake_id}', { params }))
  }

  async function begin(chosen: File[], body: Schemas['IntakeIn']): Promise<void> {
    intake.value = await data(client.POST('/api/v1/intakes', { body }))
    await add(chosen)
  }

  async function add(chosen: File[]): Promise<void> {
    const fresh = chosen.map((file): CardFile => ({
      file,
      outcome: 'waiting',
      text: '',
      photoId: null,
    }))
    files.value = [...files.value, ...fresh]
    await goOn()
  }

  async function goOn(): Promise<void> {
    if (isRunning.value || !intake.value) return
    isRunning.value = true
    trouble.value = ''
    const mine = (stopping = new AbortController())
    const waiting = files.value.filter((file) => file.outcome === 'waiting')
    async function work(queue: IterableIterator<CardFile>): Promise<void> {
      for (const one of queue) {
        if (mine.signal.aborted) return
        await send(one, mine.signal)
        triggerRef(files)
      }
    }
    try {
      // a sidecar says something of a picture that must be here
      for (const part of [waiting.filter((one) => !isSidecar(one)), waiting.filter(isSidecar)]) {
        const queue = part[Symbol.iterator]()
        await Promise.all(Array.from({ length: AT_ONCE }, () => work(queue)))
      }
      intake.value = await data(
        client.POST('/api/v1/intakes/{intake_id}/placed', { params: path() }),
      )
    } catch (caught) {
      const stoppedByHand = mine.signal.aborted && !trouble.value
      mine.abort()
      if (!stoppedByHand) trouble.value = asApiError(caught).message
    } finally {
      isRunning.value = false
      triggerRef(files)
    }
  }

  async function send(one: CardFile, signal: AbortSignal): Promise<void> {
    const pieces: [number, Blob][] = [[0, one.file.slice(0, HEAD_BYTES)]]
    for (let round = 0; round < MOST_ROUNDS; round++) {
      const answer = await sendPieces(one.file, pieces, signal)
      if (!answer.wants?.length) {
        one.outcome = answer.outcome
        one.text = answer.text
        one.photoId = answer.photo_id ?? null
        return
      }
      for (const { start, end } of answer.wants) pieces.push([start, one.file.slice(start, end)])
    }
    one.outcome = 'refused'
    one.text = 'It asks for ever more of itself.'
  }

  async function sendPieces(
    file: File,
    pieces: [number, Blob][],
    signal: AbortSignal,
  ): Promise<Schemas['FileOut']> {
    const form = new FormData()
    form.append('name', file.name)
    form.append('size_bytes', String(file.size))
    for (const [start, piece] of pieces) {
      form.append('starts', String(start))
      form.append('pieces', piece, file.name)
      sentBytes.value += piece.size
    }
    return data(
      client.POST('/api/v1/intakes/{intake_id}/files', {
        params: path(),
        body: form as never,
        bodySerializer: (body: unknown) => body as FormData,
        signal,
      }),
    )
  }

  async function give(gifts: Gift[]): Promise<void> {
    for (const { photoIds, shotId } of gathered(gifts)) {
      const asked = { params: { path: { shot_id: shotId } }, body: { photo_ids: photoIds } }
      await data(client.POST('/api/v1/shots/{shot_id}/photos/takes', asked))
    }
    await open(intake.value?.id ?? '')
  }

  async function ownNight(sets: string[][], night: OwnNight): Promise<void> {
    const [first, ...rest] = gathered(sets.map((photoIds) => ({ photoIds, shotId: '' })))
    const asked = { params: path(), body: { ...night, photo_ids: first?.photoIds ?? [] } }
    const shot = await data(client.POST('/api/v1/intakes/{intake_id}/night', asked))
    if (rest.length) await give(rest.map((gift) => ({ ...gift, shotId: shot.id })))
    else await open(intake.value?.id ?? '')
  }

  const stop = () => stopping?.abort()
  onScopeDispose(stop)
  return {
    intake,
    files,
    done,
    sentBytes,
    isRunning,
    trouble,
    open,
    begin,
    add,
    goOn,
    stop,
    give,
    ownNight,
  }
}
