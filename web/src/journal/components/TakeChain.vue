<script setup lang="ts">
/** The takes of a shot as a chain: setting, what was seen, what changed; then what is next. */
import { computed, ref } from 'vue'

import ChoiceWord from '../../shared/components/ChoiceWord.vue'
import FilePick from '../../shared/components/FilePick.vue'
import NotesField from '../../shared/components/NotesField.vue'
import TakePhoto from './TakePhoto.vue'
import type { Schemas } from '../../api/client'

type Take = Schemas['TakeOut']
type Role = Schemas['RoleOut']['key']
type Verdict = Schemas['VerdictOut']['key']

const { chain, isBusy } = defineProps<{ chain: Schemas['ChainOut']; isBusy: boolean }>()
const emit = defineEmits<{
  judge: [part: string, verdict: Verdict, changed: string[]]
  remember: []
  measure: [key: string]
  edit: [take: Take, part: Partial<Schemas['TakeIn']>]
  remove: [take: Take]
  pictures: [files: File[], keep: boolean]
  give: [photo: Schemas['PhotoOut'], takeId: string | null]
  /** A picture becomes a take. */
  own: [photo: Schemas['PhotoOut']]
  removePhoto: [photo: Schemas['PhotoOut']]
}>()

/** Change or take back the word said of one light. */
function rejudge(take: Take, part: string, word: string): void {
  const others = Object.entries(take.verdicts ?? {}).filter(([key]) => key !== part)
  const said = word ? [...others, [part, word]] : others
  emit('edit', take, { verdicts: Object.fromEntries(said) as Take['verdicts'] })
}

/** Lights changed since the last take: they belong to the next one. */
const changed = ref<string[]>([])
function judge(part: string, verdict: Verdict): void {
  emit('judge', part, verdict, [...changed.value])
  changed.value = []
}

const lightName = (key: string) =>
  chain.asked.find((asked) => asked.key === key)?.name || 'the light'

/** Whether what follows is a first setting, another one, or the same again. */
const nextTitle = computed(() => {
  if (chain.links.length === 0) return 'First'
  const { moved = [], moved_levers = [] } = chain.advice ?? {}
  return moved.length + moved_levers.length ? 'Next' : 'Stay at'
})

const keepFiles = ref(false)
const takeChoices = computed(() =>
  chain.links.map((link) => ({
    id: link.take.id,
    name: `${link.started_local} ${link.settings}`,
  })),
)
</script>

<template>
  <div>
    <ol v-if="chain.links.length" class="chain">
      <li v-for="link in chain.links" :key="link.take.id" :class="{ keeper: link.take.is_keeper }">
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
              @choose="(word) => rejudge(link.take, asked.key, word)"
            />
          </span>
          <span class="serves">
            <span class="muted">for</span>
            <ChoiceWord
              :label="`What the take of ${link.started_local} is for`"
              :choices="chain.roles"
              :value="link.take.role ?? 'frame'"
              @choose="(role) => emit('edit', link.take, { role: role as Role })"
            />
          </span>
          <span v-if="link.take.frames > 1" class="muted">{{ link.take.frames }} frames</span>
          <span class="acts">
            <button
              type="button"
              :aria-pressed="link.take.is_keeper"
              @click="emit('edit', link.take, { is_keeper: !link.take.is_keeper })"
            >
              {{ link.take.is_keeper ? 'keeper' : 'keep it' }}
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
                  @change="(note) => emit('edit', link.take, { note })"
                />
              </v-card>
            </v-menu>
            <button
              type="button"
              :aria-label="`Delete the take of ${link.started_local}`"
              @click="emit('remove', link.take)"
            >
              delete
            </button>
          </span>
        </div>
        <p v-if="link.take.note" class="note">{{ link.take.note }}</p>
        <TakePhoto
          v-for="photo in link.photos"
          :key="photo.id"
          :photo="photo"
          @give="emit('give', photo, null)"
          @remove="emit('removePhoto', photo)"
        />
      </li>
    </ol>
    <p v-else class="muted first">
      No take yet. Make one with the setting below, look at it, and say what you saw.
    </p>

    <div v-if="chain.loose_photos.length" class="loose">
      <p class="muted">Pictures without a take:</p>
      <TakePhoto
        v-for="photo in chain.loose_photos"
        :key="photo.id"
        :photo="photo"
        :takes="takeChoices"
        @give="(takeId) => emit('give', photo, takeId)"
        @own="emit('own', photo)"
        @remove="emit('removePhoto', photo)"
      />
    </div>
    <div class="pictures">
      <FilePick
        label="Add pictures"
        accept="image/*,.dng,.tif,.tiff"
        multiple
        @files="(files) => emit('pictures', files, keepFiles)"
      />
      <v-checkbox
        v-model="keepFiles"
        label="Keep the files too, not only their thumbnails"
        density="compact"
        hide-details
      />
    </div>

    <p v-if="chain.trouble" class="trouble" role="status">
      What comes next cannot be worked out: {{ chain.trouble }} The takes are kept.
    </p>
    <template v-if="chain.advice">
      <div class="next">
        <p class="muted">
          {{ nextTitle }}
        </p>
        <p class="figures setting">{{ chain.advice.settings }}</p>
        <p v-for="light in chain.advice.given" :key="light.key">
          <span class="muted">{{ light.name }}</span> {{ light.text }}
        </p>
        <p v-for="reason in chain.advice.reasons" :key="reason">{{ reason }}</p>
        <p v-for="kept in chain.kept_for" :key="kept" class="kept">{{ kept }}</p>
        <v-btn
          v-if="chain.advice.can_remember"
          class="remember"
          :disabled="isBusy"
          @click="emit('remember')"
          >Reckon with it here next time</v-btn
        >
        <p v-for="light in chain.advice.measured" :key="light.key" class="measured">
          {{ light.text }}
          <v-btn :disabled="isBusy" @click="emit('measure', light.key)"
            >Correct it in the kit</v-btn
          >
        </p>
        <p class="muted">
          The light is known to ± {{ chain.advice.sigma_stops.toFixed(1) }} stops.
        </p>
      </div>
      <fieldset v-if="chain.links.length" class="changed">
        <legend class="screen-reader">Changed since the last take</legend>
        <v-checkbox
          v-for="asked in chain.asked"
          :key="asked.key"
          v-model="changed"
          :value="asked.key"
          :label="`I changed ${asked.name || 'the light'} since the last take`"
          density="compact"
          hide-details
        />
      </fieldset>
      <template v-for="(asked, i) in chain.asked" :key="asked.key">
        <p :id="`verdict-${asked.key}`" class="ask" :class="{ rest: i > 0 }">
          {{
            i > 0
              ? `or of ${asked.name}:`
              : `Made it with this setting? Say what you saw${asked.name ? ` of ${asked.name}` : ''}:`
          }}
        </p>
        <div class="verdicts" role="group" :aria-labelledby="`verdict-${asked.key}`">
          <v-btn
            v-for="v in chain.verdicts"
            :key="v.key"
            :disabled="isBusy"
            @click="judge(asked.key, v.key)"
            >{{ v.label }}</v-btn
          >
        </div>
      </template>
    </template>
  </div>
</template>

<style scoped>
.chain {
  list-style: none;
  padding: 0;
}

.chain li {
  position: relative;
  padding-left: 24px;
}

.chain li::before {
  content: '';
  position: absolute;
  left: 5px;
  bottom: 17px;
  width: 11px;
  height: 11px;
  border: 2px solid var(--muted);
  border-radius: 50%;
  background: var(--ground);
  z-index: 1;
}

.chain li.keeper::before {
  border-color: var(--picked);
  background: var(--picked);
}

.chain li::after {
  content: '';
  position: absolute;
  left: 10px;
  top: 0;
  bottom: 0;
  border-left: 1px solid var(--line);
}

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

.first {
  margin: 8px 0;
}

.next {
  margin: 14px 0 16px;
  padding: 12px 16px;
  background: var(--sheet);
  border-left: 3px solid var(--picked);
}

.setting {
  font-size: 1.35rem;
  font-weight: 600;
}

.kept {
  color: var(--picked);
}

.pictures {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 20px;
  margin-top: 14px;
}

.pictures label {
  display: grid;
  gap: 4px;
}

.loose {
  margin-top: 12px;
}

.trouble {
  margin-top: 14px;
  color: var(--limit);
}

.ask {
  margin-bottom: 8px;
}

.rest {
  margin-top: 10px;
}

.changed {
  display: flex;
  flex-wrap: wrap;
  gap: 0 20px;
  margin: -8px 0 6px;
  border: 0;
}

.verdicts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(96px, 1fr));
  gap: 8px;
}

.verdicts .v-btn {
  min-width: 0;
  padding: 0 4px;
}

/* on a phone as in the field: the good word across, darker to the left, brighter to the right */
@media (max-width: 599px) {
  .verdicts {
    grid-template-columns: 1fr 1fr;
  }

  .verdicts > :nth-child(4) {
    grid-column: 1 / -1;
    order: -3;
  }

  .verdicts > :nth-child(3),
  .verdicts > :nth-child(5) {
    order: -2;
  }

  .verdicts > :nth-child(2),
  .verdicts > :nth-child(6) {
    order: -1;
  }
}

.note {
  padding: 2px 0 6px;
  white-space: pre-line;
}

.note-field {
  width: min(380px, 92vw);
  padding: 16px;
}
</style>
