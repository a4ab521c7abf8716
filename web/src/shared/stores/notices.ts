/** One line at the foot of the page: what was done, what went wrong, and how to undo it. */
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

import { asApiError, client, data, type Schemas } from '../../api/client'

interface Notice {
  text: string
  isError: boolean
  undo?: () => Promise<void>
}

export type Kind = Schemas['TrashKind']

export const useNotices = defineStore('notices', () => {
  const notice = shallowRef<Notice | null>(null)

  const say = (text: string) => (notice.value = { text, isError: false })
  const warn = (text: string) => (notice.value = { text, isError: true })
  const fail = (error: unknown) => warn(asApiError(error).message)

  /** Say what was done, with the way back. */
  function offer(text: string, undo: () => Promise<unknown>): void {
    notice.value = {
      text,
      isError: false,
      undo: async () => {
        notice.value = null
        try {
          await undo()
        } catch (error) {
          fail(error)
        }
      },
    }
  }

  /** Delete a thing and offer to bring it back; `refresh` runs after either. */
  async function remove(kind: Kind, id: string, name: string, refresh: () => unknown) {
    const params = { path: { kind, row_id: id } }
    try {
      await data(client.DELETE('/api/v1/{kind}/{row_id}', { params }))
      await refresh()
      offer(`Deleted: ${name}`, async () => {
        await data(client.POST('/api/v1/{kind}/{row_id}/restore', { params }))
        await refresh()
      })
    } catch (error) {
      fail(error)
    }
  }

  return { notice, say, warn, fail, offer, remove }
})
