<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onErrorCaptured, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useTheme } from 'vuetify'

import OwlMark from './shared/components/OwlMark.vue'
import ShortcutList from './shared/components/ShortcutList.vue'
import ThemeSwitch from './shared/components/ThemeSwitch.vue'
import { useShortcuts } from './shared/composables/useShortcuts'
import { WORDS } from './shared/ownWords'
import { useNotices } from './shared/stores/notices'
import { usePreferences } from './shared/stores/preferences'
import { useSession } from './shared/stores/session'

const session = useSession()
const preferences = usePreferences()
const notices = useNotices()
const route = useRoute()
const router = useRouter()
const theme = useTheme()

const places = [
  {
    to: '/nights',
    label: 'Nights',
    names: ['nights', 'night', 'shot', 'find', 'practice', 'practice-night', 'pictures', 'cards'],
  },
  { to: '/logbook', label: 'Logbook', names: ['logbook', 'learned', 'story'] },
  { to: '/places', label: 'Places', names: ['places'] },
  { to: '/kit', label: 'Kit', names: ['kit', 'schools'] },
  { to: '/bench', label: 'Bench', names: ['bench'] },
]

const level = computed(() =>
  preferences.theme === 'ember' ? { filter: `brightness(${preferences.emberLevel})` } : undefined,
)

theme.change(preferences.theme)
preferences.$subscribe(() => theme.change(preferences.theme))
watch(
  () => preferences.theme,
  (now) => {
    if (now !== 'ember' || preferences.met.includes('ember')) return
    notices.say(`${WORDS.ember.name}: ${WORDS.ember.says}`)
    preferences.meet('ember')
  },
)

useShortcuts([
  { key: 'e', says: 'ember: everything in deep red, and back', run: preferences.toggleEmber },
  { key: 'n', says: 'go to Nights', run: () => void router.push('/nights') },
  { key: 'b', says: 'go to the Bench', run: () => void router.push('/bench') },
])

function onUnhandled(event: PromiseRejectionEvent): void {
  notices.fail(event.reason)
}
useEventListener('unhandledrejection', onUnhandled)
onErrorCaptured((error) => {
  notices.fail(error)
})

async function leave(): Promise<void> {
  await session.signOut()
  await router.push('/enter')
}
</script>

<template>
  <v-app :style="level">
    <!-- ember shows pictures too in deep red and nothing else: brightness in red, no green, no blue -->
    <svg class="filters" aria-hidden="true" width="0" height="0">
      <filter id="only-red" color-interpolation-filters="sRGB">
        <feColorMatrix values="0.24 0.47 0.09 0 0  0 0 0 0 0  0 0 0 0 0  0 0 0 1 0" />
      </filter>
    </svg>
    <a class="skip" href="#main">Skip to the page</a>
    <header v-if="session.user && route.name !== 'field'" class="top no-print">
      <router-link to="/nights" class="home" aria-label="Patient Owl, to Nights">
        <OwlMark /><span class="name">Patient Owl</span>
      </router-link>
      <nav v-if="!session.helps" aria-label="Places in the app" class="places">
        <router-link
          v-for="place in places"
          :key="place.to"
          :to="place.to"
          :class="{ here: place.names.includes(String(route.name)) }"
          >{{ place.label }}</router-link
        >
      </nav>
      <div class="right">
        <ThemeSwitch />
        <button type="button" class="leave" @click="leave">Leave</button>
      </div>
    </header>
    <main id="main" tabindex="-1">
      <router-view />
    </main>
    <!-- not before the first page is there: its redirect would undo a click made meanwhile -->
    <footer v-if="route.name && route.name !== 'field'" class="foot no-print">
      <router-link v-if="session.user && !session.helps" to="/account">Account</router-link>
      <router-link to="/guide">Guide</router-link>
      <router-link to="/about">About, and what it is made of</router-link>
    </footer>
    <ShortcutList />
    <v-snackbar
      :model-value="notices.notice !== null"
      :timeout="notices.notice?.isError ? 12000 : 8000"
      :color="notices.notice?.isError ? 'error' : 'surface-light'"
      location="bottom"
      @update:model-value="notices.notice = null"
    >
      <span role="status">{{ notices.notice?.text }}</span>
      <template #actions>
        <v-btn v-if="notices.notice?.undo" variant="text" @click="notices.notice.undo()"
          >Undo</v-btn
        >
        <v-btn variant="text" @click="notices.notice = null">Close</v-btn>
      </template>
    </v-snackbar>
  </v-app>
</template>

<style scoped>
.top {
  display: flex;
  align-items: center;
  gap: 28px;
  height: 56px;
  padding: 0 24px;
  border-bottom: 1px solid var(--line);
}

.home {
  display: flex;
  align-items: center;
  gap: 10px;
  color: var(--ink);
  text-decoration: none;
  font-weight: 600;
}

.foot {
  max-width: 1240px;
  width: 100%;
  margin: 0 auto;
  padding: 0 24px 20px;
  font-size: 0.9rem;
}

.foot a {
  color: var(--muted);
}

.foot a + a {
  margin-left: 24px;
}

.places {
  display: flex;
  height: 100%;
}

.places a {
  display: flex;
  align-items: center;
  padding: 2px 14px 0;
  color: var(--muted);
  text-decoration: none;
  border-bottom: 2px solid transparent;
}

.places a.here {
  color: var(--ink);
  border-bottom-color: var(--picked);
}

.places a:hover {
  color: var(--ink);
}

.right {
  display: flex;
  align-items: center;
  gap: 18px;
  margin-left: auto;
}

.leave {
  min-height: 44px;
  padding: 0 4px;
  color: var(--muted);
}

.leave:hover {
  color: var(--ink);
}

.skip {
  position: absolute;
  left: -999px;
}

.skip:focus {
  left: 8px;
  top: 8px;
  z-index: 10;
}

/* what is under the page lies under the fold: no answer pushes it about */
main {
  flex: 1;
  min-height: calc(100vh - 56px);
  outline: none;
}

@media (max-width: 599px) {
  .top {
    gap: 10px;
    padding: 0 10px;
  }

  .name,
  .leave {
    display: none;
  }

  /* the places in the app lie under the thumb */
  .places {
    position: fixed;
    inset: auto 0 0;
    z-index: 6;
    height: calc(56px + env(safe-area-inset-bottom));
    padding-bottom: env(safe-area-inset-bottom);
    background: var(--ground);
    border-top: 1px solid var(--line);
  }

  .places a {
    flex: 1;
    justify-content: center;
    padding: 0;
    border-top: 3px solid transparent;
    border-bottom: 0;
  }

  .places a.here {
    border-top-color: var(--picked);
  }

  .right {
    gap: 4px;
  }

  .foot {
    padding: 0 14px calc(76px + env(safe-area-inset-bottom));
  }
}
</style>
