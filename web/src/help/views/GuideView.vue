<script setup lang="ts">
/** The guide for photographers: the text of docs/guide.md, with its headings beside it. */
import { nextTick, onMounted, watch } from 'vue'
import { useRoute } from 'vue-router'

import { guideHtml, guideParts } from '../guide'

const route = useRoute()
const find = () => {
  const heading = route.hash ? document.getElementById(route.hash.slice(1)) : null
  heading?.scrollIntoView()
}
onMounted(() => nextTick(find))
watch(() => route.hash, find)
</script>

<template>
  <div class="page guide">
    <nav aria-label="Parts of the guide" class="no-print">
      <router-link
        v-for="part in guideParts"
        :key="part.id"
        :to="{ hash: `#${part.id}` }"
        :class="`depth-${part.depth}`"
        >{{ part.title }}</router-link
      >
    </nav>
    <!-- eslint-disable-next-line vue/no-v-html -- our own text, built in -->
    <article v-html="guideHtml" />
  </div>
</template>

<style scoped>
.guide {
  display: grid;
  grid-template-columns: 250px minmax(0, 1fr);
  gap: 48px;
  align-items: start;
}

nav {
  position: sticky;
  top: 12px;
  display: grid;
  max-height: calc(100vh - 24px);
  overflow-y: auto;
}

nav a {
  display: flex;
  align-items: center;
  min-height: 30px;
  color: var(--muted);
  text-decoration: none;
}

nav a:hover {
  color: var(--picked);
}

nav .depth-2 {
  margin-top: 6px;
  color: var(--ink);
  font-weight: 600;
}

nav .depth-3 {
  padding-left: 14px;
  font-size: 0.92rem;
}

article {
  max-width: 68ch;
  font-size: 1.05rem;
}

article :deep(h2) {
  margin: 36px 0 10px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--line);
}

article :deep(h3) {
  margin: 24px 0 4px;
}

article :deep(:is(h2, h3)) {
  scroll-margin-top: 12px;
}

article :deep(p) {
  margin: 6px 0;
  line-height: 1.55;
}

article :deep(:is(ul, ol)) {
  padding-left: 1.3em;
}

article :deep(li) {
  margin: 6px 0;
  line-height: 1.5;
}

@media (max-width: 899px) {
  .guide {
    grid-template-columns: minmax(0, 1fr);
    gap: 16px;
  }

  nav {
    position: static;
    max-height: none;
    padding-bottom: 12px;
    border-bottom: 1px solid var(--line);
  }

  nav a {
    min-height: 44px;
  }
}
</style>
