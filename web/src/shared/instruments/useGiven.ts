/** What is typed beside a reading: usual values until somebody says, or the page knows better. */
import { computed, ref } from 'vue'

import { worked, type Values } from './formula'
import type { Schemas } from '../../api/client'

export function useGiven(given: () => Schemas['BesideOut'][], known: () => Values) {
  const typed = ref<Values>({})
  const values = computed<Values>(() => {
    const usual = given().map(({ question }) => [question.key, Number(question.default)])
    return { ...Object.fromEntries(usual), ...known(), ...typed.value }
  })
  const asked = computed(() => given().filter((one) => one.is_asked))
  /** The ± of each. */
  const sds = (): Values =>
    Object.fromEntries(given().map(({ question, sd }) => [question.key, worked(sd, values.value)]))
  const say = (more: Values) => (typed.value = { ...typed.value, ...more })
  function answer(key: string, value: unknown): void {
    if (typeof value === 'number') say({ [key]: value })
  }
  const isSaid = (key: string) => typed.value[key] !== undefined

  return { values, asked, sds, say, answer, isSaid }
}
