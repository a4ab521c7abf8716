<script setup lang="ts">
/** One take of a chain: its setting, what was seen of each light, what was wrong, whether it is kept. */
import { computed } from 'vue'

import ChoiceWord from '../../shared/components/ChoiceWord.vue'
import NotesField from '../../shared/components/NotesField.vue'
import type { Schemas } from '../../api/client'

type Take = Schemas['TakeOut']
type Role = Schemas['RoleOut']['key']
type Fault = Schemas['FrameFaultOut']['key']

const { link, chain } = defineProps<{
  link: Schemas['LinkOut']
  /** Whose take it is: the lights, words, roles and faults there are. */
  chain: Schemas['ChainOut']
}>()
const emit = defineEmits<{ edit: [part: Partial<Schemas['TakeIn']>]; remove: [] }>()

const lightName = (key: string) =>
  chain.asked.find((asked) => asked.key === key)?.name || 'the light'
const faultsText = computed(() =>
  link.take.faults
    .map((key) => chain.faults.find((fault) => fault.key === key)?.label ?? key)
    .join(', '),
)

/** Change or take back the word said of one light. */
function rejudge(part: string, word: string): void {
  const others = Object.entries(link.take.verdicts).filter(([key]) => key !== part)
  const said = word ? [...others, [part, word]] : others
  emit('edit', { verdicts: Object.fromEntries(said) as Take['verdicts'] })
}

function suffer(fault: Fault): void {
  const { faults } = link.take
  const others = faults.filter((key) => key !== fault)
  emit('edit', { faults: others.length < faults.length ? others : [...faults, fault] })
}
</script>

<template>
  <div :class="{ keeper: link.take.is_keeper }">
    <p v-if="link.take.scene_changed?.length" class="change">
      You changed {{ link.take.scene_changed.map(lightName).join(' and ') }}.
    </p>
    <p v-if="link.change" class="change figures">{{ link.change }}</p>
    <div class="take">
      <span class="figures clock">{{ link.started_local }}</span>
      <span class="figures set">{{ link.settings }}</span>
      <span v-for="asked in chain.asked" :key="asked.key" class="seen">
        <span v-if="asked.name" class="muted">{{ asked.name }}</span>
        <ChoiceWord
          :label="`What was seen${asked.name ? ` of ${asked.name}` : ''} at ${link.started_local}`"
          :choices="chain.verdicts"
          :value="link.take.verdicts?.[asked.key] ?? ''"
          unchosen="not judged"
          @choose="(word) => rejudge(asked.key, word)"
        />
      </span>
      <span class="serves">
        <span class="muted">for</span>
        <ChoiceWord
          :label="`What the take of ${link.started_local} is for`"
          :choices="chain.roles"
          :value="link.take.role ?? 'frame'"
          @choose="(role) => emit('edit', { role: role as Role })"
        />
      </span>
      <span class="serves">
        <v-menu :close-on-content-click="false" location="bottom">
          <template #activator="{ props }">
            <button
              v-bind="props"
              type="button"
              class="faults"
              :aria-label="`${faultsText || 'no fault'}, faults of the take of ${link.started_local}`"
            >
              {{ faultsText || 'no fault' }}
            </button>
          </template>
          <v-card class="note-field">
            <v-checkbox
              v-for="fault in chain.faults"
              :key="fault.key"
              :model-value="link.take.faults.includes(fault.key)"
              :label="fault.label"
              density="compact"
              hide-details
              @update:model-value="suffer(fault.key)"
            />
          </v-card>
        </v-menu>
      </span>
      <span v-if="link.is_history" class="muted">in another light</span>
      <span v-if="link.take.frames > 1" class="muted">{{ link.take.frames }} frames</span>
      <span class="acts">
        <button
          type="button"
          :aria-pressed="link.take.is_keeper"
          @click="emit('edit', { is_keeper: !link.take.is_keeper })"
        >
          {{ link.take.is_keeper ? 'kept' : 'keep' }}
        </button>
        <v-menu :close-on-content-click="false" location="bottom end">
          <template #activator="{ props }">
            <button
              v-bind="props"
              type="button"
              :aria-label="`Note on the take of ${link.started_local}`"
            >
              note
            </button>
          </template>
          <v-card class="note-field">
            <NotesField
              :notes="link.take.note ?? ''"
              label="Note on this take"
              @change="(note) => emit('edit', { note })"
            />
          </v-card>
        </v-menu>
        <button
          type="button"
          :aria-label="`Delete the take of ${link.started_local}`"
          @click="emit('remove')"
        >
          delete
        </button>
      </span>
    </div>
    <p v-for="line in link.read" :key="line" class="read">Read off it: {{ line }}.</p>
    <p v-if="link.take.note" class="note">{{ link.take.note }}</p>
  </div>
</template>

<style scoped>
.change {
  padding-top: 2px;
  color: var(--muted);
  font-size: 0.92rem;
}

.take {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 14px;
  min-height: 44px;
}

.clock {
  color: var(--muted);
}

.keeper .set {
  color: var(--picked);
  font-weight: 600;
}

.seen,
.serves {
  display: inline-flex;
  align-items: center;
  gap: 0.35em;
}

.acts {
  margin-left: auto;
}

.acts button {
  min-height: 44px;
  padding: 0 7px;
  color: var(--muted);
}

.acts button[aria-pressed='true'] {
  color: var(--picked);
}

.read {
  padding-bottom: 4px;
}

.note {
  padding: 2px 0 6px;
  white-space: pre-line;
}

.note-field {
  width: min(380px, 92vw);
  padding: 16px;
}

.faults {
  min-height: 44px;
  padding: 0 4px;
  color: var(--muted);
}
</style>
