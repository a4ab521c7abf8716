<script setup lang="ts">
/** What to take for a night: ticked on the way out of the door, signal or not. */
import { computed } from 'vue'

import LoadState from '../../shared/components/LoadState.vue'
import { usePack } from '../composables/usePack'

const { nightId } = defineProps<{ nightId: string }>()
const pack = usePack(() => nightId)
void pack.open()

const lines = computed(() => pack.list.value?.groups.flatMap((g) => g.lines) ?? [])
const left = computed(() => lines.value.filter((line) => !line.is_packed).length)
const leftText = computed(() =>
  left.value === 0 ? 'All of it is in the bag.' : `${left.value} of ${lines.value.length} to go.`,
)
</script>

<template>
  <div class="page page-narrow">
    <p class="muted no-print">
      <router-link :to="{ name: 'night', params: { nightId } }">The night</router-link>
    </p>
    <h1>To take</h1>
    <LoadState v-if="!pack.list.value" :error="pack.error.value" @retry="pack.open" />
    <template v-else>
      <ul class="budget">
        <li v-for="line in pack.list.value.budget" :key="line">{{ line }}</li>
      </ul>
      <p role="status" class="left">
        {{ leftText }}
        <span v-if="pack.waiting.value" class="muted">
          {{ pack.waiting.value }} ticked here, not sent yet.
        </span>
      </p>
      <section v-for="group in pack.list.value.groups" :key="group.title">
        <h2>{{ group.title }}</h2>
        <label v-for="line in group.lines" :key="line.key" :class="{ done: line.is_packed }">
          <input
            type="checkbox"
            :checked="line.is_packed"
            @change="pack.tick(line.key, ($event.target as HTMLInputElement).checked)"
          />
          <span>
            {{ line.text }}
            <span class="why" :class="{ short: line.is_short }">{{ line.why }}</span>
          </span>
        </label>
      </section>
    </template>
  </div>
</template>

<style scoped>
.budget {
  padding: 0;
  list-style: none;
}

.left {
  margin-top: 10px;
  font-size: 1.1rem;
}

h2 {
  margin-top: 22px;
  padding-bottom: 4px;
  border-bottom: 1px solid var(--line);
}

label {
  display: flex;
  gap: 14px;
  align-items: flex-start;
  min-height: 48px;
  padding: 10px 0;
  border-bottom: 1px solid var(--line);
  cursor: pointer;
}

input {
  flex: none;
  width: 22px;
  height: 22px;
  margin-top: 2px;
  accent-color: var(--picked);
}

.why {
  display: block;
  color: var(--muted);
  font-size: 0.92rem;
}

.why.short {
  color: var(--limit);
}

.done {
  color: var(--muted);
  text-decoration: line-through;
}
</style>
