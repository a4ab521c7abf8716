<script setup lang="ts">
/** What rises and sets over this place's own horizon: the chosen target drawn, the rest in words. */
import { computed, ref } from 'vue'

import SkyStrip from './SkyStrip.vue'
import type { Slope } from './LightSlope/slope'
import type { Schemas } from '../../api/client'

const { passages, slope, cursor, targets, targetKey } = defineProps<{
  passages: Schemas['PassageOut'][]
  slope: Slope
  cursor: number
  targets: Schemas['TargetOut'][]
  targetKey: string
}>()
const emit = defineEmits<{ target: [key: string] }>()

const kinds = [
  { title: 'Sun, Moon, core and planets', kinds: ['sun', 'moon', 'core', 'planet'] },
  { title: 'Poles and radiants', kinds: ['pole', 'shower'] },
  { title: 'Bright stars', kinds: ['star'] },
]
const shown = ref(0)
const rows = computed(() => passages.filter((p) => kinds[shown.value]?.kinds.includes(p.kind)))
</script>

<template>
  <div class="two">
    <div>
      <v-autocomplete
        :model-value="targetKey"
        :items="targets"
        item-title="name"
        item-value="key"
        label="Where this goes tonight"
        variant="outlined"
        hide-details="auto"
        @update:model-value="(v: string | null) => v && emit('target', v)"
      />
      <SkyStrip class="strip" :slope="slope" :cursor="cursor" />
      <p class="muted note">
        By true bearing, over the place's own skyline; bright where it is fully dark. The ring is at
        the time cursor.
      </p>
    </div>
    <div>
      <div role="tablist" aria-label="What to list" class="tabs">
        <button
          v-for="(kind, i) in kinds"
          :key="kind.title"
          type="button"
          role="tab"
          :aria-selected="shown === i"
          @click="shown = i"
        >
          {{ kind.title }}
        </button>
      </div>
      <!-- sixty stars scroll; whoever has no mouse must be able to -->
      <dl class="long" tabindex="0" :aria-label="kinds[shown]?.title">
        <template v-for="p in rows" :key="p.key">
          <dt>{{ p.name }}</dt>
          <dd>{{ p.text }}</dd>
        </template>
      </dl>
      <p class="muted note">
        Standard refraction; the Sun and Moon by their upper limb. Azimuths from true north.
      </p>
    </div>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px 40px;
}

.strip {
  margin-top: 12px;
}

.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}

.tabs button {
  min-height: 44px;
  color: var(--muted);
}

.tabs button[aria-selected='true'] {
  color: var(--ink);
  text-decoration: underline;
  text-decoration-color: var(--picked);
  text-decoration-thickness: 2px;
  text-underline-offset: 6px;
}

dl {
  display: grid;
  grid-template-columns: fit-content(45%) minmax(0, 1fr);
  gap: 6px 16px;
}

.long {
  max-height: 240px;
  overflow-y: auto;
}

dt {
  font-weight: 600;
}

.note {
  margin: 8px 0;
  font-size: 0.92rem;
}

@media (max-width: 899px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
