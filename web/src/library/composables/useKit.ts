/** The bag: what is in it, the form of the thing being added or changed, and files. */
import { computed, reactive, ref } from 'vue'

import { ApiError, asApiError, client, data, ifMatch, type Schemas } from '../../api/client'
import { useLoaded } from '../../api/loaded'
import { useNotices } from '../../shared/stores/notices'
import { upload } from '../../api/upload'

type Item = Schemas['KitItemOut']

export function useKit() {
  const notices = useNotices()
  const kit = useLoaded('/api/v1/kit')
  const kinds = useLoaded('/api/v1/kit/kinds')

  const editing = ref<Item | 'new' | null>(null)
  const kindKey = ref('')
  const form = reactive({ name: '', values: {} as Record<string, unknown> })
  const error = ref<ApiError | null>(null)
  const importError = ref('')
  const kind = computed(() => kinds.value.value?.find((k) => k.kind === kindKey.value))

  function fill(item: Item | 'new', from: Schemas['KitItemIn'] | null): void {
    editing.value = item
    error.value = null
    const spec = (from?.spec ?? {}) as Record<string, unknown>
    form.name = from?.name ?? ''
    form.values = Object.fromEntries(
      (kind.value?.questions ?? []).map((q) => [q.key, spec[q.key] ?? q.default]),
    )
  }

  function add(key: string): void {
    kindKey.value = key
    fill('new', null)
  }

  function change(item: Item): void {
    kindKey.value = item.spec.kind ?? ''
    fill(item, item)
  }

  function copyFrom(name: string | null): void {
    const found = kind.value?.shelf.find((item) => item.name === name)
    if (found) fill('new', found)
  }

  const put = (id: string, version: number, body: Schemas['KitItemIn']) =>
    data(
      client.PUT('/api/v1/kit/{item_id}', {
        params: { path: { item_id: id }, header: ifMatch(version) },
        body,
      }),
    )

  async function save(): Promise<void> {
    const item = editing.value
    if (item === null || !kind.value) return
    const answers = kind.value.questions
      .map((q) => [q, form.values[q.key] ?? null] as const)
      .filter(([q, value]) => value !== null || q.is_optional)
      .map(([q, value]) => [q.key, value])
    const spec = { kind: kindKey.value, ...Object.fromEntries(answers) }
    const body = { name: form.name, spec } as unknown as Schemas['KitItemIn']
    try {
      if (item === 'new') await data(client.POST('/api/v1/kit', { body }))
      else {
        const { version } = await put(item.id, item.version, body)
        const before = { name: item.name, spec: item.spec } as Schemas['KitItemIn']
        notices.offer(`Changed: ${item.name}`, async () => {
          await put(item.id, version, before)
          await kit.refresh()
        })
      }
      editing.value = null
      await kit.refresh()
    } catch (caught) {
      error.value = asApiError(caught)
    }
  }

  const remove = (item: Item) => notices.remove('kit', item.id, item.name, kit.refresh)

  async function readFile(file: File): Promise<void> {
    importError.value = ''
    try {
      const answer = await data(client.POST('/api/v1/kit/import', { ...upload(file) }))
      const skipped = answer.skipped.length ? `, ${answer.skipped.length} were here already` : ''
      notices.say(`${answer.added} added${skipped}.`)
      await kit.refresh()
    } catch (caught) {
      importError.value =
        caught instanceof ApiError ? caught.message : 'The file could not be read.'
    }
  }

  /** As it lies in the bag: what one reaches for together, and its kinds. */
  const pockets = computed(() => {
    const found = new Map<string, Item[]>()
    for (const one of kinds.value.value ?? []) {
      const items = kit.value.value?.filter((item) => item.spec.kind === one.kind) ?? []
      found.set(one.pocket, [...(found.get(one.pocket) ?? []), ...items])
    }
    return [...found].map(([name, items]) => ({ name, items }))
  })
  async function makeUsual(item: Item): Promise<void> {
    try {
      const path = '/api/v1/kit/{item_id}/usual'
      await data(client.PUT(path, { params: { path: { item_id: item.id } } }))
      await kit.refresh()
    } catch (caught) {
      notices.fail(caught)
    }
  }

  return {
    kit,
    kinds,
    editing,
    kind,
    form,
    error,
    importError,
    pockets,
    makeUsual,
    add,
    change,
    copyFrom,
    save,
    remove,
    readFile,
  }
}
