<script setup lang="ts">
/** The link a helper was given: opened here, it belongs to this phone. */
import { useRoute, useRouter } from 'vue-router'

import OwlMark from '../../shared/components/OwlMark.vue'
import ThemeSwitch from '../../shared/components/ThemeSwitch.vue'
import { useSubmit } from '../../shared/composables/useSubmit'
import { useSession } from '../../shared/stores/session'

const session = useSession()
const router = useRouter()
const route = useRoute()
const { isBusy, error, submit } = useSubmit()

const come = () =>
  submit(async () => {
    // after the #: no server, and no log of one, sees it on the way
    await session.comeToHelp(route.hash.slice(1))
    await router.push({ name: 'helped', params: { nightId: session.helps?.night_id } })
  })
</script>

<template>
  <div class="page page-narrow door">
    <div class="theme"><ThemeSwitch /></div>
    <OwlMark />
    <h1>Help with a night</h1>
    <p>
      You were given one night to read and to run: its shots in their order, what to set, the count
      and the cues. The link opens once, so open it on the phone you take along.
    </p>
    <p v-if="session.user && !session.helps" class="muted">
      You are signed in as {{ session.user.name }}; this browser would leave that account.
    </p>
    <v-btn color="primary" variant="flat" size="large" :loading="isBusy" @click="come"
      >Open it here</v-btn
    >
    <p v-if="error" role="alert" class="error">{{ error.message }}</p>
  </div>
</template>

<style scoped>
.door {
  display: grid;
  gap: 16px;
  justify-items: start;
}

.theme {
  justify-self: end;
}

.error {
  color: var(--limit);
}
</style>
