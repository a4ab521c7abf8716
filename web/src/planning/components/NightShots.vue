<script setup lang="ts">
/** The shots of a night in the order they happen, and the windows they may stand in. */
import type { Schemas } from '../../api/client'

const { order, shots } = defineProps<{
  nightId: string
  shots: Schemas['ShotInNightOut'][]
  /** The order they are worked in, where there is one. */
  order: Schemas['OrderOut'] | null
  windows: Schemas['StretchOut'][]
  /** What a shot cannot be planned without and the bag has not. */
  lacks: string[]
  /** The kinds of picture a new one may be. */
  kinds: Schemas['DisciplineOut'][]
  cursorClock: string
  clockOf: (at: string) => string
}>()
/** What stands against a shot where it is. */
const faultsOf = (id: string) => order?.own.find((one) => one.shot_id === id)?.faults ?? []
const emit = defineEmits<{ add: [discipline: string]; remove: [shot: Schemas['ShotInNightOut']] }>()
</script>

<template>
  <h2>Shots</h2>
  <p v-if="!shots.length" class="muted">
    None yet. Put the time cursor where the light is right, then add one.
  </p>
  <ul>
    <li v-for="shot in shots" :key="shot.id">
      <router-link :to="{ name: 'shot', params: { shotId: shot.id } }" class="shot">
        <span class="seen">
          <span class="figures clock">{{ clockOf(shot.at_utc) }}</span>
          <img
            v-if="!shot.trouble"
            :src="`/api/v1/shots/${shot.id}/computed.jpg?width_px=160&v=${shot.version}`"
            alt=""
            loading="lazy"
          />
        </span>
        <span class="says">
          <strong>{{ shot.title }}</strong>
          <span v-if="shot.trouble" class="trouble">Cannot be planned: {{ shot.trouble }}</span>
          <template v-else>
            <span class="figures settings">{{ shot.settings }}</span>
            <span class="muted">{{ shot.lead }}</span>
            <span v-for="fault in faultsOf(shot.id)" :key="fault" class="trouble">{{ fault }}</span>
          </template>
        </span>
      </router-link>
      <button
        type="button"
        class="delete"
        :aria-label="`Delete ${shot.title}`"
        title="Delete"
        @click="emit('remove', shot)"
      >
        ×
      </button>
    </li>
  </ul>
  <div class="acts">
    <v-menu v-if="!lacks.length" max-height="440">
      <template #activator="{ props }">
        <v-btn v-bind="props" color="primary" variant="flat">Add a shot at {{ cursorClock }}</v-btn>
      </template>
      <v-list>
        <v-list-item
          v-for="kind in kinds"
          :key="kind.key"
          :title="kind.title"
          :subtitle="kind.aim"
          @click="emit('add', kind.key)"
        />
      </v-list>
    </v-menu>
    <v-btn v-if="shots.length" class="no-print" :to="{ name: 'field', params: { nightId } }"
      >Into the field</v-btn
    >
  </div>
  <template v-if="lacks.length">
    <p>To plan a shot with, {{ lacks.join(' and ') }} is missing in the bag.</p>
    <v-btn to="/kit">Put it in</v-btn>
  </template>

  <template v-if="windows.length">
    <h2>Windows</h2>
    <ul class="windows">
      <li v-for="w in windows" :key="w.text + w.start_utc">
        <span class="figures">{{ clockOf(w.start_utc) }}–{{ clockOf(w.end_utc) }}</span>
        {{ w.text }}
      </li>
    </ul>
  </template>
</template>

<style scoped>
.windows li {
  display: block;
  padding: 4px 0;
  border: 0;
}

h2 {
  padding-bottom: 6px;
  margin-bottom: 8px;
  border-bottom: 1px solid var(--line);
}

h2:not(:first-child) {
  margin-top: 28px;
}

.shot {
  flex: 1;
  display: flex;
  gap: 12px;
  padding: 7px 0;
  color: var(--ink);
  text-decoration: none;
}

.shot img {
  flex: none;
  width: 72px;
  height: 48px;
  object-fit: cover;
  background: var(--sheet);
}

.seen {
  flex: none;
  width: 72px;
}

.says {
  min-width: 0;
  line-height: 1.35;
}

.shot span span {
  display: block;
}

.clock {
  color: var(--muted);
}

.settings {
  color: var(--ink);
}

.trouble {
  color: var(--limit);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
}

.delete {
  min-width: 44px;
  min-height: 44px;
  color: var(--muted);
  font-size: 0.92rem;
}

.delete:hover {
  color: var(--ink);
}

ul {
  list-style: none;
  padding: 0;
}

li {
  display: flex;
  align-items: start;
  gap: 6px;
  border-bottom: 1px solid var(--line);
}

.v-btn {
  margin-top: 12px;
}
</style>
