<script setup lang="ts">
/** The takes of a shot as a chain: setting, what was seen, what changed; then what is next. */
import { computed, ref } from 'vue'

import FilePick from '../../shared/components/FilePick.vue'
import TakePhoto from './TakePhoto.vue'
import TakeRow from './TakeRow.vue'
import type { Schemas } from '../../api/client'

type Take = Schemas['TakeOut']
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
  /** A light was read off a picture. */
  read: []
}>()

/** Lights changed since the last take: they belong to the next one. */
const changed = ref<string[]>([])
function judge(part: string, verdict: Verdict): void {
  emit('judge', part, verdict, [...changed.value])
  changed.value = []
}

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
        <TakeRow
          :link="link"
          :chain="chain"
          @edit="(part) => emit('edit', link.take, part)"
          @remove="emit('remove', link.take)"
        />
        <TakePhoto
          v-for="photo in link.photos"
          :key="photo.id"
          :photo="photo"
          @give="emit('give', photo, null)"
          @remove="emit('removePhoto', photo)"
          @read="emit('read')"
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
        <p v-for="line in chain.advice.mending" :key="line">{{ line }}</p>
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
</style>
