<script setup lang="ts">
/** What is in the bag. Kinds, their forms and generic things to copy come from the server. */
import KitForm from '../components/KitForm.vue'
import LoadState from '../components/LoadState.vue'
import { useKit } from '../composables/useKit'

const {
  kit,
  kinds,
  editing,
  kind,
  form,
  error,
  importError,
  groups,
  add,
  change,
  copyFrom,
  save,
  remove,
  readFile,
} = useKit()

async function pick(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (file) await readFile(file)
  input.value = ''
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

    <KitForm
      v-if="editing && kind"
      v-model:name="form.name"
      v-model:values="form.values"
      :kind="kind"
      :is-new="editing === 'new'"
      :error="error"
      @copy="copyFrom"
      @save="save"
      @cancel="editing = null"
    />

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
            <button type="button" :aria-label="`Delete ${item.name}`" @click="remove(item)">
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
        <input type="file" accept=".json,.csv" @change="pick" />
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
