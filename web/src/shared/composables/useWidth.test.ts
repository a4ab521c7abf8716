import { mount } from '@vue/test-utils'
import { expect, test, vi } from 'vitest'
import { defineComponent, h, shallowRef } from 'vue'

import { useWidth } from './useWidth'

test('what is drawn before it was measured is no wider than the narrowest page', () => {
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      disconnect() {}
    },
  )
  const drawn: number[] = []
  const Drawing = defineComponent(() => {
    const width = useWidth(shallowRef(document.createElement('div')), 280)
    return () => {
      drawn.push(width.value)
      return h('svg', { width: width.value })
    }
  })
  mount(Drawing)
  expect(Math.max(...drawn)).toBe(280)
})
