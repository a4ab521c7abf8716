/**
 * The takes of a shot and what follows from them. A take goes the same way as from the phone:
 * into the outbox of this device, then to the server, which answers with the chain.
 */
import { readonly, ref, type Ref } from 'vue'

import { client, data, ifMatch, type Schemas } from '../../api/client'
import { newId } from '../../api/identity'
import { upload } from '../../api/upload'
import { without } from '../../api/without'
import { queueTake, send } from '../../shared/outbox'
import { nothingSaid } from '../../shared/takesQueue'
import { useNotices } from '../../shared/stores/notices'
import { useLoaded, type Loaded } from '../../api/loaded'

type Chain = Schemas['ChainOut']
type Take = Schemas['TakeOut']

export interface Entered {
  started_at_utc: string
  values: Schemas['SettingValues']
  verdicts: Schemas['TakeIn']['verdicts']
  role: Schemas['RoleOut']['key']
  note: string
}

export interface UseChainReturn extends Loaded<Chain> {
  isBusy: Readonly<Ref<boolean>>
  /** A take with the setting advised, the word said of a light, and the lights changed before it. */
  record: (part: string, verdict: Schemas['VerdictOut']['key'], changed?: string[]) => Promise<void>
  /** A take made otherwise than advised, or at another time. */
  enter: (take: Entered) => Promise<void>
  /** Keep what was found of the light, for the next shot at the place. */
  remember: () => Promise<void>
  /** Correct the figure of a light in the kit by what was found. */
  measure: (key: string) => Promise<void>
  edit: (take: Take, part: Partial<Schemas['TakeIn']>) => Promise<void>
  remove: (take: Take) => Promise<void>
  /** Take pictures in one after another, then let them find their takes. */
  addPictures: (files: File[], keep: boolean) => Promise<void>
  givePhoto: (photo: Schemas['PhotoOut'], takeId: string | null) => Promise<void>
  takeOfPhoto: (photo: Schemas['PhotoOut']) => Promise<void>
  removePhoto: (photo: Schemas['PhotoOut']) => Promise<void>
}

export function useChain(shotId: () => string): UseChainReturn {
  const notices = useNotices()
  const isBusy = ref(false)
  const params = () => ({ path: { shot_id: shotId() } })
  const chain = useLoaded('/api/v1/shots/{shot_id}/chain', params)

  /** Queue a take under an identity made here, send what waits, and show the chain as it is then. */
  async function keepTake(take: Omit<Schemas['TakeIn'], 'shot_id'>): Promise<void> {
    if (isBusy.value) return
    isBusy.value = true
    const id = shotId()
    try {
      const takeId = newId()
      await queueTake({ id: takeId, body: { shot_id: id, ...take } })
      const { left } = await send()
      const mine = left.find((q) => q.id === takeId)
      if (mine?.refused) notices.warn(mine.refused)
      else if (mine) notices.say('No connection: the take is kept here and sent when there is.')
    } catch (error) {
      notices.fail(error)
    } finally {
      isBusy.value = false
    }
  }

  async function record(
    part: string,
    verdict: Schemas['VerdictOut']['key'],
    changed: string[] = [],
  ): Promise<void> {
    const advice = chain.value.value?.advice
    if (!advice) return
    await keepTake({
      started_at_utc: new Date().toISOString(),
      ...advice.values,
      ...nothingSaid(),
      levers: advice.levers,
      verdicts: { [part]: verdict },
      scene_changed: changed,
    })
  }

  /** The lights one brings are taken to have been used as they are to be. */
  const enter = async ({ values, ...rest }: Entered) =>
    keepTake({
      ...nothingSaid(),
      ...rest,
      ...values,
      levers: chain.value.value?.advice?.levers ?? {},
    })

  async function remember(): Promise<void> {
    try {
      const { text } = await data(
        client.POST('/api/v1/shots/{shot_id}/found', { params: params() }),
      )
      notices.say(`Kept for this place. ${text}`)
    } catch (error) {
      notices.fail(error)
    }
  }

  async function measure(key: string): Promise<void> {
    try {
      const path = '/api/v1/shots/{shot_id}/lights/{key}/measured'
      const asked = { params: { path: { shot_id: shotId(), key } } }
      const { name, summary } = await data(client.POST(path, asked))
      notices.say(`Kept in your kit: ${name}, ${summary}.`)
    } catch (error) {
      notices.fail(error)
    }
    await chain.refresh()
  }

  /** Change a take, and offer the way back. */
  async function edit(take: Take, part: Partial<Schemas['TakeIn']>): Promise<void> {
    await put(take, part)
    const links = chain.value.value?.links ?? []
    const now = links.find((link) => link.take.id === take.id)?.take
    const before = without(take, 'id', 'version')
    if (now && now.version !== take.version) notices.offer('Changed.', () => put(now, before))
  }

  async function put(take: Take, part: Partial<Schemas['TakeIn']>): Promise<void> {
    const { id, version, ...own } = take
    try {
      chain.value.value = await data(
        client.PUT('/api/v1/takes/{take_id}', {
          params: { path: { take_id: id }, header: ifMatch(version) },
          body: { ...own, ...part },
        }),
      )
    } catch (error) {
      notices.fail(error)
      await chain.refresh()
    }
  }

  async function addPictures(files: File[], keep: boolean): Promise<void> {
    const refused: string[] = []
    for (const [i, file] of files.entries()) {
      notices.say(`Reading picture ${i + 1} of ${files.length}…`)
      try {
        const path = '/api/v1/shots/{shot_id}/photos'
        await data(client.POST(path, { params: params(), ...upload(file, { keep }) }))
      } catch (error) {
        refused.push(`${file.name}: ${error instanceof Error ? error.message : 'not read'}`)
      }
    }
    try {
      const path = '/api/v1/shots/{shot_id}/photos/match'
      const { text } = await data(client.POST(path, { params: params() }))
      if (refused.length) notices.warn(refused.join(' '))
      else notices.say(text)
    } catch (error) {
      notices.fail(error)
    }
    await chain.refresh()
  }

  async function givePhoto(photo: Schemas['PhotoOut'], takeId: string | null): Promise<void> {
    try {
      await data(
        client.PUT('/api/v1/photos/{photo_id}/take', {
          params: { path: { photo_id: photo.id }, header: ifMatch(photo.version) },
          body: { take_id: takeId },
        }),
      )
    } catch (error) {
      notices.fail(error)
    }
    await chain.refresh()
  }

  async function takeOfPhoto(photo: Schemas['PhotoOut']): Promise<void> {
    try {
      const params = { path: { photo_id: photo.id } }
      chain.value.value = await data(client.POST('/api/v1/photos/{photo_id}/take', { params }))
    } catch (error) {
      notices.fail(error)
    }
  }

  return {
    ...chain,
    takeOfPhoto,
    isBusy: readonly(isBusy),
    record,
    enter,
    remember,
    measure,
    edit,
    remove: (take) => notices.remove('takes', take.id, 'take', chain.refresh),
    addPictures,
    givePhoto,
    removePhoto: (photo) => notices.remove('photos', photo.id, photo.file_name, chain.refresh),
  }
}
