<script setup lang="ts">
/** A night as its helper reads it: the shots in their order, and the way into the field. */
import LoadState from '../../shared/components/LoadState.vue'
import NightStrip from '../../shared/components/NightStrip.vue'
import { dayText, toLocal } from '../../api/local-time'
import { answered, useLoaded } from '../../api/loaded'
import { useSession } from '../../shared/stores/session'

const { nightId } = defineProps<{ nightId: string }>()
const session = useSession()
const params = { path: { night_id: nightId } }
const night = useLoaded('/api/v1/nights/{night_id}', () => params)
const shots = useLoaded('/api/v1/nights/{night_id}/shots', () => params)
const clockOf = (at: string) => toLocal(at, night.value.value?.time_zone ?? 'UTC').slice(11)
</script>

<template>
  <div class="page page-narrow">
    <LoadState
      v-if="!night.value.value || !answered(shots)"
      :error="night.error.value"
      @retry="(night.refresh(), shots.refresh())"
    />
    <template v-else>
      <p class="muted">
        {{ dayText(night.value.value.evening_date) }} · {{ night.value.value.place_name }} · with
        {{ session.user?.name }}
      </p>
      <h1>{{ night.value.value.title || night.value.value.place_name }}</h1>
      <p>{{ night.value.value.sentence }}</p>
      <NightStrip v-if="night.value.value.strip" class="strip" :strip="night.value.value.strip" />
      <p v-if="night.value.value.notes" class="notes">{{ night.value.value.notes }}</p>
      <ol>
        <li v-for="shot in shots.value.value ?? []" :key="shot.id">
          <span class="figures clock">{{ clockOf(shot.at_utc) }}</span>
          <span>
            <strong>{{ shot.title }}</strong>
            <span class="figures settings">{{ shot.trouble ?? shot.settings }}</span>
            <span class="muted">{{ shot.lead }}</span>
          </span>
        </li>
      </ol>
      <v-btn color="primary" variant="flat" :to="{ name: 'field', params: { nightId } }"
        >Into the field</v-btn
      >
      <nav aria-label="This night elsewhere">
        <router-link :to="{ name: 'pack', params: { nightId } }">Pack list</router-link>
        <a :href="`/api/v1/nights/${nightId}/card.pdf`" target="_blank">Pocket card</a>
        <a :href="`/api/v1/nights/${nightId}/leave-plan.txt`" target="_blank"
          >Plan to leave with someone</a
        >
      </nav>
    </template>
  </div>
</template>

<style scoped>
.strip {
  margin: 10px 0;
}

.notes {
  white-space: pre-line;
}

ol {
  padding: 0;
  margin: 12px 0 20px;
  list-style: none;
}

li {
  display: flex;
  gap: 14px;
  padding: 10px 0;
  border-bottom: 1px solid var(--line);
}

li strong,
li .settings,
li .muted {
  display: block;
}

.clock {
  flex: none;
  color: var(--picked);
}

nav {
  display: flex;
  flex-wrap: wrap;
  gap: 0 24px;
  margin-top: 12px;
}

nav a {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
}
</style>
