<script setup lang="ts">
/** What was learned of the lights of a place: reckoned with until it is switched off or forgotten. */
import LessonList from './LessonList.vue'
import { useLoaded } from '../../api/loaded'

const { placeId } = defineProps<{ placeId: string }>()
const lessons = useLoaded('/api/v1/places/{place_id}/learned', () => ({
  path: { place_id: placeId },
}))
</script>

<template>
  <section v-if="lessons.value.value?.length" aria-label="Learned here">
    <h2>Learned here</h2>
    <LessonList :lessons="lessons.value.value" @changed="lessons.refresh" />
  </section>
</template>

<style scoped src="../../themes/lists.css"></style>
