<script setup lang="ts">
/** A card comes in: read, placed over its night, and what nobody noted given a place. */
import { useEventListener } from '@vueuse/core'
import { computed, reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import FilePick from '../../shared/components/FilePick.vue'
import { droppedFiles } from '../../api/dropped'
import CardUnplaced from '../components/CardUnplaced.vue'
import { useIntake } from '../composables/useIntake'
import { useLoaded } from '../../api/loaded'
import { useNotices } from '../../shared/stores/notices'

const route = useRoute()
const router = useRouter()
const notices = useNotices()
const card = useIntake()

const ANY = 'any'
const nights = useLoaded('/api/v1/nights')
const earlier = useLoaded('/api/v1/intakes')
const asked = reactive({ night: String(route.query.night ?? ANY), keeps: true })
const choices = computed(() => [
  { id: ANY, name: 'find out from the pictures' },
  ...(nights.value.value ?? []).map((night) => ({
    id: night.id,
    name: `${night.evening_date}, ${night.title || night.place_name}`,
  })),
])
if (route.query.card) void card.open(String(route.query.card)).catch(notices.fail)

const isOver = ref(false)
const cardId = computed(() => card.intake.value?.id)
async function take(chosen: File[]): Promise<void> {
  if (!chosen.length) return
  try {
    if (card.intake.value) await card.add(chosen)
    else {
      const label = chosen[0]?.webkitRelativePath.split('/')[0] || 'Card'
      const night_id = asked.night === ANY ? null : asked.night
      await card.begin(chosen, { label, night_id, keeps_pixels: asked.keeps })
      await router.replace({ query: { ...route.query, card: cardId.value } })
    }
  } catch (caught) {
    notices.fail(caught)
  }
}
async function onDrop(event: DragEvent): Promise<void> {
  isOver.value = false
  if (event.dataTransfer) await take(await droppedFiles(event.dataTransfer.items))
}

const of = (outcome: string) => card.files.value.filter((file) => file.outcome === outcome)
const count = (outcome: string) => of(outcome).length
const JUST_NOW = 24 // the sheet of the night has all
const latest = computed(() => of('taken').slice(-JUST_NOW).toReversed())
const refused = computed(() => of('refused'))
const NAMED = 40 // of a kind; a folder of a thousand videos is said in one line
/** What was not taken, by why. */
const reasons = computed(() => {
  const names = new Map<string, string[]>()
  for (const { text, file } of refused.value) {
    const already = names.get(text)
    if (already) already.push(file.name)
    else names.set(text, [file.name])
  }
  return [...names].map(([text, files]) => ({ text, names: files }))
})
const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`
const wholeBytes = computed(() => card.files.value.reduce((sum, one) => sum + one.file.size, 0))
const progress = computed(() => {
  const parts = [`${card.done.value} of ${card.files.value.length} files read`]
  if (count('known')) parts.push(`${count('known')} already here`)
  if (count('beside')) parts.push(`${count('beside')} beside a picture`)
  if (refused.value.length) parts.push(`${refused.value.length} not taken`)
  return `${parts.join(', ')}. ${megabytes(card.sentBytes.value)} sent of ${megabytes(wholeBytes.value)}.`
})
const isWaiting = computed(() => card.done.value < card.files.value.length)
const nightsOf = computed(() => {
  // a night that only lies about has nothing of this card to pick from
  const shots = (card.intake.value?.shots ?? []).filter(
    (shot) => shot.pictures || shot.night_id === card.intake.value?.night_id,
  )
  const found = new Map(shots.map((shot) => [shot.night_id, shot.night_title]))
  return [...found].map(([id, title]) => ({ id, title }))
})

function warn(event: BeforeUnloadEvent): void {
  if (card.isRunning.value) event.preventDefault()
}
useEventListener('beforeunload', warn)
</script>

<template>
  <div
    class="page"
    @dragover.prevent="isOver = true"
    @dragleave.self="isOver = false"
    @drop.prevent="onDrop"
  >
    <h1>A card comes in</h1>
    <p class="lead">
      Of each file only what is needed travels: its head and the preview inside. It is matched to
      the takes of its night, whatever the camera’s clock says, and never taken twice.
    </p>

    <div v-if="!card.intake.value" class="asked">
      <v-select
        v-model="asked.night"
        :items="choices"
        item-title="name"
        item-value="id"
        label="Night"
        hide-details
      />
      <label class="keeps">
        <input v-model="asked.keeps" type="checkbox" />
        <span>Keep each picture’s own pixels, to look at it 1:1 later</span>
      </label>
    </div>

    <div class="drop" :class="{ over: isOver }">
      <p v-if="!card.files.value.length">
        Drop the card’s folder here, or some of its files. JPEG, TIFF, PNG, HEIC and raw, and the
        XMP beside them.
      </p>
      <div class="pick">
        <FilePick label="Choose a folder" folder multiple @files="take" />
        <FilePick label="Choose files" multiple @files="take" />
        <v-btn v-if="card.isRunning.value" @click="card.stop">Stop</v-btn>
        <v-btn v-else-if="isWaiting" color="primary" variant="flat" @click="card.goOn">Go on</v-btn>
      </div>
    </div>

    <template v-if="card.files.value.length">
      <div
        class="bar"
        role="progressbar"
        aria-label="Files read"
        :aria-valuenow="card.done.value"
        aria-valuemin="0"
        :aria-valuemax="card.files.value.length"
      >
        <span :style="{ width: `${(100 * card.done.value) / card.files.value.length}%` }" />
      </div>
      <p role="status">{{ progress }}</p>
      <p v-if="card.trouble.value" role="alert" class="trouble">
        {{ card.trouble.value }} What was read is kept; go on when it is mended.
      </p>
    </template>

    <template v-if="card.intake.value && !card.isRunning.value">
      <section v-if="card.intake.value.pictures" aria-label="What was found">
        <p class="found">{{ card.intake.value.text }}</p>
        <ul class="clocks">
          <li v-for="text in card.intake.value.clocks" :key="text">{{ text }}</li>
        </ul>
        <p v-if="nightsOf.length" class="on">
          <v-btn
            v-for="night in nightsOf"
            :key="night.id"
            color="primary"
            variant="flat"
            :to="{ name: 'pictures', params: { nightId: night.id } }"
            >Look and pick: {{ night.title }}</v-btn
          >
        </p>
      </section>
      <CardUnplaced
        v-if="card.intake.value.unplaced.length"
        :intake="card.intake.value"
        @give="(gifts) => card.give(gifts).catch(notices.fail)"
        @own-night="(sets, night) => card.ownNight(sets, night).catch(notices.fail)"
      />
    </template>

    <section v-if="refused.length" aria-label="Not taken">
      <h2>Not taken</h2>
      <ul class="plain">
        <li v-for="{ text, names } in reasons" :key="text">
          {{ text }}
          <span class="muted">
            {{ names.slice(0, NAMED).join(', ')
            }}<template v-if="names.length > NAMED"> and {{ names.length - NAMED }} more</template>
          </span>
        </li>
      </ul>
    </section>

    <section v-if="latest.length" aria-label="Pictures read">
      <h2>Read just now</h2>
      <div class="tiles">
        <img
          v-for="one in latest"
          :key="one.photoId ?? one.file.name"
          :src="`/api/v1/photos/${one.photoId}/thumbnail.jpg`"
          :alt="one.file.name"
          :title="one.file.name"
          loading="lazy"
        />
      </div>
    </section>

    <section v-if="!card.intake.value && earlier.value.value?.length" aria-label="Earlier cards">
      <h2>Earlier cards</h2>
      <ul class="plain">
        <li v-for="one in earlier.value.value" :key="one.id">
          <a
            :href="`/cards?card=${one.id}`"
            @click.prevent="card.open(one.id).catch(notices.fail)"
            >{{ one.label }}</a
          >
          <span class="muted"> {{ one.begun_at_utc.slice(0, 10) }}. {{ one.text }}</span>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped src="../../themes/lists.css"></style>
<style scoped>
.lead {
  max-width: 70ch;
  margin-top: 6px;
  color: var(--muted);
}

.asked {
  display: grid;
  grid-template-columns: minmax(240px, 420px) 1fr;
  gap: 28px;
  align-items: center;
  margin-top: 18px;
}

.keeps {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 44px;
}

.drop {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 24px;
  align-items: center;
  justify-content: space-between;
  margin-top: 18px;
  padding: 18px 20px;
  border: 1px dashed var(--muted);
}

.drop.over {
  border-color: var(--picked);
  background: var(--sheet);
}

.pick {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}

.bar {
  height: 6px;
  margin: 18px 0 6px;
  background: var(--line);
}

.bar span {
  display: block;
  height: 100%;
  background: var(--picked);
}

.trouble {
  margin-top: 6px;
  color: var(--limit);
}

section {
  margin-top: 18px;
}

.found {
  margin-top: 18px;
  font-size: 1.15rem;
}

.clocks {
  padding: 0;
  list-style: none;
}

.on {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 12px;
}

.tiles {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  gap: 6px;
}

.tiles img {
  width: 100%;
  aspect-ratio: 3 / 2;
  object-fit: cover;
  background: var(--sheet);
}

@media (max-width: 599px) {
  .asked {
    grid-template-columns: 1fr;
    gap: 8px;
  }
}
</style>
