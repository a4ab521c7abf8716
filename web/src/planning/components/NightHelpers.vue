<script setup lang="ts">
/** Who else may read and run this night: a link for one helper, said once, ended at any time. */
import { ref } from 'vue'

import { client, data, type Schemas } from '../../api/client'
import { useLoaded } from '../../api/loaded'
import { useSubmit } from '../../shared/composables/useSubmit'
import { useNotices } from '../../shared/stores/notices'

const { nightId } = defineProps<{ nightId: string }>()

const notices = useNotices()
const params = { path: { night_id: nightId } }
const url = '/api/v1/nights/{night_id}/helpers'
const helpers = useLoaded(url, () => params)

const name = ref('')
const link = ref('')
const invited = ref('')
const { isBusy, error, submit } = useSubmit()
const invite = () =>
  submit(async () => {
    const made = await data(client.POST(url, { params, body: { name: name.value } }))
    link.value = `${window.location.origin}/helping#${made.token}`
    invited.value = made.name
    name.value = ''
    await helpers.refresh()
  })
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(link.value)
  notices.say('Copied. It opens once, on the phone it is opened on.')
}
async function dismiss(helper: Schemas['HelperOut']): Promise<void> {
  try {
    const path = { night_id: nightId, helper_id: helper.id }
    await data(client.DELETE(`${url}/{helper_id}`, { params: { path } }))
    link.value = ''
    await helpers.refresh()
  } catch (caught) {
    notices.fail(caught)
  }
}
</script>

<template>
  <p class="muted">
    A helper reads this night, runs its shots and keeps takes in it, on another phone and without an
    account, until the day after. Nothing else of yours can be seen there.
  </p>
  <ul v-if="helpers.value.value?.length">
    <li v-for="helper in helpers.value.value" :key="helper.id">
      <span
        ><strong>{{ helper.name }}</strong
        >, <span class="muted">{{ helper.has_come ? 'has it' : 'link not opened yet' }}</span></span
      >
      <button type="button" :aria-label="`End it for ${helper.name}`" @click="dismiss(helper)">
        End it
      </button>
    </li>
  </ul>
  <form @submit.prevent="invite">
    <v-text-field
      v-model="name"
      label="Who helps"
      autocomplete="off"
      :error-messages="error?.fault('name')"
    />
    <v-btn type="submit" :loading="isBusy" :disabled="!name.trim()">Make a link</v-btn>
  </form>
  <p v-if="error && !error.faults.length" role="alert" class="error">{{ error.message }}</p>
  <p v-if="link" class="link" role="status">
    <span>For {{ invited }}:</span> <span class="figures">{{ link }}</span>
    <v-btn size="small" @click="copy">Copy</v-btn>
  </p>
</template>

<style scoped>
form {
  margin-top: 12px;
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: start;
  max-width: 520px;
}

form > :first-child {
  flex: 1 1 200px;
}

ul {
  max-width: 520px;
  padding: 0;
  list-style: none;
}

li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--line);
}

li button {
  min-height: 44px;
  color: var(--muted);
}

.link {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin-top: 8px;
  overflow-wrap: anywhere;
}

.error {
  color: var(--limit);
}
</style>
