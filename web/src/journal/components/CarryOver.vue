<script setup lang="ts">
/** Shots of nights that are over and kept nothing: taken along into a night to come. */
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import ChoiceWord from '../../shared/components/ChoiceWord.vue'
import { dayText, today } from '../../api/local-time'
import { client, data, type Schemas } from '../../api/client'
import { useLoaded } from '../../api/loaded'
import { useNotices } from '../../shared/stores/notices'

const router = useRouter()
const notices = useNotices()
const waiting = useLoaded('/api/v1/logbook/unfinished')
const nights = useLoaded('/api/v1/nights')
const coming = computed(
  () =>
    nights.value.value
      ?.filter((n) => n.evening_date >= today())
      .toReversed()
      .map((n) => ({
        key: n.id,
        label: `${dayText(n.evening_date, 'short')}, ${n.title || n.place_name}`,
      })) ?? [],
)
const shown = ref(5)

async function carry(shot: Schemas['UnfinishedOut'], night_id: string): Promise<void> {
  try {
    const body = { shot_ids: [shot.shot_id], night_id }
    await data(client.POST('/api/v1/nights/carried', { body }))
    await router.push({ name: 'night', params: { nightId: night_id } })
  } catch (caught) {
    notices.fail(caught)
  }
}
</script>

<template>
  <section v-if="waiting.value.value?.length" aria-label="Not finished">
    <h2>Not finished</h2>
    <ul class="plain">
      <li v-for="shot in waiting.value.value.slice(0, shown)" :key="shot.shot_id">
        <router-link :to="{ name: 'shot', params: { shotId: shot.shot_id } }">{{
          shot.title
        }}</router-link>
        <span class="muted"> {{ dayText(shot.evening_date, 'short') }}, {{ shot.text }}</span>
        <ChoiceWord
          :label="`Carry ${shot.title} over`"
          :choices="coming"
          value=""
          unchosen="carry over to…"
          @choose="(night) => carry(shot, night)"
        />
      </li>
    </ul>
    <v-btn v-if="waiting.value.value.length > shown" @click="shown += 20">More</v-btn>
  </section>
</template>

<style scoped src="../../themes/lists.css"></style>
<style scoped>
.muted {
  margin-left: 8px;
}
</style>
