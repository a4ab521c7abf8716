<script setup lang="ts">
/** Lights that were found off their prediction at a place: reckoned with until forgotten. */
import { useLoad } from '../composables/useLoad'
import { useNotices } from '../stores/notices'
import { client, data, type Schemas } from '../api/client'

const { placeId } = defineProps<{ placeId: string }>()
const notices = useNotices()
const found = useLoad<Schemas['FoundLightOut'][]>((signal) =>
  data(
    client.GET('/api/v1/places/{place_id}/found', {
      params: { path: { place_id: placeId } },
      signal,
    }),
  ),
)
void found.refresh()
</script>

<template>
  <section v-if="found.value.value?.length" aria-label="Found here">
    <h2>Found here</h2>
    <ul class="plain">
      <li v-for="one in found.value.value" :key="one.id">
        {{ one.text }}
        <button
          type="button"
          class="forget"
          @click="notices.remove('found', one.id, one.text, found.refresh)"
        >
          forget
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped src="../themes/lists.css"></style>
<style scoped>
.forget {
  min-height: 44px;
  padding: 0 8px;
  color: var(--muted);
}
</style>
