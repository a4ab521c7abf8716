<script setup lang="ts">
/** One's own account: its password, and the browsers that are signed in. */
import { reactive } from 'vue'
import { useRouter } from 'vue-router'

import AnotherAccount from '../components/AnotherAccount.vue'
import ChoiceWord from '../../shared/components/ChoiceWord.vue'
import FilePick from '../../shared/components/FilePick.vue'
import LoadState from '../../shared/components/LoadState.vue'
import { answered, useLoaded } from '../../api/loaded'
import { useSubmit } from '../../shared/composables/useSubmit'
import { useNotices } from '../../shared/stores/notices'
import { useSession } from '../../shared/stores/session'
import { client, data, type Schemas } from '../../api/client'
import { upload } from '../../api/upload'

type Session = Schemas['SessionListed']
type Way = Schemas['SpeechOut']

const session = useSession()
const notices = useNotices()
const router = useRouter()
const sessions = useLoaded('/api/v1/sessions')

const speech = useLoaded('/api/v1/account/speech')
const nameOf = (way: Way) => way.choices.find((choice) => choice.key === way.picked)?.label ?? ''
async function speak(key: string, picked: string): Promise<void> {
  try {
    const body = { [key]: picked } as Schemas['SpeechIn']
    speech.value.value = await data(client.PUT('/api/v1/account/speech', { body }))
    await session.again()
  } catch (caught) {
    notices.fail(caught)
  }
}

const form = reactive({ current: '', password: '' })
const { isBusy, error, submit } = useSubmit()

const change = () =>
  submit(async () => {
    await data(client.PUT('/api/v1/account/password', { body: { ...form } }))
    Object.assign(form, { current: '', password: '' })
    notices.say('The password is changed. Every other browser is signed out.')
    await sessions.refresh()
  })

async function end(one: Session): Promise<void> {
  try {
    if (one.is_this) {
      await session.signOut()
      await router.push('/enter')
      return
    }
    const params = { path: { session_id: one.id } }
    await data(client.DELETE('/api/v1/sessions/{session_id}', { params }))
    await sessions.refresh()
  } catch (caught) {
    notices.fail(caught)
  }
}

async function endAll(): Promise<void> {
  try {
    await data(client.DELETE('/api/v1/sessions'))
    await session.load()
    await router.push('/enter')
  } catch (caught) {
    notices.fail(caught)
  }
}

async function bringBack([file]: File[]): Promise<void> {
  if (!file) return
  isBusy.value = true
  notices.say('Reading…')
  try {
    const { text } = await data(client.POST('/api/v1/account/everything', upload(file)))
    notices.say(text)
  } catch (caught) {
    notices.fail(caught)
  } finally {
    isBusy.value = false
  }
}

const moment = (at: string) =>
  new Date(at).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'long',
    hour: '2-digit',
    minute: '2-digit',
  })
</script>

<template>
  <div class="page page-narrow">
    <h1>Account</h1>
    <p class="muted lead">{{ session.user?.name }}, {{ session.user?.email }}</p>

    <LoadState
      v-if="!sessions.value.value || !answered(speech)"
      :error="sessions.error.value"
      @retry="sessions.refresh"
    />
    <template v-else>
      <template v-if="speech.value.value">
        <h2>How you are spoken to</h2>
        <p v-for="way in speech.value.value" :key="way.key" class="way">
          {{ way.label }}:
          <ChoiceWord
            :label="way.label"
            :choices="way.choices"
            :value="way.picked"
            :text="nameOf(way)"
            @choose="(key) => speak(way.key, key)"
          />
        </p>
      </template>
      <div class="head">
        <h2>Signed in</h2>
        <button v-if="sessions.value.value.length > 1" type="button" @click="endAll">
          Sign out everywhere
        </button>
      </div>
      <ul>
        <li v-for="one in sessions.value.value" :key="one.id">
          <span>
            <strong>{{ one.device }}</strong>
            <span v-if="one.is_this" class="this">this browser</span>
            <span class="muted when">since {{ moment(one.created_at_utc) }}</span>
          </span>
          <button type="button" :aria-label="`Sign out ${one.device}`" @click="end(one)">
            Sign out
          </button>
        </li>
      </ul>
      <h2>Everything of yours</h2>
      <p>
        Places, kit, nights, shots, takes, pictures and lessons, in one file of open formats.
        <a href="/api/v1/account/everything">Take everything out</a>
      </p>
      <p class="bring">
        <FilePick
          label="Bring such a file back in"
          accept=".zip"
          :disabled="isBusy"
          @files="bringBack"
        />
        <span class="muted">What is here already stays, and nothing comes in twice.</span>
      </p>
      <p>
        Takes alone: <a href="/api/v1/logbook/takes.csv">as a table</a>,
        <a href="/api/v1/logbook/takes.json">as JSON</a>
      </p>
      <template v-if="!session.isDemo">
        <AnotherAccount />
        <h2>Password</h2>
        <form @submit.prevent="change">
          <input type="text" class="unseen" autocomplete="username" :value="session.user?.email" />
          <v-text-field
            v-model="form.current"
            label="Present password"
            type="password"
            autocomplete="current-password"
            :error-messages="error?.fault('current')"
          />
          <v-text-field
            v-model="form.password"
            label="New password"
            type="password"
            hint="At least 10 characters, and none that is guessed soon."
            persistent-hint
            autocomplete="new-password"
            :error-messages="error?.fault('password')"
          />
          <p v-if="error && !error.faults.length" role="alert" class="error">{{ error.message }}</p>
          <v-btn type="submit" color="primary" variant="flat" :loading="isBusy"
            >Change the password</v-btn
          >
        </form>
        <p class="muted">
          Forgotten? Whoever runs this Patient Owl can give the account a new one at the machine:
          ./owl account --reset
        </p>
      </template>
      <p v-else class="muted">
        The demo is entered without a password, so there is none to change.
      </p>
    </template>
  </div>
</template>

<style scoped>
.bring {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
}

.link {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  color: var(--picked);
  text-decoration: underline;
  text-underline-offset: 3px;
  cursor: pointer;
}

.link input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}

.link:focus-within {
  outline: 3px solid var(--picked);
}

.lead {
  margin: 6px 0 0;
}

h2 {
  margin: 28px 0 8px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--line);
}

ul {
  padding: 0;
  margin: 0 0 12px;
  list-style: none;
}

li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 16px;
  padding: 10px 0;
  border-bottom: 1px solid var(--line);
}

.when {
  display: block;
}

.this {
  margin-left: 10px;
  color: var(--picked);
}

.head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  margin: 28px 0 8px;
  border-bottom: 1px solid var(--line);
}

.head h2 {
  margin: 0;
  border: 0;
}

li button,
.head button {
  flex: none;
  min-height: 44px;
  padding: 0 8px;
  color: var(--muted);
}

li button:hover,
.head button:hover {
  color: var(--ink);
}

form {
  display: grid;
  gap: 14px;
  max-width: 400px;
  margin-top: 14px;
}

form .v-btn {
  justify-self: start;
}

.unseen {
  display: none;
}

.error {
  color: var(--limit);
}
</style>
