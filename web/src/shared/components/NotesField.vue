<script setup lang="ts">
/** Notes of one's own: kept when one goes elsewhere. */
import { ref, watch } from 'vue'

const { notes, label = 'Notes' } = defineProps<{ notes: string; label?: string }>()
const emit = defineEmits<{ change: [notes: string] }>()

const text = ref(notes)
watch(
  () => notes,
  (now) => (text.value = now),
)
const keep = () => text.value !== notes && emit('change', text.value)
</script>

<template>
  <v-textarea v-model="text" :label="label" rows="3" @blur="keep" />
</template>
