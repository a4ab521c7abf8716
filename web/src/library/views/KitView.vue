<script setup lang="ts">
/** What is in the bag. Kinds, their forms and generic things to copy come from the server. */
import { computed } from 'vue'

import ChoiceWord from '../../shared/components/ChoiceWord.vue'
import FilePick from '../../shared/components/FilePick.vue'
import KitForm from '../components/KitForm.vue'
import LoadState from '../../shared/components/LoadState.vue'
import { answered } from '../../api/loaded'
import { useKit } from '../composables/useKit'

const {
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
} = useKit()

const isThere = computed(() => kit.value.value && answered(kinds))
async function pick([file]: File[]): Promise<void> {
  if (file) await readFile(file)
}
</script>

<template>
  <div class="page">
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

    <LoadState v-if="!isThere" :error="kit.error.value" @retry="kit.refresh" />
    <p v-else-if="!kit.value.value?.length && !editing" class="empty">
      The bag is empty. Add a body and a lens, and shots can be planned with them.
    </p>
    <div v-if="isThere" class="pockets">
      <section v-for="pocket in pockets" :key="pocket.name">
        <h2>{{ pocket.name }}</h2>
        <p v-if="!pocket.items.length" class="muted">Nothing here.</p>
        <ul>
          <li v-for="item in pocket.items" :key="item.id">
            <div class="words">
              <strong>
                {{ item.name }}
                <span v-if="item.is_usual" class="usual">usual</span>
              </strong>
              <p v-if="item.gives">{{ item.gives }}</p>
              <p class="muted">{{ item.summary }}</p>
            </div>
            <button type="button" :aria-label="`Change ${item.name}`" @click="change(item)">
              Change
            </button>
            <ChoiceWord
              :label="`More of ${item.name}`"
              text="More"
              :choices="[
                ...(item.can_be_usual && !item.is_usual
                  ? [{ key: 'usual', label: 'Take it as the usual one' }]
                  : []),
                { key: 'remove', label: 'Delete' },
              ]"
              @choose="(key) => (key === 'usual' ? makeUsual(item) : remove(item))"
            />
          </li>
        </ul>
      </section>
    </div>

    <section v-if="isThere" class="files">
      <h2>As a file</h2>
      <p class="muted">The whole bag, to keep or to hand on.</p>
      <p class="acts">
        <a href="/api/v1/kit/export/json" download>JSON</a>
        <a href="/api/v1/kit/export/csv" download>CSV</a>
        <a href="/api/v1/kit/schema.json">what the JSON holds</a>
      </p>
      <FilePick label="Add from a file" accept=".json,.csv" @files="pick" />
      <p v-if="importError" role="alert" class="error">{{ importError }}</p>
      <p class="muted differ">
        Where photographers differ:
        <router-link to="/schools">the sides you take</router-link>
      </p>
    </section>
  </div>
</template>

<style scoped src="../../themes/list-page.css"></style>
<style scoped>
.pockets {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 440px), 1fr));
  gap: 8px 48px;
  align-items: start;
}

section h2 {
  margin-top: 20px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--line);
}

.pockets ul {
  margin-top: 0;
}

.pockets li {
  padding: 9px 0;
}

.pockets p {
  font-size: 0.95rem;
}

.usual {
  margin-left: 6px;
  padding: 0 7px;
  font-size: 0.85rem;
  font-weight: 400;
  border: 1.5px solid var(--picked);
  border-radius: 10px;
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
</style>
