<script setup lang="ts">
/** The shot's takes, to say something else of one: a word, a fault, the keep, a note; to delete it. */
import { computed, ref } from 'vue'

import SeenPanel from './SeenPanel.vue'
import { textsOf } from '../dials'
import { seenText, WHOLE, type Said } from '../seen'
import type { FieldNight, FieldShot } from '../bundle'
import type { Taken } from '../store'

const { night, shot, takes } = defineProps<{
  night: FieldNight
  shot: FieldShot
  takes: Taken[]
  clockOf: (at: number) => string
}>()
const emit = defineEmits<{ say: [id: string, said: Said]; remove: [id: string] }>()

const open = ref('')
const latestFirst = computed(() => [...takes].reverse())
const lights = computed(() => {
  const several = shot.lights.filter(({ key }) => key !== WHOLE)
  return several.length ? several : shot.lights
})
const settingOf = (id: string, body: Taken['body']) =>
  shot.made.find((made) => made.take.id === id)?.settings ?? textsOf(shot, body).text
</script>

<template>
  <p v-if="!takes.length" class="pad">No take yet.</p>
  <ol v-else class="takes">
    <li v-for="take in latestFirst" :key="take.id" :class="{ kept: take.body.is_keeper }">
      <button
        type="button"
        class="figures take"
        :aria-expanded="open === take.id"
        @click="open = open === take.id ? '' : take.id"
      >
        <span
          >{{ clockOf(Date.parse(take.body.started_at_utc)) }} ·
          {{ settingOf(take.id, take.body) }}</span
        >
        <span class="muted"
          >{{ take.body.is_keeper ? 'kept · ' : ''
          }}{{ seenText(shot, night, take.body) || 'not judged' }}</span
        >
      </button>
      <template v-if="open === take.id">
        <SeenPanel
          :night="night"
          :shot="shot"
          :body="take.body"
          :lights="lights"
          @say="(said) => emit('say', take.id, said)"
        />
        <label class="note">
          <span class="muted">Note</span>
          <textarea
            rows="2"
            :value="take.body.note"
            @change="
              (event) => emit('say', take.id, { note: (event.target as HTMLTextAreaElement).value })
            "
          />
        </label>
        <button type="button" class="quiet" @click="emit('remove', take.id)">
          Delete this take
        </button>
      </template>
    </li>
  </ol>
</template>

<style scoped src="./field.css"></style>
<style scoped>
.takes {
  padding: 0;
  list-style: none;
}

li {
  border-top: 1px solid var(--line);
}

.kept {
  border-left: 4px solid var(--picked);
  padding-left: 8px;
}

.take {
  width: 100%;
  min-height: 64px;
  text-align: left;
}

.take span {
  display: block;
}

.note {
  display: block;
  margin-top: 8px;
}

textarea {
  width: 100%;
  padding: 10px;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--line);
}
</style>
