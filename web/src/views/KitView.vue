<script setup lang="ts">
/** What is in the bag. Kinds, their forms and generic things to copy come from the server. */
import { computed, reactive, ref } from 'vue'

import LoadState from '../components/LoadState.vue'
import { useLoad } from '../composables/useLoad'
import { useNotices } from '../stores/notices'
import { ApiError, client, data, ifMatch, type Schemas } from '../api/client'
import { upload } from '../api/upload'

type Item = Schemas['KitItemOut']
type Kind = Schemas['KitKindOut']
type Field = Schemas['KitFieldOut']
type Value = string | number | null

const notices = useNotices()
const kit = useLoad<Item[]>((signal) => data(client.GET('/api/v1/kit', { signal })))
const kinds = useLoad<Kind[]>((signal) => data(client.GET('/api/v1/kit/kinds', { signal })))
void kit.refresh()
void kinds.refresh()

const editing = ref<Item | 'new' | null>(null)
const kindKey = ref('')
const form = reactive({ name: '', values: {} as Record<string, Value> })
const error = ref<ApiError | null>(null)
const kind = computed(() => kinds.value.value?.find((k) => k.kind === kindKey.value))

/** A form's fields in their groups, the plain ones first. */
const fieldGroups = computed(() => {
  const found = new Map<string, Field[]>()
  for (const field of kind.value?.fields ?? [])
    found.set(field.group, [...(found.get(field.group) ?? []), field])
  return [...found]
})
const optionKey = (option: string) => option.split(': ')[0] ?? option
const optionText = (option: string) => option.split(': ').slice(1).join(': ')
const fieldLabel = (field: Field) =>
  field.type === 'table' ? `${field.label}: ${field.columns.join(', ')} a line` : field.label

/** A table is typed as lines of two numbers. */
const shown = (field: Field, value: unknown): Value =>
  field.type === 'table'
    ? ((value ?? []) as number[][]).map((row) => row.join(' ')).join('\n')
    : ((value ?? null) as Value)
function typed(field: Field, value: Value): unknown {
  if (field.type === 'choice') return value
  if (field.type === 'number') return value === null || value === '' ? null : Number(value)
  return String(value ?? '')
    .split('\n')
    .filter((line) => line.trim())
    .map((line) =>
      line
        .trim()
        .split(/[\s,;]+/)
        .map(Number),
    )
}

function fill(item: Item | 'new', from: Schemas['KitItemIn'] | null): void {
  editing.value = item
  error.value = null
  const spec = (from?.spec ?? {}) as Record<string, unknown>
  form.name = from?.name ?? ''
  form.values = Object.fromEntries(
    (kind.value?.fields ?? []).map((f) => [f.key, shown(f, spec[f.key] ?? f.default)]),
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

async function save(): Promise<void> {
  const item = editing.value
  if (item === null || !kind.value) return
  const spec: Record<string, unknown> = { kind: kindKey.value }
  for (const field of kind.value.fields) {
    const value = typed(field, form.values[field.key] ?? null)
    if (value !== null || field.is_optional) spec[field.key] = value
  }
  const body = { name: form.name, spec } as unknown as Schemas['KitItemIn']
  try {
    await (item === 'new'
      ? data(client.POST('/api/v1/kit', { body }))
      : data(
          client.PUT('/api/v1/kit/{item_id}', {
            params: { path: { item_id: item.id }, header: ifMatch(item.version) },
            body,
          }),
        ))
    editing.value = null
    await kit.refresh()
  } catch (caught) {
    if (caught instanceof ApiError) error.value = caught
    else throw caught
  }
}

const isBesideAField = computed(
  () =>
    error.value !== null &&
    ['name', ...(kind.value?.fields ?? []).map((f) => f.key)].some((k) => error.value?.fault(k)),
)

const groups = computed(() =>
  (kinds.value.value ?? []).map((k) => ({
    ...k,
    items: kit.value.value?.filter((item) => item.spec.kind === k.kind) ?? [],
  })),
)

const importError = ref('')
async function readFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  importError.value = ''
  try {
    const answer = await data(
      client.POST('/api/v1/kit/import', {
        ...upload(file),
      }),
    )
    const skipped = answer.skipped.length ? `, ${answer.skipped.length} were here already` : ''
    notices.say(`${answer.added} added${skipped}.`)
    await kit.refresh()
  } catch (caught) {
    importError.value = caught instanceof ApiError ? caught.message : 'The file could not be read.'
  } finally {
    input.value = ''
  }
}
</script>

<template>
  <div class="page page-narrow">
    <div class="head">
      <h1>Kit</h1>
      <v-menu v-if="!editing">
        <template #activator="{ props }">
          <v-btn v-bind="props">Add to the bag</v-btn>
        </template>
        <v-list>
          <v-list-item
            v-for="k in kinds.value.value ?? []"
            :key="k.kind"
            :title="k.title"
            @click="add(k.kind)"
          />
        </v-list>
      </v-menu>
    </div>

    <form v-if="editing && kind" class="form" :aria-label="kind.title" @submit.prevent="save">
      <h2>{{ editing === 'new' ? `New: ${kind.title}` : form.name }}</h2>
      <v-select
        v-if="editing === 'new' && kind.shelf.length"
        :items="kind.shelf.map((item) => item.name)"
        label="Start from a generic one"
        @update:model-value="copyFrom"
      />
      <v-text-field v-model="form.name" label="Name" :error-messages="error?.fault('name')" />
      <div v-for="[title, fields] in fieldGroups" :key="title" class="group">
        <h3 v-if="title">{{ title }}</h3>
        <div class="pair">
          <template v-for="field in fields" :key="field.key">
            <v-select
              v-if="field.type === 'choice'"
              v-model="form.values[field.key]"
              :items="field.options.map((o) => ({ value: optionKey(o), title: optionText(o) }))"
              :label="field.label"
              :hint="field.help"
              :persistent-hint="field.help !== ''"
              :error-messages="error?.fault(field.key)"
            />
            <v-textarea
              v-else-if="field.type === 'table'"
              v-model="form.values[field.key]"
              :label="fieldLabel(field)"
              :hint="field.help"
              :persistent-hint="field.help !== ''"
              :error-messages="error?.fault(field.key)"
            />
            <v-text-field
              v-else
              v-model="form.values[field.key]"
              type="number"
              step="any"
              :label="field.label"
              :suffix="field.unit"
              :hint="field.help"
              :persistent-hint="field.help !== ''"
              :error-messages="error?.fault(field.key)"
            />
          </template>
        </div>
      </div>
      <p v-if="error && !isBesideAField" role="alert" class="error">{{ error.message }}</p>
      <div class="acts">
        <v-btn type="submit" color="primary" variant="flat">Keep it</v-btn>
        <v-btn variant="text" @click="editing = null">Not now</v-btn>
      </div>
    </form>

    <LoadState v-if="!kit.value.value" :error="kit.error.value" @retry="kit.refresh" />
    <p v-else-if="!kit.value.value.length && !editing" class="empty">
      The bag is empty. Add a body and a lens, and shots can be planned with them.
    </p>
    <template v-for="group in groups" :key="group.kind">
      <section v-if="group.items.length">
        <h2>{{ group.plural }}</h2>
        <ul>
          <li v-for="item in group.items" :key="item.id">
            <div class="words">
              <strong>{{ item.name }}</strong>
              <p class="muted">{{ item.summary }}</p>
            </div>
            <button type="button" :aria-label="`Change ${item.name}`" @click="change(item)">
              Change
            </button>
            <button
              type="button"
              :aria-label="`Delete ${item.name}`"
              @click="notices.remove('kit', item.id, item.name, kit.refresh)"
            >
              Delete
            </button>
          </li>
        </ul>
      </section>
    </template>

    <section class="files">
      <h2>As a file</h2>
      <p class="muted">The whole bag, to keep or to hand on.</p>
      <p class="acts">
        <a href="/api/v1/kit/export/json" download>JSON</a>
        <a href="/api/v1/kit/export/csv" download>CSV</a>
        <a href="/api/v1/kit/schema.json">what the JSON holds</a>
      </p>
      <label class="import">
        Add from a file
        <input type="file" accept=".json,.csv" @change="readFile" />
      </label>
      <p v-if="importError" role="alert" class="error">{{ importError }}</p>
      <p class="muted differ">
        Where photographers differ:
        <router-link to="/schools">the sides you take</router-link>
      </p>
    </section>
  </div>
</template>

<style scoped src="../themes/list-page.css"></style>
<style scoped>
section h2 {
  margin-top: 30px;
}

.differ {
  margin-top: 24px;
}

h3 {
  margin: 6px 0 10px;
  font-size: 1rem;
}

.error {
  color: var(--limit);
}

.files a {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
}

.acts a + a {
  margin-left: 12px;
}

.import {
  display: grid;
  gap: 4px;
  margin-top: 8px;
}
</style>
