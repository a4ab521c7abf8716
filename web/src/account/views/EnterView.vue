<script setup lang="ts">
/** The entrance: the demo's one button, signing in, or creating the first account. */
import { computed, reactive } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import OwlMark from '../../shared/components/OwlMark.vue'
import ThemeSwitch from '../../shared/components/ThemeSwitch.vue'
import { useSubmit } from '../../shared/composables/useSubmit'
import { useSession } from '../../shared/stores/session'

const session = useSession()
const route = useRoute()
const router = useRouter()

const form = reactive({ name: '', email: '', password: '' })
const { isBusy, error, submit: send } = useSubmit()
const isFirst = computed(() => session.mayCreateAccount)

const enter = (how: () => Promise<void>) =>
  send(async () => {
    const isNew = isFirst.value
    await how()
    const next = route.query.next
    const there = typeof next === 'string' && next.startsWith('/') ? next : '/nights'
    // whoever has nothing yet has nothing to go back to
    await router.push(isNew ? '/begin' : there)
  })

const submit = () =>
  enter(() =>
    isFirst.value
      ? session.createAccount({ ...form })
      : session.signIn({ email: form.email, password: form.password }),
  )
</script>

<template>
  <div class="entrance">
    <div class="theme"><ThemeSwitch /></div>
    <div class="door">
      <OwlMark class="owl" />
      <h1>Patient Owl</h1>
      <p class="muted lead">
        Plans the long exposure, counts it in the dark, keeps what came of it, and says what to
        change next.
      </p>

      <template v-if="session.isDemo">
        <v-btn
          color="primary"
          variant="flat"
          size="large"
          block
          :loading="isBusy"
          @click="enter(session.enterDemo)"
          >Enter the demo</v-btn
        >
        <p class="muted note">
          You will be Ida Tern, on the made-up Vellamark coast. Change anything; it is yours.
        </p>
      </template>

      <form v-else @submit.prevent="submit">
        <h2>{{ isFirst ? 'Create the first account' : 'Sign in' }}</h2>
        <v-text-field
          v-if="isFirst"
          v-model="form.name"
          label="Your name"
          autocomplete="name"
          :error-messages="error?.fault('name')"
        />
        <v-text-field
          v-model="form.email"
          label="E-mail address"
          type="email"
          autocomplete="username"
          :error-messages="error?.fault('email')"
        />
        <v-text-field
          v-model="form.password"
          label="Password"
          type="password"
          :hint="isFirst ? 'At least 10 characters.' : undefined"
          :persistent-hint="isFirst"
          :autocomplete="isFirst ? 'new-password' : 'current-password'"
          :error-messages="error?.fault('password')"
        />
        <v-btn type="submit" color="primary" variant="flat" size="large" block :loading="isBusy">{{
          isFirst ? 'Create account' : 'Sign in'
        }}</v-btn>
      </form>
      <p v-if="error && !error.faults.length" role="alert" class="error">{{ error.message }}</p>
    </div>
  </div>
</template>

<style scoped>
.entrance {
  min-height: calc(100vh - 110px); /* the foot of the page below it */
  display: grid;
  place-items: center;
  padding: 24px;
}

.theme {
  position: absolute;
  top: 6px;
  right: 16px;
}

.door {
  width: min(400px, 100%);
}

.owl {
  width: 88px;
  height: 52px;
  margin-bottom: 18px;
}

.lead {
  margin: 8px 0 28px;
  font-size: 1.1rem;
}

form {
  display: grid;
  gap: 16px;
}

.note {
  margin-top: 12px;
}

.error {
  margin-top: 16px;
  color: var(--limit);
}
</style>
