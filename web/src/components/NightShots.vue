<script setup lang="ts">
/** The shots of a night in the order they happen, and the windows they may stand in. */
import type { Schemas } from '../api/client'

defineProps<{
  nightId: string
  shots: Schemas['ShotInNightOut'][]
  windows: Schemas['StretchOut'][]
  hasKit: boolean
  cursorClock: string
  clockOf: (at: string) => string
}>()
const emit = defineEmits<{ add: []; remove: [shot: Schemas['ShotInNightOut']] }>()
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
          </template>
        </span>
      </router-link>
      <button
        type="button"
        class="delete"
        :aria-label="`Delete ${shot.title}`"
        @click="emit('remove', shot)"
      >
        Delete
      </button>
    </li>
  </ul>
  <v-btn v-if="hasKit" color="primary" variant="flat" block @click="emit('add')"
    >Add a shot at {{ cursorClock }}</v-btn
  >
  <v-btn
    v-if="shots.length"
    class="to-field no-print"
    block
    :to="{ name: 'field', params: { nightId } }"
    >Into the field</v-btn
  >
  <template v-else-if="!hasKit">
    <p>A shot needs a body and a lens to plan with.</p>
    <v-btn to="/kit" block>Add kit</v-btn>
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
  padding: 10px 0;
  color: var(--ink);
  text-decoration: none;
}

.shot img {
  flex: none;
  width: 84px;
  height: 56px;
  object-fit: cover;
  background: var(--sheet);
}

.seen {
  flex: none;
  width: 84px;
}

.says {
  min-width: 0;
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

.to-field {
  margin-top: 8px;
}

.delete {
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
