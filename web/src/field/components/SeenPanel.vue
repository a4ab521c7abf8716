<script setup lang="ts">
/**
 * What was seen in a take: each light by its word, where the hump stands, what was wrong, whether it
 * is kept. Brightness moves the setting, a fault never does, and only Keep keeps.
 */
import { computed, ref } from 'vue'

import HumpFace from './HumpFace.vue'
import WordGrid from './WordGrid.vue'
import { faultOf, humpOf, WHOLE, wordOf, type Body, type Fault, type Said } from '../seen'
import { without } from '../../api/without'
import type { FieldNight, FieldShot, Verdict } from '../bundle'
import type { Schemas } from '../../api/client'

const { night, shot, body, lights } = defineProps<{
  night: FieldNight
  shot: FieldShot
  body: Body
  /** The lights it shows, the one the picture is exposed for first. */
  lights: Schemas['AskedOut'][]
}>()
const emit = defineEmits<{ say: [said: Said] }>()

type Open = { of: 'light'; light: string } | { of: 'fault' } | { of: 'hump' }
const open = ref<Open | null>(null)
const isOpen = (of: Open['of'], light = '') =>
  open.value?.of === of && (open.value.of !== 'light' || open.value.light === light)
const toggle = (next: Open) => {
  const light = next.of === 'light' ? next.light : ''
  open.value = isOpen(next.of, light) ? null : next
}

const lead = computed(() => lights[0]?.key ?? WHOLE)
const label = (word: Verdict | undefined) =>
  night.verdicts.find((v) => v.key === word)?.label ?? 'not judged'
const said = computed(() =>
  open.value?.of === 'light' ? wordOf(body, open.value.light) : undefined,
)
const hump = computed(() => humpOf(night.humps, body, lead.value))
const faultsText = computed(() => {
  const [first, ...more] = body.faults ?? []
  if (!first) return 'none'
  return more.length ? more.length + 1 : faultOf(shot, first)?.label
})
const advice = computed(() => (body.faults ?? []).map((key) => faultOf(shot, key)?.advice ?? ''))

/** Said again, a word is taken back. */
function say(word: Verdict): void {
  if (open.value?.of !== 'light') return
  const { light } = open.value
  const { [light]: before, ...others } = body.verdicts ?? {}
  emit('say', { verdicts: before === word ? others : { ...others, [light]: word } })
  open.value = null
}

function stand(key: string | null): void {
  const others = without(body.spots ?? {}, lead.value)
  const spot = night.humps.find((hump) => hump.key === key)?.spot
  emit('say', { spots: spot ? { ...others, [lead.value]: spot } : others })
  open.value = null
}

function suffer(fault: Fault): void {
  const faults = body.faults ?? []
  const others = faults.filter((key) => key !== fault)
  emit('say', { faults: others.length < faults.length ? others : [...faults, fault] })
}
</script>

<template>
  <div class="seen-panel">
    <div class="row small chips">
      <button
        v-for="light in lights"
        :key="light.key"
        type="button"
        :aria-expanded="isOpen('light', light.key)"
        @click="toggle({ of: 'light', light: light.key })"
      >
        <span class="muted">{{ light.name || 'brightness' }}</span>
        <span>{{ label(wordOf(body, light.key)) }}</span>
      </button>
    </div>
    <div class="row small chips">
      <button type="button" :aria-expanded="isOpen('hump')" @click="toggle({ of: 'hump' })">
        <span class="muted">histogram</span>
        <span>{{ hump?.label ?? 'not read' }}</span>
      </button>
      <button type="button" :aria-expanded="isOpen('fault')" @click="toggle({ of: 'fault' })">
        <span class="muted">faults</span>
        <span>{{ faultsText }}</span>
      </button>
      <button
        type="button"
        :aria-pressed="!!body.is_keeper"
        @click="emit('say', { is_keeper: !body.is_keeper })"
      >
        {{ body.is_keeper ? 'Kept' : 'Keep' }}
      </button>
    </div>
    <WordGrid v-if="open?.of === 'light'" :verdicts="night.verdicts" :said="said" @say="say" />
    <HumpFace
      v-else-if="open?.of === 'hump'"
      :humps="night.humps"
      :of="lights.length > 1 ? (lights[0]?.name ?? '') : 'the subject'"
      :said="hump?.key ?? null"
      @stand="stand"
    />
    <div v-else-if="open?.of === 'fault'" class="row small faults" role="group" aria-label="Faults">
      <button
        v-for="fault in shot.faults"
        :key="fault.key"
        type="button"
        :aria-pressed="body.faults?.includes(fault.key) ?? false"
        @click="suffer(fault.key)"
      >
        {{ fault.label }}
      </button>
    </div>
    <p v-for="line in advice" :key="line" class="advice">{{ line }}</p>
  </div>
</template>

<style scoped src="./field.css"></style>
<style scoped>
.chips,
.faults {
  flex-wrap: wrap;
}

.chips button,
.faults button {
  flex: 1 1 28%;
  min-width: 0;
  padding: 4px;
}

.faults button {
  flex-basis: 40%;
}

.chips span {
  display: block;
  line-height: 1.25;
}

.chips .muted {
  font-size: 0.85rem;
}

.advice {
  margin: 8px 0 0;
}
</style>
