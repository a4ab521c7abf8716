import { expect, test } from 'vitest'

import { useSubmit } from './useSubmit'
import { ApiError } from '../../api/client'

test('two presses are one, and what was refused stays until the next try', async () => {
  const { isBusy, error, submit } = useSubmit()
  let done = 0
  let refuse: (caught: unknown) => void = () => {}
  const slow = submit(() => new Promise((_, reject) => ((refuse = reject), done++)))
  await submit(async () => done++)
  expect(isBusy.value).toBe(true)
  refuse(new ApiError(409, 'There is one already.'))
  await slow
  expect([done, isBusy.value, error.value?.message]).toEqual([1, false, 'There is one already.'])
  await submit(async () => done++)
  expect([done, error.value]).toEqual([2, null])
})

test('what is no answer of ours is said in words too', async () => {
  const { error, submit } = useSubmit()
  await submit(() => Promise.reject(new TypeError('x is undefined')))
  expect(error.value?.message).toBe('Something went wrong here. Nothing was lost.')
})
