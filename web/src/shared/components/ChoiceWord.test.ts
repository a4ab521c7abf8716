import { flushPromises, mount } from '@vue/test-utils'
import { expect, test, vi } from 'vitest'
import { createVuetify } from 'vuetify'

import ChoiceWord from './ChoiceWord.vue'

// menus place themselves by these, and no page without a screen has them
vi.stubGlobal('visualViewport', new EventTarget())
vi.stubGlobal(
  'ResizeObserver',
  class {
    observe() {}
    disconnect() {}
  },
)

const choices = [
  { key: 'dark', label: 'it was dark' },
  { key: 'right', label: 'it was right' },
]
const shown = (props: object, attrs: Record<string, unknown> = {}) =>
  mount(ChoiceWord, {
    props: { label: 'What was seen', choices, unchosen: 'not judged', ...props },
    attrs,
    global: { plugins: [createVuetify()] },
    attachTo: document.body,
  })
async function opened(word: ReturnType<typeof shown>): Promise<string[]> {
  await word.get('button').trigger('click')
  await flushPromises()
  return word.findAllComponents({ name: 'VListItem' }).map((item) => String(item.props('title')))
}

test('the word is what holds, and what it answers is said to whoever does not see it', () => {
  const word = shown({ value: 'dark' }).get('button')
  expect(word.text()).toBe('it was dark')
  expect(word.attributes('aria-label')).toBe('What was seen: it was dark')
})

test('what holds can be gone back from, and what does not hold cannot', async () => {
  expect(await opened(shown({ value: 'dark' }))).toEqual([
    'not judged',
    'it was dark',
    'it was right',
  ])
  expect(await opened(shown({}))).toEqual(['it was dark', 'it was right'])
})

test('a choice is said by its key, and a class and a click given to it are the word’s', async () => {
  const clicked = vi.fn()
  const word = shown({ text: 'More' }, { class: 'mine', onClick: clicked })
  expect(word.get('button').classes()).toContain('mine')
  await opened(word)
  expect(clicked).toHaveBeenCalledOnce()
  await word.findAllComponents({ name: 'VListItem' })[1]?.trigger('click')
  expect(word.emitted('choose')).toEqual([['right']])
})
