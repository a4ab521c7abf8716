<script setup lang="ts">
/**
 * The lights of a picture as a short score: a line a light, drawn along the time the shutter is
 * open, with where it lands and how it is used. Lights one brings are added and changed here.
 */
import QuestionField from '../../shared/components/QuestionField'
import { useLights, type Light } from '../composables/useLights'
import type { ApiError, Schemas } from '../../api/client'

const { parts, lights, kinds, kit, error } = defineProps<{
  parts: Schemas['LightPartOut'][]
  lights: Light[]
  kinds: Schemas['LightKindOut'][]
  kit: Schemas['KitItemOut'][]
  error: ApiError | null
}>()
const emit = defineEmits<{ change: [lights: Light[]] }>()

const score = useLights({
  lights: () => lights,
  kinds: () => kinds,
  kit: () => kit,
  change: (changed) => emit('change', changed),
})
const percent = (share: number) => `${100 * share}%`
</script>

<template>
  <section aria-labelledby="lights-title">
    <div class="head">
      <h2 id="lights-title">Lights</h2>
      <v-menu>
        <template #activator="{ props }">
          <v-btn v-bind="props">Bring a light</v-btn>
        </template>
        <v-list>
          <v-list-item
            v-for="kind in kinds"
            :key="kind.kind"
            :title="kind.title"
            class="capital"
            @click="score.add(kind.kind)"
          />
        </v-list>
      </v-menu>
    </div>
    <ol>
      <li v-for="(part, i) in parts" :key="part.key">
        <div class="line">
          <span class="name">{{ part.name }}</span>
          <span class="time" aria-hidden="true">
            <span
              class="on"
              :class="{ lead: i === 0, brought: part.is_brought }"
              :style="{ left: percent(part.from_share), right: percent(1 - part.to_share) }"
            />
          </span>
          <span class="acts">
            <template v-if="score.isMine(part.key)">
              <button
                type="button"
                :aria-label="`Change ${part.name}`"
                :aria-expanded="score.open.value === part.key"
                @click="score.toggle(part.key)"
              >
                Change
              </button>
              <button
                v-if="part.can_leave"
                type="button"
                :aria-label="`Leave ${part.name} at home`"
                @click="score.leave(part.key)"
              >
                Leave
              </button>
            </template>
          </span>
        </div>
        <p class="lands">
          <strong v-if="part.given">{{ part.given }}. </strong>
          {{ part.lands }}<template v-if="part.over_ambient">, {{ part.over_ambient }}</template
          >.
          <span v-if="i === 0" class="muted">Exposed for.</span>
        </p>
        <div v-if="score.open.value === part.key" class="questions">
          <QuestionField
            v-for="question in score.questions(part.key)"
            :key="question.key"
            :question="question"
            :value="score.valueOf(part.key, question)"
            :error="error?.fault(question.key)"
            :kit="kit"
            @answer="(value) => score.answer(part.key, question, value)"
          />
        </div>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  margin-top: 28px;
}

ol {
  margin: 8px 0 0;
  padding: 0;
  list-style: none;
}

li {
  padding: 8px 0;
  border-top: 1px solid var(--line);
}

.line {
  display: flex;
  align-items: center;
  gap: 12px;
}

.name {
  flex: none;
  width: 9em;
  font-weight: 600;
}

.time {
  position: relative;
  flex: 1;
  height: 8px;
  border-bottom: 1px solid var(--line);
}

.on {
  position: absolute;
  top: 0;
  bottom: 0;
  min-width: 4px;
  border-radius: 2px;
  background: var(--room);
}

.on.lead {
  background: var(--picked);
}

.on.brought:not(.lead) {
  border: 1px solid var(--picked);
  background: transparent;
}

.acts {
  flex: none;
  width: 9em;
  text-align: right;
}

.acts button {
  min-height: 44px;
  padding: 0 8px;
  color: var(--picked);
}

.lands {
  margin: 2px 0 0;
}

@media (max-width: 600px) {
  .line {
    flex-wrap: wrap;
  }

  .name {
    flex: 1;
  }

  .time {
    order: 1;
    flex-basis: 100%;
  }
}

.questions {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  align-items: start;
  gap: 10px;
  margin: 12px 0 8px;
}
</style>
