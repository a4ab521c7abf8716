<script setup lang="ts">
/**
 * What happens at a place or in one night, a line of prose each. As it is typed the server says how
 * it is understood; what it cannot read it says in words.
 */
import { ref, watch } from 'vue'

import FilePick from '../../shared/components/FilePick.vue'
import { MeasurePanel, type Answer } from '../../shared/instruments'
import { upload } from '../../api/upload'
import { ApiError, client, data, type Schemas } from '../../api/client'

const { lines, happenings, placeId, evening, ofPlace } = defineProps<{
  /** As they are kept. */
  lines: string[]
  /** What they mean in a night, where one is looked at. */
  happenings?: Schemas['HappeningOut'][]
  /** Where it is read for; a place that is not kept yet has no reading. */
  placeId?: string
  evening: string
  /** Whether these are a place's own, which go out as files. */
  ofPlace?: boolean
}>()
const emit = defineEmits<{ change: [lines: string[]] }>()

const typed = ref('')
/** The line that is being changed; it stays as it is until the new one is understood. */
const changing = ref<string | null>(null)
const read = ref<Schemas['HappeningOut'] | null>(null)
const error = ref('')

let asking = 0
watch(typed, async (line) => {
  const mine = ++asking
  error.value = ''
  if (!line.trim() || !placeId) return void (read.value = null)
  await new Promise((resolve) => setTimeout(resolve, 250))
  if (mine === asking) await ask(line)
})

async function ask(line: string): Promise<Schemas['HappeningOut'] | null> {
  if (!placeId) return null
  const mine = asking
  try {
    const found = await data(
      client.POST('/api/v1/places/{place_id}/events/read', {
        params: { path: { place_id: placeId } },
        body: { line, evening_date: evening },
      }),
    )
    if (mine === asking) [read.value, error.value] = [found, '']
    return found
  } catch (caught) {
    if (!(caught instanceof ApiError)) throw caught
    if (mine === asking) {
      read.value = null
      const fault = caught.faults[0]
      error.value = fault ? `Wanted ${fault.wanted}; got ${fault.got}.` : caught.message
    }
    return null
  }
}

async function add(): Promise<void> {
  const line = typed.value.trim()
  if (!line) return
  const found = placeId ? await ask(line) : null
  if (placeId && !found) return
  const now = found?.line ?? line
  const place = changing.value === null ? -1 : lines.indexOf(changing.value)
  emit('change', place < 0 ? [...lines, now] : lines.with(place, now))
  typed.value = ''
  changing.value = null
}

const unread = ref<Schemas['EventReadOut'][]>([])
/** What a file holds is added to the list; what cannot be read says why. */
async function readFile([file]: File[]): Promise<void> {
  if (!file || !placeId) return
  try {
    const found = await data(
      client.POST('/api/v1/places/{place_id}/events/file', {
        params: { path: { place_id: placeId } },
        ...upload(file),
      }),
    )
    unread.value = found.filter((one) => one.trouble)
    const read = found.filter((one) => !one.trouble).map((one) => one.line)
    if (read.length) emit('change', [...lines, ...read.filter((line) => !lines.includes(line))])
  } catch (caught) {
    if (!(caught instanceof ApiError)) throw caught
    error.value = caught.message
  }
}

/** Timed by touches, with the signal or beacon before one's eyes. */
const isTiming = ref(false)
const nameOf = (line: string) => line.replace(/\s+every\b.*$/, '').trim()
function putTimed(answer: Answer): void {
  typed.value = answer.line ?? ''
  isTiming.value = false
}

const without = (line: string) => {
  const at = lines.indexOf(line)
  return lines.filter((_, i) => i !== at)
}
const edit = (line: string) => {
  changing.value = line
  typed.value = line
}
const shown = (): { line: string; label: string; text: string; own: boolean; bad: boolean }[] =>
  happenings?.map((h) => ({
    line: h.line,
    label: h.label,
    text: h.trouble ?? h.text,
    own: !h.is_of_place,
    bad: !!h.trouble,
  })) ?? lines.map((line) => ({ line, label: '', text: line, own: true, bad: false }))
</script>

<template>
  <div class="events">
    <ul v-if="shown().length">
      <li v-for="(one, i) in shown()" :key="i">
        <span :class="{ bad: one.bad }">
          <strong v-if="one.label">{{ one.label }}</strong>
          <span class="figures">{{ one.text }}</span>
          <span v-if="!one.own" class="muted"> (of the place)</span>
        </span>
        <span v-if="one.own" class="acts no-print">
          <button type="button" :aria-label="`Change ${one.line}`" @click="edit(one.line)">
            Change
          </button>
          <button
            type="button"
            :aria-label="`Delete ${one.line}`"
            @click="emit('change', without(one.line))"
          >
            Delete
          </button>
        </span>
      </li>
    </ul>
    <form class="no-print" aria-label="Add an event" @submit.prevent="add">
      <v-text-field
        v-model="typed"
        label="An event in a line"
        placeholder="tram every 12 min from 18:04 until 0:30"
        persistent-placeholder
        :error-messages="error || undefined"
        :hint="read ? `Understood as ${read.line}. This night: ${read.text}.` : undefined"
        persistent-hint
      />
      <v-btn type="submit" :disabled="!typed.trim()">{{
        changing === null ? 'Add' : 'Change'
      }}</v-btn>
    </form>
    <p v-if="placeId" class="no-print files">
      <button type="button" class="time" @click="isTiming = true">Time a signal or beacon</button>
      <FilePick
        label="Read events from a calendar or CSV file"
        accept=".ics,.csv,text/calendar,text/csv"
        @files="readFile"
      />
      <a v-if="lines.length && ofPlace" :href="`/api/v1/places/${placeId}/events/export/csv`"
        >CSV</a
      >
      <a v-if="lines.length && ofPlace" :href="`/api/v1/places/${placeId}/events/export/ics`"
        >Calendar of the coming month</a
      >
    </p>
    <MeasurePanel
      v-if="isTiming && placeId"
      :where="{ placeId }"
      start="cycle"
      :fitting="['cycle']"
      :asked="{ key: 'event_period_s', label: 'the event', name: nameOf(typed) }"
      @put="putTimed"
      @close="isTiming = false"
    />
    <p v-for="one in unread" :key="one.name + one.trouble" role="alert" class="bad">
      “{{ one.name }}”: {{ one.trouble }}.
    </p>
    <p class="muted no-print how">
      “fireworks 22:00 to 22:18 ± 5 min”, “rock pool full: water over 1.6 m, high water 17:20 4.1 m,
      low water 23:35 0.7 m”, “gate closes 30 min after sunset”, “beam every 10 s”.
    </p>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}

li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 10px;
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
}

li button {
  min-height: 44px;
  color: var(--muted);
}

.acts {
  display: flex;
  flex: none;
  gap: 10px;
}

.files .time {
  min-height: 44px;
  text-decoration: underline;
  text-underline-offset: 3px;
}

li strong {
  margin-right: 0.6ch;
}

.bad {
  color: var(--limit);
}

.files {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  align-items: center;
}

form {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  align-items: start;
  margin-top: 10px;
}

.how {
  font-size: 0.92rem;
}
</style>
