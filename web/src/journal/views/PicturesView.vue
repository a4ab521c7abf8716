<script setup lang="ts">
/** All pictures of a night, to look through and pick, by hand or by keys alone. */
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'

import { LookAt, PictureTile } from '../components/PictureSheet'
import MarkedTakes from '../components/MarkedTakes.vue'
import LoadState from '../../shared/components/LoadState.vue'
import { NONE, useSheet, type Order, type Photo, type Show } from '../composables/useSheet'
import { useShortcuts } from '../../shared/composables/useShortcuts'
import { useNotices } from '../../shared/stores/notices'

const { nightId } = defineProps<{ nightId: string }>()
const notices = useNotices()
const sheet = useSheet(() => nightId)
void sheet.refresh()

const SHOWS: { key: Show; text: string }[] = [
  { key: 'all', text: 'all' },
  { key: 'unjudged', text: 'not judged' },
  { key: 'kept', text: 'kept' },
]
const ORDERS: { key: Order; text: string }[] = [
  { key: 'shot', text: 'by shot' },
  { key: 'time', text: 'by time' },
]

const counted = computed(() => {
  const photos = sheet.value.value?.photos ?? []
  const count = (pick: Photo['pick']) => photos.filter((photo) => photo.pick === pick).length
  const picked = `${count('kept')} kept, ${count('rejected')} rejected, ${count('')} not judged`
  return photos.length ? `${photos.length} pictures: ${picked}.` : ''
})

const hereId = ref<string | null>(null)
const besideId = ref<string | null>(null)
const isLooking = ref(false)
const shown = sheet.shown
const here = computed(() => shown.value.find((p) => p.id === hereId.value) ?? shown.value[0])
const beside = computed(() => {
  const found = sheet.value.value?.photos.find((photo) => photo.id === besideId.value)
  return found && found.id !== here.value?.id ? found : null
})
const place = computed(() => {
  const index = here.value ? shown.value.indexOf(here.value) : -1
  return `${index + 1} of ${shown.value.length}`
})

const STEP = 60
/** How many are laid out: a night of a thousand is there when one comes to it. */
const reach = ref(STEP)
const laidOut = computed(() => {
  let left = reach.value
  return sheet.groups.value
    .map((group) => {
      const photos = group.photos.slice(0, Math.max(0, left))
      left -= photos.length
      return { ...group, photos }
    })
    .filter((group) => group.photos.length)
})
const reachOn = (isNear: boolean) => {
  if (isNear) reach.value += 2 * STEP
}
watch(
  () => (here.value ? shown.value.indexOf(here.value) : 0),
  (index) => (reach.value = Math.max(reach.value, index + STEP)),
)
watch([sheet.order, sheet.show], () => (reach.value = STEP))

/** Pictures of no shot that are marked to be placed together. */
const marked = ref<string[]>([])
const loose = computed(() => (sheet.value.value?.photos ?? []).filter((p) => p.shot_id === null))
const markAll = (all: boolean) => (marked.value = all ? loose.value.map((p) => p.id) : [])
/** A stack or a bracket goes together. */
function toggle(photo: Photo): void {
  const set = loose.value.filter((p) => p.set_id === photo.set_id).map((p) => p.id)
  const others = marked.value.filter((id) => !set.includes(id))
  marked.value = marked.value.includes(photo.id) ? others : [...others, ...set]
}
async function placeMarked(shotId: string): Promise<void> {
  await sheet.place(marked.value, shotId)
  marked.value = []
}

const page = useTemplateRef<HTMLElement>('page')
async function go(step: number): Promise<void> {
  const index = here.value ? shown.value.indexOf(here.value) : 0
  const next = shown.value[Math.min(shown.value.length - 1, Math.max(0, index + step))]
  if (!next) return
  hereId.value = next.id
  await nextTick()
  if (!isLooking.value) page.value?.querySelector<HTMLElement>('[aria-current="true"]')?.focus()
}
/** How many tiles stand in a row just now. */
function across(): number {
  const row = page.value?.querySelector('.tiles')
  return row ? getComputedStyle(row).gridTemplateColumns.split(' ').length : 1
}
async function judge(part: Parameters<typeof sheet.judge>[1]): Promise<void> {
  const photo = here.value
  if (!photo) return
  // what is judged may leave what is shown: go on to the one behind it
  const after = shown.value[shown.value.indexOf(photo) + 1]
  const mine = sheet.judge(photo, part)
  if (!shown.value.some((one) => one.id === photo.id)) hereId.value = after?.id ?? null
  await mine
}
const pick = (as: Photo['pick']) => judge({ pick: here.value?.pick === as ? '' : as })
const look = useTemplateRef<InstanceType<typeof LookAt>>('look')
const pin = () =>
  (besideId.value = besideId.value === here.value?.id ? null : (here.value?.id ?? null))
function leave(): void {
  isLooking.value = false
  void go(0)
}
watch(
  () => shown.value.length,
  (count) => {
    if (!count) isLooking.value = false
  },
)

useShortcuts([
  { key: 'ArrowRight', says: 'next picture', run: () => void go(1) },
  { key: 'ArrowLeft', says: 'picture before', run: () => void go(-1) },
  { key: 'ArrowDown', says: 'a row down', run: () => void go(isLooking.value ? 1 : across()) },
  { key: 'ArrowUp', says: 'a row up', run: () => void go(isLooking.value ? -1 : -across()) },
  {
    key: 'l',
    says: 'look at it large, and back',
    run: () => (isLooking.value ? leave() : (isLooking.value = true)),
  },
  { key: 'Escape', says: 'back to the sheet', run: () => isLooking.value && leave() },
  { key: 'k', says: 'keep it, or not', run: () => void pick('kept') },
  { key: 'x', says: 'reject it, or not', run: () => void pick('rejected') },
  {
    key: 's',
    says: 'best of its set, or not',
    run: () => void judge({ is_best: !here.value?.is_best }),
  },
  { key: 'c', says: 'compare the others with it', run: pin },
  { key: 'o', says: 'pixel for pixel', run: () => look.value?.toggleClose() },
  { key: 'm', says: 'burnt and black shown', run: () => look.value?.toggleEnds() },
  { key: 'v', says: 'computed picture beside', run: () => look.value?.toggleComputed() },
  ...[0, 1, 2, 3, 4, 5].map((rating) => ({
    key: String(rating),
    says: rating ? `rating ${rating}` : 'no rating',
    run: () => void judge({ rating }),
  })),
])
</script>

<template>
  <div ref="page" class="page">
    <p class="muted no-print">
      <router-link :to="{ name: 'night', params: { nightId } }">The night</router-link>
    </p>
    <LoadState v-if="!sheet.value.value" :error="sheet.error.value" @retry="sheet.refresh" />
    <template v-else>
      <div class="head">
        <div>
          <h1>Pictures of {{ sheet.value.value.title }}</h1>
          <p role="status">{{ counted }}</p>
        </div>
        <div class="acts no-print">
          <v-btn :to="{ name: 'cards', query: { night: nightId } }">Bring a card in</v-btn>
          <a
            v-if="sheet.value.value.photos.length"
            class="out"
            :href="`/api/v1/nights/${nightId}/sidecars.zip`"
            download
            >XMP beside the originals</a
          >
        </div>
      </div>
      <div v-if="sheet.value.value.photos.length" class="how choices no-print">
        <div role="group" aria-label="Order">
          <button
            v-for="one in ORDERS"
            :key="one.key"
            type="button"
            :aria-pressed="sheet.order.value === one.key"
            @click="sheet.order.value = one.key"
          >
            {{ one.text }}
          </button>
        </div>
        <div role="group" aria-label="Shown">
          <button
            v-for="one in SHOWS"
            :key="one.key"
            type="button"
            :aria-pressed="sheet.show.value === one.key"
            @click="sheet.show.value = one.key"
          >
            {{ one.text }}
          </button>
        </div>
        <p class="muted keys">K keep · X reject · 0–5 rate · L large · C compare · ? all keys</p>
      </div>
      <p v-if="!sheet.value.value.photos.length" class="empty">
        Nothing came in yet. Bring the card in, and its pictures find their takes by themselves.
      </p>
      <p v-else-if="!shown.length" class="empty">None of that kind.</p>
      <section v-for="group in laidOut" :key="group.id" :aria-label="group.title">
        <h2>
          <router-link
            v-if="group.photos[0]?.shot_id && sheet.order.value === 'shot'"
            :to="{ name: 'shot', params: { shotId: group.id } }"
            >{{ group.title }}</router-link
          >
          <template v-else>{{ group.title }}</template>
        </h2>
        <MarkedTakes
          v-if="group.id === NONE"
          class="no-print"
          :label="`mark all ${loose.length}`"
          :marked="marked.length"
          :of="loose.length"
          :pictures="marked.length"
          :shots="sheet.value.value.shots"
          @all="markAll"
          @give="placeMarked"
        />
        <div class="tiles">
          <PictureTile
            v-for="photo in group.photos"
            :key="photo.id"
            :photo="photo"
            :is-here="photo.id === here?.id"
            :is-beside="photo.id === besideId"
            :is-marked="group.id === NONE ? marked.includes(photo.id) : null"
            @mark="toggle(photo)"
            @go="hereId = photo.id"
            @look="isLooking = true"
          />
        </div>
      </section>
      <div
        v-if="reach < shown.length"
        :key="reach"
        v-intersect="{ handler: reachOn, options: { rootMargin: '1200px' } }"
        class="on"
      />
      <LookAt
        v-if="isLooking && here"
        ref="look"
        :photo="here"
        :beside="beside"
        :place="place"
        @judge="(part) => judge(part).catch(notices.fail)"
        @go="go"
        @unpin="besideId = null"
        @leave="leave"
      />
    </template>
  </div>
</template>

<style scoped src="../../themes/lists.css"></style>
<style scoped src="../../themes/choices.css"></style>
<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: start;
  justify-content: space-between;
}

.how {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 28px;
  align-items: center;
  margin-top: 8px;
}

.keys {
  margin-left: auto;
}

.empty {
  margin-top: 32px;
  font-size: 1.1rem;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: center;
}

.out {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
}

.tiles {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 4px;
}

.on {
  height: 400px;
}

@media (max-width: 599px) {
  .tiles {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }

  .keys {
    display: none;
  }
}
</style>
