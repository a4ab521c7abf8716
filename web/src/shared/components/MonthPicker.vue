<script setup lang="ts">
/** The days of a month, one to be picked; loaded when it is opened. */
defineProps<{ day: Date | null }>()
const emit = defineEmits<{ pick: [day: Date] }>()
</script>

<template>
  <v-date-picker
    :model-value="day"
    hide-header
    :first-day-of-week="1"
    show-adjacent-months
    @update:model-value="(value: unknown) => value && emit('pick', value as Date)"
  />
</template>
