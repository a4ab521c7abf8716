<script setup lang="ts">
/** Files from this device: a button like the others; the input within keeps the keyboard. */
const {
  label,
  accept = undefined,
  multiple = false,
  folder = false,
  disabled = false,
} = defineProps<{
  label: string
  accept?: string
  multiple?: boolean
  /** A folder with all that is in it. */
  folder?: boolean
  disabled?: boolean
}>()
const emit = defineEmits<{ files: [files: File[]] }>()

function pick(event: Event): void {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  input.value = '' // the same file may be picked again
  if (files.length) emit('files', files)
}
</script>

<template>
  <label class="pick" :class="{ disabled }">
    {{ label }}
    <input
      class="screen-reader"
      type="file"
      :accept="accept"
      :multiple="multiple"
      :webkitdirectory="folder || undefined"
      :disabled="disabled"
      @change="pick"
    />
  </label>
</template>

<style scoped>
.pick {
  display: inline-flex;
  align-items: center;
  position: relative;
  min-height: 44px;
  padding: 0 16px;
  font-weight: 500;
  border: 1px solid currentColor;
  border-radius: 2px;
  cursor: pointer;
}

.pick:hover {
  background: var(--raised);
}

.pick:has(:focus-visible) {
  outline: 3px solid var(--picked);
  outline-offset: 2px;
}

.pick.disabled {
  opacity: 0.4;
  cursor: default;
}
</style>
