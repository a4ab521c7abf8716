import { effectScope } from 'vue'
import { beforeEach, expect, test, vi } from 'vitest'

import { useDraft, type Versioned } from './useDraft'
import { ApiError } from '../../api/client'

interface Note {
  text: string
}
interface Save {
  id: string
  text: string
  version: number
  answer: () => void
}

let saves: Save[]
let fails: ApiError | null

function drafted() {
  const options = {
    load: async (id: string): Promise<Versioned<Note>> => ({ draft: { text: id }, version: 1 }),
    save: (id: string, draft: Note, version: number) =>
      new Promise<number>((resolve, reject) => {
        const answer = () => (fails ? reject(fails) : resolve(version + 1))
        saves.push({ id, text: draft.text, version, answer })
      }),
  }
  const scope = effectScope()
  const kept = scope.run(() => useDraft<Note>(options))
  if (!kept) throw new Error('no scope')
  return { kept, scope }
}

beforeEach(() => {
  saves = []
  fails = null
})
const settled = () => vi.waitFor(() => expect(saves.length).toBeGreaterThan(0))

test('a second save waits for the first and names the version that one answered', async () => {
  const { kept } = drafted()
  await kept.load('a')
  kept.change({ text: 'one' })
  void kept.keepNow()
  kept.change({ text: 'two' })
  void kept.keepNow()
  await settled()
  expect(saves.map((s) => [s.text, s.version])).toEqual([['one', 1]])
  saves[0]?.answer()
  await vi.waitFor(() => expect(saves).toHaveLength(2))
  expect(saves[1]).toMatchObject({ text: 'two', version: 2 })
  saves[1]?.answer()
  await vi.waitFor(() => expect(kept.state.value).toBe('kept'))
})

test('what is unsaved of one thing is saved under it and never leaks into the next', async () => {
  const { kept } = drafted()
  await kept.load('a')
  kept.change({ text: 'of a' })
  const loading = kept.load('b')
  await settled()
  expect(saves[0]).toMatchObject({ id: 'a', text: 'of a' })
  saves[0]?.answer()
  await loading
  expect(kept.draft.value).toEqual({ text: 'b' })
  expect(saves).toHaveLength(1)
})

test('what was changed somewhere else is not overwritten until one says so', async () => {
  const { kept } = drafted()
  await kept.load('a')
  fails = new ApiError(412, 'Changed somewhere else.')
  kept.change({ text: 'mine' })
  void kept.keepNow()
  await settled()
  saves[0]?.answer()
  await vi.waitFor(() => expect(kept.conflict.value).toBe(true))
  kept.change({ text: 'mine still' })
  kept.settle()
  await kept.keepNow()
  expect(saves).toHaveLength(1)
  fails = null
  const keeping = kept.keepMine()
  await vi.waitFor(() => expect(saves).toHaveLength(2))
  saves[1]?.answer()
  await keeping
  expect(kept.state.value).toBe('kept')
})

test('leaving the page saves what was typed', async () => {
  const { kept, scope } = drafted()
  await kept.load('a')
  kept.change({ text: 'last words' })
  scope.stop()
  await settled()
  expect(saves[0]?.text).toBe('last words')
})
