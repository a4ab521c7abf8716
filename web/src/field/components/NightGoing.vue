<script setup lang="ts">
/** The night from here: how long one may stay, what is next, what has no room any more. */
import { computed, ref } from 'vue'

import { goingOn, stayAt, type Ahead, type Finished } from '../order'

const { ahead, finished, shotId, isBegun, now, clockOf } = defineProps<{
  ahead: Ahead
  finished: Record<string, Finished>
  /** The shot that is looked at, and whether a frame of it was begun: then one stands there. */
  shotId: string
  isBegun: boolean
  now: number
  clockOf: (at: number) => string
}>()
const emit = defineEmits<{ finish: [how: Finished['how'] | null]; go: [shotId: string] }>()

const isOpen = ref(false)
const mine = computed(() => finished[shotId])
const shot = computed(() => ahead.shots.find((s) => s.shot_id === shotId))
const going = computed(() => {
  if (!isBegun || mine.value || !shot.value) return goingOn(ahead, finished, now)
  const done = { ...finished, [shotId]: { how: 'done' as const, at: now } }
  return goingOn(ahead, done, now + 1000 * shot.value.after_s)
})
const stay = computed(() => stayAt(ahead, finished, shotId, now))
const here = computed(() => going.value?.turns.find((t) => t.shotId === shotId))

const minutes = (s: number) => (s < 60 ? `${s} s` : `${Math.floor(s / 60)} min`)
const leftText = computed(() => {
  const s = stay.value
  if (!s) return ''
  if (s.left_s <= 0)
    return s.next ? `Pack now for “${s.next.title}”.` : 'Its time is over: pack now.'
  if (s.left_s > ahead.hurry_s) return `Stay until ${clockOf(s.until)} at the latest.`
  const takes = s.takes === 1 ? 'one more take' : `${s.takes} more takes`
  const for_ = s.takes ? `${takes}, then pack` : 'packing'
  return `${minutes(s.left_s)} left here for ${for_}.`
})
/** From when it may begin, where that is sooner than planned, and until when. */
const roomOf = (turn: { soonest: number; starts: number; latest: number }) => {
  const sooner = turn.soonest < turn.starts ? `from ${clockOf(turn.soonest)} if you like, ` : ''
  return `${sooner}by ${clockOf(turn.latest)} at the latest`
}
const hereText = computed(() => {
  const turn = here.value
  if (!turn || isBegun) return ''
  return `Here at ${clockOf(turn.starts)}, ${roomOf(turn)}: ${wayTo(turn)}.`
})
const next = computed(() => going.value?.turns.find((t) => t.shotId !== shotId))
/** The shot that is looked at cannot be reached any more. */
const missed = computed(() => going.value?.noRoom.find((s) => s.shotId === shotId && !isBegun))
const lateness = (s: number) => (s >= 60 ? `${minutes(s)} late: ` : '')
const missedText = computed(() => {
  if (!missed.value) return ''
  const { title, late_s } = missed.value
  const then = next.value ? ` Next “${next.value.title}” at ${clockOf(next.value.starts)}.` : ''
  return `${lateness(late_s)}“${title}” can no longer be reached.${then}`
})
/** The one line that is always there; the rest opens below it. */
const line = computed(() => {
  const after = next.value ? `next ${clockOf(next.value.starts)} ${next.value.title}` : ''
  if (mine.value) return [mine.value.how === 'done' ? 'Done here' : 'Skipped', after]
  if (isBegun && stay.value) return [`until ${clockOf(stay.value.until)}`, after]
  if (here.value) return [`here at ${clockOf(here.value.starts)}`, after]
  return ['The night', after]
})
/** Where a moment falls on the strip of the night, in hundredths of it. */
const place = (at: number) => {
  const [from, to] = [Date.parse(ahead.base_utc), Date.parse(ahead.to_utc)]
  return Math.min(100, Math.max(0, (100 * (at - from)) / (to - from)))
}
const wayTo = (turn: { walk_s: number; spot: string; goes: number }) =>
  turn.walk_s > 0
    ? `go ${clockOf(turn.goes)}, ${minutes(turn.walk_s)} on foot${turn.spot ? ` to ${turn.spot}` : ''}`
    : `set up ${clockOf(turn.goes)}`
</script>

<template>
  <section v-if="going" class="going" aria-label="The night from here">
    <div v-if="missedText" class="over" role="alert">
      <p>{{ missedText }}</p>
      <div class="row small">
        <button type="button" @click="emit('finish', 'skipped')">
          {{ next ? `Go on to “${next.title}”` : 'Let it go' }}
        </button>
      </div>
    </div>
    <p
      v-else-if="isBegun && leftText && stay && stay.left_s <= ahead.hurry_s"
      role="status"
      class="left"
      :class="{ over: stay.left_s === 0 }"
    >
      {{ leftText }}
    </p>
    <button type="button" class="line figures" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      {{ line.filter(Boolean).join(' · ') }}
    </button>
    <template v-if="isOpen">
      <svg class="strip" viewBox="0 0 100 8" preserveAspectRatio="none" aria-hidden="true">
        <line x1="0" x2="100" y1="6" y2="6" />
        <rect
          v-for="turn in going.turns"
          :key="turn.shotId"
          :x="place(turn.starts)"
          :width="Math.max(0.8, place(turn.ends) - place(turn.starts))"
          y="1"
          height="5"
        />
        <line :x1="place(now)" :x2="place(now)" y1="0" y2="8" class="now" />
      </svg>
      <p v-if="mine" class="muted">
        {{ mine.how === 'done' ? 'Done with this one.' : 'Skipped.' }}
        <button type="button" @click="emit('finish', null)">Take it up again</button>
      </p>
      <p v-if="isBegun && leftText">{{ leftText }}</p>
      <p v-if="hereText">{{ hereText }} {{ here?.why }}</p>
      <p v-if="isBegun && shot?.why">{{ shot.why }}</p>
      <p v-if="next">
        Next “{{ next.title }}” at {{ clockOf(next.starts) }}: {{ wayTo(next) }};
        {{ roomOf(next) }}. {{ next.why }}
      </p>
      <p v-for="left in going.noRoom" :key="left.shotId" class="out-of">
        {{ lateness(left.late_s) }}“{{ left.title }}” can no longer be reached.
      </p>
      <div v-if="!mine && shot" class="row small">
        <button type="button" @click="emit('finish', 'done')">Done here</button>
        <button type="button" @click="emit('finish', 'skipped')">Skip it</button>
      </div>
      <ol>
        <li v-for="turn in going.turns" :key="turn.shotId">
          <button type="button" @click="emit('go', turn.shotId)">
            <span class="figures">{{ clockOf(turn.starts) }}</span>
            <span>
              {{ turn.title }}
              <span class="muted">{{ wayTo(turn) }}; {{ roomOf(turn) }}.</span>
            </span>
          </button>
        </li>
      </ol>
      <p class="muted">{{ ahead.reach }}</p>
    </template>
  </section>
</template>

<style scoped src="./field.css"></style>
<style scoped>
.going {
  margin: 6px 0 10px;
  padding: 0 12px;
  background: var(--sheet);
}

.strip {
  display: block;
  width: 100%;
  height: 18px;
  margin-bottom: 4px;
  fill: var(--picked);
}

.strip line {
  stroke: var(--muted);
  vector-effect: non-scaling-stroke;
}

.strip .now {
  stroke: var(--ink);
  stroke-width: 2;
}

.going p {
  margin: 2px 0;
}

.left {
  font-weight: 700;
}

.line {
  width: 100%;
  min-height: 64px;
  overflow: hidden;
  text-align: left;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.over,
.out-of {
  color: var(--limit);
}

.going p button {
  min-height: 64px;
  text-decoration: underline;
}

ol {
  padding: 0;
  list-style: none;
}

li button {
  display: flex;
  gap: 14px;
  width: 100%;
  min-height: 64px;
  padding: 8px 0;
  text-align: left;
}

li .muted {
  display: block;
}
</style>
