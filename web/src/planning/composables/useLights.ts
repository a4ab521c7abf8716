/** The lights brought to a shot: adding one of a kind, changing what it is asked, leaving it. */
import { computed, ref } from 'vue'

import type { Schemas } from '../../api/client'

export type Light = Schemas['BroughtIn']
type Kind = Schemas['LightKindOut']

const MOST_OF_A_KIND = 9

export interface Around {
  lights: () => Light[]
  kinds: () => Kind[]
  kit: () => Schemas['KitItemOut'][]
  change: (lights: Light[]) => void
}

export function useLights(around: Around) {
  /** The light whose questions are open. */
  const open = ref<string | null>(null)

  const kindOf = (key: string) => key.replace(/_\d$/, '')
  const byKey = computed(() => new Map(around.lights().map((light) => [light.key, light])))

  /** The next of a kind; the first such thing in the bag, where there is one. */
  function add(kind: string): void {
    const used = new Set(around.lights().map((light) => light.key))
    const numbers = Array.from({ length: MOST_OF_A_KIND }, (_, i) => `${kind}_${i + 1}`)
    const key = numbers.find((number) => !used.has(number))
    if (!key) return
    const asked = questions(key).find((question) => question.key === 'item_id')?.kit_kinds ?? []
    const mine = around.kit().find((item) => asked.includes(item.spec.kind))
    around.change([...around.lights(), { key, item_id: mine?.id ?? null } as Light])
    open.value = key
  }

  const questions = (key: string) =>
    around.kinds().find((kind) => kind.kind === kindOf(key))?.questions ?? []

  const valueOf = (key: string, question: Schemas['QuestionOut']): unknown =>
    byKey.value.get(key)?.[question.key as keyof Light] ?? question.default

  function answer(key: string, question: Schemas['QuestionOut'], value: unknown): void {
    const answered = value ?? (question.is_optional ? null : question.default)
    around.change(
      around
        .lights()
        .map((light) => (light.key === key ? { ...light, [question.key]: answered } : light)),
    )
  }

  function leave(key: string): void {
    open.value = null
    around.change(around.lights().filter((light) => light.key !== key))
  }

  const toggle = (key: string) => (open.value = open.value === key ? null : key)
  const isMine = (key: string) => byKey.value.has(key)

  return { open, add, questions, valueOf, answer, leave, toggle, isMine }
}
