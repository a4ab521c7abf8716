<script setup lang="ts">
/** An account for another photographer, by whoever has the first one here. */
import { reactive, ref } from 'vue'

import { useSubmit } from '../../shared/composables/useSubmit'
import { useNotices } from '../../shared/stores/notices'
import { client, data } from '../../api/client'

const notices = useNotices()
const isOpen = ref(false)
const form = reactive({ name: '', email: '', password: '' })
const { isBusy, error, submit } = useSubmit()

const add = () =>
  submit(async () => {
    const made = await data(client.POST('/api/v1/accounts/others', { body: { ...form } }))
    Object.assign(form, { name: '', email: '', password: '' })
    isOpen.value = false
    notices.say(`${made.name} has an account now, and sees nothing of yours.`)
  })
</script>

<template>
  <h2>Another photographer</h2>
  <p class="muted">
    An account of their own on this Patient Owl. Neither sees anything of the other. To share one
    night, give it to a helper on the night’s page.
  </p>
  <v-btn v-if="!isOpen" class="mt-2" @click="isOpen = true">Add an account</v-btn>
  <form v-else @submit.prevent="add">
    <v-text-field
      v-model="form.name"
      label="Their name"
      autocomplete="off"
      :error-messages="error?.fault('name')"
    />
    <v-text-field
      v-model="form.email"
      label="Their e-mail address"
      type="email"
      autocomplete="off"
      :error-messages="error?.fault('email')"
    />
    <v-text-field
      v-model="form.password"
      label="A password to begin with"
      type="password"
      hint="At least 10 characters; they change it under Account."
      persistent-hint
      autocomplete="new-password"
      :error-messages="error?.fault('password')"
    />
    <p v-if="error && !error.faults.length" role="alert" class="error">{{ error.message }}</p>
    <v-btn type="submit" color="primary" variant="flat" :loading="isBusy">Add it</v-btn>
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 12px;
  justify-items: start;
  max-width: 420px;
}

form > :deep(.v-input) {
  width: 100%;
}

.error {
  color: var(--limit);
}
</style>
