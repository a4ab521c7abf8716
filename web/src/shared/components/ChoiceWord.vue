<script setup lang="ts">
/** One of several, chosen from a word that opens: a small select that looks like the rest. */
import { computed, mergeProps } from 'vue'

export interface Choice {
  key: string
  label: string
  /** In smaller letters under it. */
  says?: string
}

// what is said of it where it is used is about the word, not about the menu
defineOptions({ inheritAttrs: false })
const {
  label,
  choices,
  value = '',
  unchosen = undefined,
  text = undefined,
} = defineProps<{
  /** What it answers; said to whoever does not see it. */
  label: string
  choices: Choice[]
  /** The key that holds; empty for none. */
  value?: string
  /** What stands there while none is chosen; it can be gone back to where a choice holds. */
  unchosen?: string
  /** The word itself, where it is not what holds: `More`. */
  text?: string
}>()
const emit = defineEmits<{ choose: [key: string] }>()

const shown = computed(
  () => text ?? choices.find((choice) => choice.key === value)?.label ?? unchosen ?? '',
)
const items = computed<Choice[]>(() =>
  value && unchosen ? [{ key: '', label: unchosen }, ...choices] : choices,
)
const MANY = 40 // and more are laid out only as far as they are seen
const ROW_PX = 44
</script>

<template>
  <v-menu location="bottom" max-height="440">
    <template #activator="{ props }">
      <button
        v-bind="mergeProps(props, $attrs)"
        type="button"
        class="word"
        :aria-label="label.includes(shown) ? label : `${label}: ${shown}`"
      >
        {{ shown }}
      </button>
    </template>
    <v-card v-if="items.length > MANY">
      <v-virtual-scroll :items="items" :item-height="ROW_PX" max-height="440" role="list">
        <template #default="{ item }">
          <v-list-item
            :key="item.key"
            :title="item.label"
            :active="item.key === value"
            :min-height="ROW_PX"
            role="listitem"
            @click="emit('choose', item.key)"
          />
        </template>
      </v-virtual-scroll>
    </v-card>
    <v-list v-else>
      <v-list-item
        v-for="item in items"
        :key="item.key"
        :title="item.label"
        :subtitle="item.says"
        :active="!!value && item.key === value"
        @click="emit('choose', item.key)"
      />
    </v-list>
  </v-menu>
</template>

<style scoped>
.word {
  min-height: 44px;
  text-align: left;
  color: inherit;
  text-decoration: underline dotted;
  text-underline-offset: 5px;
}

.word:hover,
.word[aria-expanded='true'] {
  color: var(--picked);
}
</style>
