/** One line at the foot of the page: what was done, what went wrong, and how to undo it. */
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

import { client, data, type Schemas } from '../api/client'

interface Notice {
  text: string
  isError: boolean
  undo?: () => Promise<void>
}

export type Kind = Schemas['Kind']

export const useNotices = defineStore('notices', () => {
  const notice = shallowRef<Notice | null>(null)

  const say = (text: string) => (notice.value = { text, isError: false })
  const fail = (error: unknown) =>
    (notice.value = {
      text: error instanceof Error ? error.message : 'Something went wrong.',
      isError: true,
    })

  /** Delete a thing and offer to bring it back; `refresh` runs after either. */
  async function remove(kind: Kind, id: string, name: string, refresh: () => unknown) {
    const params = { path: { kind, row_id: id } }
    try {
      await data(client.DELETE('/api/v1/{kind}/{row_id}', { params }))
      await refresh()
      notice.value = {
        text: `Deleted: ${name}`,
        isError: false,
        undo: async () => {
          await data(client.POST('/api/v1/{kind}/{row_id}/restore', { params }))
          notice.value = null
          await refresh()
        },
      }
    } catch (error) {
      fail(error)
    }
  }

  return { notice, say, fail, remove }
})
