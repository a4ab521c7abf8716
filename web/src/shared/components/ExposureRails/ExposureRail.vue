<script setup lang="ts">
/** One rail: ruled in dial values, the allowed stretch a band, limits as posts, the pick an eye. */
import { computed, ref, useTemplateRef } from 'vue'

import ChoiceWord from '../ChoiceWord.vue'
import EyeMark from '../EyeMark.vue'
import { useWidth } from '../../composables/useWidth'
import { railLayout, type Rail } from './rail'

const {
  rail,
  fNumber,
  openCode,
  isBare = false,
} = defineProps<{
  rail: Rail
  fNumber: number
  openCode: string | null
  /** Only to be set: nothing follows, nothing is proposed. */
  isBare?: boolean
}>()
const emit = defineEmits<{
  move: [value: number, done: boolean]
  follow: []
  lock: [locked: boolean]
  release: []
  post: [code: string]
}>()

const EDGE = 16
const FLAG_ROW = 17
const isDragging = ref(false)
const held = ref<ReturnType<typeof railLayout> | null>(null)
const svg = useTemplateRef<SVGSVGElement>('svg')
const width = useWidth(useTemplateRef<HTMLElement>('room'), 240)

// while dragging, the stretch shown stays put, so that the eye stays under the finger
const l = computed(() =>
  isDragging.value && held.value ? held.value : railLayout(rail, EDGE, width.value - EDGE),
)
const isLocked = computed(() => rail.role === 'locked')
const flagRows = computed(() => Math.max(0, ...l.value.posts.map((p) => p.row + 1)))
const axis = computed(() => 15 + flagRows.value * FLAG_ROW)
const height = computed(() => axis.value + 36)
const pickedX = computed(() => l.value.x(rail.values[rail.picked_index]?.brightness_stops ?? 0))

/** Long names at the ends of a rail lean inwards. */
function anchorOf(tick: { value: { label: string }; x: number }): 'start' | 'middle' | 'end' {
  const half = tick.value.label.length * 4
  if (tick.x < half) return 'start'
  return tick.x + half > width.value ? 'end' : 'middle'
}

/** The ticks that get their label: as many as fit beside each other. */
const labelled = computed(() => {
  let taken = -Infinity
  return l.value.ticks.filter((tick) => {
    // filters have few positions, each with a name of its own
    if (!tick.isFull && rail.control !== 'nd_stops') return false
    const px = 7.8 * tick.value.label.length
    const from = tick.x - { start: 0, middle: px / 2, end: px }[anchorOf(tick)]
    if (from < taken) return false
    taken = from + px + 8
    return true
  })
})

const roleText = computed(
  () =>
    ({
      follows: 'follows',
      held: 'set by you',
      locked: 'locked',
      recipe: 'proposed',
    })[rail.role] ?? rail.role,
)

type Act = 'release' | 'follow' | 'lock' | 'unlock'
/** What else its eye may do. */
const roles = computed(() => {
  const may: { key: Act; label: string; says: string; isOffered: boolean }[] = [
    {
      key: 'release',
      label: 'let go',
      says: 'back to what is proposed',
      isOffered: rail.role === 'held',
    },
    {
      key: 'follow',
      label: 'let it follow',
      says: 'it keeps the brightness',
      isOffered: rail.can_follow && rail.role !== 'follows' && !isLocked.value,
    },
    {
      key: 'lock',
      label: 'lock',
      says: 'nothing moves it',
      isOffered: rail.role !== 'follows' && !isLocked.value,
    },
    { key: 'unlock', label: 'unlock', says: 'it may move again', isOffered: isLocked.value },
  ]
  return may.filter((one) => one.isOffered)
})
function act(key: Act): void {
  if (key === 'release') emit('release')
  else if (key === 'follow') emit('follow')
  else emit('lock', key === 'lock')
}

function valueAt(event: PointerEvent): number {
  return l.value.nearest(event.clientX - (svg.value?.getBoundingClientRect().left ?? 0)).value
}

function grab(event: PointerEvent): void {
  if (isLocked.value) return
  held.value = railLayout(rail, EDGE, width.value - EDGE)
  isDragging.value = true
  svg.value?.setPointerCapture(event.pointerId)
  drag(event)
}

function drag(event: PointerEvent): void {
  if (!isDragging.value) return
  const value = valueAt(event)
  if (value !== rail.picked.value) emit('move', value, false)
}

function letGo(event: PointerEvent): void {
  if (!isDragging.value) return
  const value = valueAt(event)
  isDragging.value = false
  emit('move', value, true)
}

function step(by: number): void {
  const to = rail.values[Math.min(rail.values.length - 1, Math.max(0, rail.picked_index + by))]
  if (to && !isLocked.value) emit('move', to.value, true)
}

function onKey(event: KeyboardEvent): void {
  const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 3, PageDown: -3 }[
    event.key
  ]
  if (by === undefined) return
  event.preventDefault()
  step(by)
}
</script>

<template>
  <div class="rail" :class="{ locked: isLocked }">
    <div class="head">
      <span class="title">{{ rail.title }}</span>
      <span class="picked figures">{{ rail.picked.text }}</span>
      <ChoiceWord
        v-if="!isBare"
        class="role"
        :class="rail.role"
        :label="rail.title"
        :choices="roles"
        :text="roleText"
        @choose="(key) => act(key as Act)"
      />
    </div>
    <div ref="room" class="room">
      <svg
        ref="svg"
        :width="width"
        :height="height"
        @pointerdown="grab"
        @pointermove="drag"
        @pointerup="letGo"
        @pointercancel="isDragging = false"
      >
        <line :x1="l.ticks[0]?.x" :x2="l.ticks.at(-1)?.x" :y1="axis" :y2="axis" class="wire" />
        <rect
          v-if="l.band"
          :x="l.band.x0 - 3"
          :width="l.band.x1 - l.band.x0 + 6"
          :y="axis - 4"
          height="8"
          rx="4"
          class="band"
        />
        <line
          v-for="tick in l.ticks"
          :key="tick.value.value"
          :x1="tick.x"
          :x2="tick.x"
          :y1="axis"
          :y2="axis + (tick.isFull ? 13 : 8)"
          class="tick"
        />
        <text
          v-for="tick in labelled"
          :key="tick.value.label"
          :x="tick.x"
          :y="axis + 30"
          :text-anchor="anchorOf(tick)"
          class="label"
          :class="{ out: !tick.value.is_allowed }"
        >
          {{ tick.value.label }}
        </text>
        <line
          v-for="p in l.posts"
          :key="`pole-${p.post.code}`"
          :x1="p.x"
          :x2="p.x"
          :y1="p.row * FLAG_ROW + 2"
          :y2="axis + 10"
          class="pole"
          :class="{ drives: p.post.drives, binds: p.post.binds }"
        />
        <g
          v-for="p in l.posts"
          :key="p.post.code"
          class="post"
          :class="{ drives: p.post.drives, binds: p.post.binds, open: openCode === p.post.code }"
          role="button"
          tabindex="0"
          :aria-label="`${p.post.title} ${p.post.value}: why`"
          :aria-expanded="openCode === p.post.code"
          @pointerdown.stop
          @click="emit('post', p.post.code)"
          @keydown.enter.stop.prevent="emit('post', p.post.code)"
          @keydown.space.stop.prevent="emit('post', p.post.code)"
        >
          <rect
            :x="p.textX - 16"
            :y="p.row * FLAG_ROW - 8"
            width="186"
            :height="FLAG_ROW + 8"
            fill="transparent"
          />
          <path
            :d="
              p.toLeft
                ? `M${p.x} ${p.row * FLAG_ROW + 2} l-9 5 l9 5 z`
                : `M${p.x} ${p.row * FLAG_ROW + 2} l9 5 l-9 5 z`
            "
            class="flag"
          />
          <text :x="p.textX" :y="p.row * FLAG_ROW + 12" class="flag-text">
            {{ p.post.title }} {{ p.post.value }}
          </text>
        </g>
        <g
          role="slider"
          :tabindex="isLocked ? -1 : 0"
          :aria-label="`${rail.title}, to the right is brighter`"
          :aria-valuemin="0"
          :aria-valuemax="rail.values.length - 1"
          :aria-valuenow="rail.picked_index"
          :aria-valuetext="rail.picked.text"
          :aria-disabled="isLocked"
          class="hold"
          @keydown="onKey"
        >
          <EyeMark :x="pickedX" :y="axis" :f-number="fNumber" />
        </g>
      </svg>
    </div>
    <div class="acts">
      <button
        type="button"
        :disabled="isLocked"
        :aria-label="`${rail.title}: darker`"
        @click="step(-1)"
      >
        −
      </button>
      <button
        type="button"
        :disabled="isLocked"
        :aria-label="`${rail.title}: brighter`"
        @click="step(1)"
      >
        +
      </button>
    </div>
  </div>
</template>

<style scoped>
.rail {
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr) auto;
  align-items: center;
  gap: 0 10px;
  padding: 2px 0;
  border-bottom: 1px solid var(--line);
}

.head {
  display: grid;
  grid-template-columns: auto 1fr;
  align-items: baseline;
  gap: 0 10px;
}

.title {
  color: var(--muted);
}

.picked {
  grid-column: 1 / -1;
  grid-row: 2;
  font-size: 1.2rem;
  font-weight: 600;
  line-height: 1.2;
}

.head :deep(.role) {
  justify-self: start;
  min-height: 24px;
  color: var(--muted);
  font-size: 0.92rem;
}

.head :deep(.role.follows) {
  color: var(--room);
}

.head :deep(.role.held),
.head :deep(.role.locked) {
  color: var(--ink);
}

.acts {
  display: flex;
}

.acts button {
  min-width: 44px;
  min-height: 44px;
  color: var(--muted);
}

.acts button:hover:not(:disabled) {
  color: var(--ink);
}

.acts button:disabled {
  opacity: 0.35;
}

svg {
  display: block;
  touch-action: pan-y;
  cursor: ew-resize;
  overflow: visible;
}

.hold:focus {
  outline: none;
}

.hold:focus-visible {
  outline: 3px solid var(--ink);
  outline-offset: 2px;
  border-radius: 50%;
}

.locked svg {
  cursor: default;
}

.wire {
  stroke: var(--line);
  stroke-width: 2;
}

.band {
  fill: var(--room);
}

.tick {
  stroke: var(--muted);
  stroke-width: 1;
}

.label {
  fill: var(--ink);
  font-family: var(--owl-figures);
  font-size: 13px;
}

.label.out {
  fill: var(--muted);
}

.post {
  cursor: pointer;
}

.pole {
  stroke: var(--muted);
  stroke-width: 1.5;
}

.flag {
  fill: var(--muted);
}

.flag-text {
  fill: var(--muted);
  font-size: 13px;
  paint-order: stroke; /* readable where another's pole passes behind it */
  stroke: var(--ground);
  stroke-width: 5px;
}

.pole.drives {
  stroke: var(--limit);
  stroke-width: 2;
}

.drives .flag {
  fill: var(--limit);
}

.drives .flag-text {
  fill: var(--ink);
}

.pole.binds {
  stroke-width: 3.5;
}

.binds .flag-text {
  font-weight: 700;
}

.post:focus {
  outline: none;
}

.open .flag-text,
.post:focus-visible .flag-text,
.post:hover .flag-text {
  text-decoration: underline;
}

@media (max-width: 599px) {
  .rail {
    grid-template-columns: minmax(0, 1fr) auto;
  }

  .head {
    grid-template-columns: 4.4em auto 1fr;
  }

  .picked {
    grid-column: auto;
    grid-row: auto;
  }

  .room {
    grid-column: 1 / -1;
    grid-row: 2;
  }
}
</style>
