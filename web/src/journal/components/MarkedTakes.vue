<script setup lang="ts">
/** Several pictures marked at once, and the shot they become takes of. */
import ChoiceWord from '../../shared/components/ChoiceWord.vue'

const { label, marked, of, pictures, shots } = defineProps<{
  label: string
  /** How many things are marked, of how many. */
  marked: number
  of: number
  /** How many pictures that is. */
  pictures: number
  shots: { id: string; title: string }[]
}>()
const emit = defineEmits<{ all: [marked: boolean]; give: [shotId: string] }>()
</script>

<template>
  <div class="many">
    <label>
      <input
        type="checkbox"
        :checked="marked === of"
        :indeterminate="marked > 0 && marked < of"
        @change="(event) => emit('all', (event.target as HTMLInputElement).checked)"
      />
      {{ label }}
    </label>
    <ChoiceWord
      v-if="marked"
      label="Shot the marked ones are takes of"
      :choices="shots.map(({ id, title }) => ({ key: id, label: title }))"
      value=""
      :unchosen="`make the ${pictures} marked takes of…`"
      @choose="(shotId) => emit('give', shotId)"
    />
  </div>
</template>

<style scoped>
.many {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
  align-items: center;
  min-height: 44px;
}

label {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
}

input {
  width: 20px;
  height: 20px;
  accent-color: var(--picked);
}
</style>
