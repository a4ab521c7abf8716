<script setup lang="ts">
/** Scenes to practise on, easiest first, and what came of them so far. */
import { computed } from 'vue'
import { useRouter } from 'vue-router'

import LoadState from '../../shared/components/LoadState.vue'
import { useLoaded } from '../../api/loaded'
import { useNotices } from '../../shared/stores/notices'
import { client, data, type Schemas } from '../../api/client'

type Scene = Schemas['PracticeSceneOut']

const router = useRouter()
const notices = useNotices()
const scenes = useLoaded('/api/v1/practice/scenes')

const levels = computed(() => {
  const found = scenes.value.value ?? []
  return [...new Set(found.map((one) => one.level))].map((level) => ({
    level,
    text: found.find((one) => one.level === level)?.level_text ?? '',
    scenes: found.filter((one) => one.level === level),
  }))
})

async function begin(scene: Scene): Promise<void> {
  try {
    const body = { scenario: scene.key }
    const attempt = await data(client.POST('/api/v1/practice/attempts', { body }))
    await router.push({ name: 'practice-night', params: { attemptId: attempt.id } })
  } catch (error) {
    notices.fail(error)
  }
}
</script>

<template>
  <div class="page page-narrow">
    <p class="muted"><router-link to="/nights">Nights</router-link></p>
    <h1>Practice</h1>
    <p>
      A scene, a clock and a light that is kept back until the end. Set, open, look, say what you
      see, set again. Nothing of it touches your nights, places or what was learned there.
    </p>
    <LoadState v-if="!scenes.value.value" :error="scenes.error.value" @retry="scenes.refresh" />
    <section v-for="level in levels" :key="level.level">
      <h2>{{ level.text }}</h2>
      <ul>
        <li v-for="scene in level.scenes" :key="scene.key">
          <div>
            <h3>{{ scene.title }}</h3>
            <p>{{ scene.brief }}</p>
            <p class="muted">
              {{ scene.minutes }} min, par {{ scene.par }} frames<template v-if="scene.best"
                >; best: {{ scene.best }}</template
              >
            </p>
          </div>
          <v-btn :aria-label="`Begin ${scene.title}`" @click="begin(scene)">Begin</v-btn>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
section {
  margin-top: 28px;
}

h2 {
  padding-bottom: 6px;
  border-bottom: 1px solid var(--line);
}

h3 {
  font-size: 1.05rem;
}

ul {
  list-style: none;
  padding: 0;
}

li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 16px;
  padding: 12px 0;
  border-bottom: 1px solid var(--line);
}
</style>
