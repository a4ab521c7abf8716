<script setup lang="ts">
/**
 * One shot's exposure as parallel rails, rightwards always brighter. Moving an eye asks the
 * server, which moves the rail that follows. A post opens into its reason.
 */
import { computed, ref } from 'vue'

import ExposureRail from './ExposureRail.vue'
import type { Rail } from './rail'
import type { Schemas } from '../../../api/client'

const { rails, isBare = false } = defineProps<{
  rails: Rail[]
  /** Only to be set: nothing follows, nothing is proposed. */
  isBare?: boolean
}>()
const emit = defineEmits<{
  /** An eye is being moved to an exact dial value; `done` when it is let go. */
  move: [control: Rail['control'], value: number, done: boolean]
  follow: [control: Rail['control']]
  lock: [control: Rail['control'], locked: boolean]
  release: [control: Rail['control']]
}>()

const fNumber = computed(() => rails.find((r) => r.control === 'f_number')?.picked.value ?? 2.8)
const open = ref<{ control: string; code: string } | null>(null)
const opened = computed<Schemas['PostOut'] | undefined>(() =>
  rails
    .find((r) => r.control === open.value?.control)
    ?.posts.find((p) => p.code === open.value?.code),
)
const schools = computed(() =>
  opened.value?.school
    ? rails.flatMap((r) => r.posts).filter((p) => p.school && p.code !== opened.value?.code)
    : [],
)

/** First and last allowed value, darkest first. */
function span(rail: Rail): string {
  const allowed = rail.values.filter((v) => v.is_allowed)
  const [first, last] = [allowed[0], allowed.at(-1)]
  if (!first || !last) return 'nothing'
  return first === last ? first.text : `${first.text} to ${last.text}`
}

function toggle(control: string, code: string): void {
  const isSame = open.value?.control === control && open.value.code === code
  open.value = isSame ? null : { control, code }
}
</script>

<template>
  <div class="rails">
    <template v-for="rail in rails" :key="rail.control">
      <ExposureRail
        :rail="rail"
        :f-number="fNumber"
        :is-bare="isBare"
        :open-code="open?.control === rail.control ? open.code : null"
        @move="(value, done) => emit('move', rail.control, value, done)"
        @follow="emit('follow', rail.control)"
        @lock="(locked) => emit('lock', rail.control, locked)"
        @release="emit('release', rail.control)"
        @post="(code) => toggle(rail.control, code)"
      />
      <section
        v-if="opened && open?.control === rail.control"
        class="opened"
        :aria-label="opened.title"
      >
        <div class="opened-head">
          <h3>
            {{ opened.title }}: <span class="figures">{{ opened.value }}</span>
          </h3>
          <button type="button" class="close" @click="open = null">Close</button>
        </div>
        <p>{{ opened.argument }}</p>
        <dl>
          <dt>Formula</dt>
          <dd class="figures">{{ opened.formula }}</dd>
          <dt>Here</dt>
          <dd class="figures">{{ opened.numbers }} = {{ opened.value }}</dd>
          <dt>Source</dt>
          <dd>{{ opened.source }}</dd>
          <template v-if="schools.length">
            <dt>Other schools</dt>
            <dd v-for="other in schools" :key="other.code" class="other">
              <strong>{{ other.title }}: {{ other.value }}.</strong> {{ other.argument }}
            </dd>
          </template>
        </dl>
      </section>
    </template>
    <details class="as-table">
      <summary>The rails as a table</summary>
      <table>
        <thead>
          <tr>
            <th>Control</th>
            <th>Set to</th>
            <th>May stand at</th>
            <th>Bounds and marks</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="rail in rails" :key="rail.control">
            <th scope="row">{{ rail.title }}</th>
            <td class="figures">{{ rail.picked.text }}</td>
            <td class="figures">{{ span(rail) }}</td>
            <td>
              {{ rail.posts.map((p) => `${p.title} ${p.value}`).join('; ') || 'the dial alone' }}
            </td>
          </tr>
        </tbody>
      </table>
    </details>
  </div>
</template>

<style scoped>
.rails {
  width: 100%;
}

.opened {
  margin: 2px 0 18px;
  padding: 14px 16px;
  border-left: 3px solid var(--limit);
  background: var(--sheet);
}

.opened-head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
}

.close {
  min-height: 44px;
  color: var(--muted);
}

dl {
  display: grid;
  grid-template-columns: 6rem 1fr;
  gap: 6px 12px;
  margin-top: 10px;
}

dt {
  color: var(--muted);
}

.other {
  grid-column: 2;
}

dd.figures {
  font-size: 0.93rem;
}

.as-table summary {
  display: inline-block;
  padding: 10px 0;
  color: var(--muted);
  cursor: pointer;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 6px 12px 6px 0;
  text-align: left;
  vertical-align: top;
  font-weight: 400;
  border-bottom: 1px solid var(--line);
}

thead th {
  color: var(--muted);
}

@media (max-width: 599px) {
  dl {
    grid-template-columns: 1fr;
  }

  .other {
    grid-column: 1;
  }
}
</style>
