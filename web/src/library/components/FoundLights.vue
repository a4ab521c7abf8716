<script setup lang="ts">
/** What was learned of the lights of a place: reckoned with until it is switched off or forgotten. */
import LessonList from './LessonList.vue'
import { useLoad } from '../../shared/composables/useLoad'
import { client, data, type Schemas } from '../../api/client'

const { placeId } = defineProps<{ placeId: string }>()
const lessons = useLoad<Schemas['LessonOut'][]>((signal) =>
  data(
    client.GET('/api/v1/places/{place_id}/learned', {
      params: { path: { place_id: placeId } },
      signal,
    }),
  ),
)
void lessons.refresh()
</script>

<template>
  <section v-if="lessons.value.value?.length" aria-label="Learned here">
    <h2>Learned here</h2>
    <LessonList :lessons="lessons.value.value" @changed="lessons.refresh" />
  </section>
</template>

<style scoped src="../../themes/lists.css"></style>
