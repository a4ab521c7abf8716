<script setup lang="ts">
/** The takes of one shot to be judged where they are found: film comes back days later. */
import LoadState from '../../shared/components/LoadState.vue'
import TakeRow from './TakeRow.vue'
import { useChain } from '../composables/useChain'

const { shotId } = defineProps<{ shotId: string }>()
const emit = defineEmits<{ changed: [] }>()
const chain = useChain(() => shotId)

async function then(work: Promise<void>): Promise<void> {
  await work
  emit('changed')
}
</script>

<template>
  <LoadState v-if="!chain.value.value" :error="chain.error.value" @retry="chain.refresh" />
  <ol v-else>
    <li v-for="link in chain.value.value.links" :key="link.take.id">
      <TakeRow
        :link="link"
        :chain="chain.value.value"
        @edit="(part) => then(chain.edit(link.take, part))"
        @remove="then(chain.remove(link.take))"
      />
    </li>
  </ol>
</template>

<style scoped>
ol {
  padding: 0;
  list-style: none;
}

li {
  border-top: 1px solid var(--line);
}
</style>
