<script setup lang="ts">
/** How the picture's levels are spread, where each light lands in it, and its full end. */
import LevelBars from '../../../shared/components/LevelBars.vue'
import type { Schemas } from '../../../api/client'

const { picture } = defineProps<{ picture: Schemas['PictureOut'] }>()
</script>

<template>
  <div>
    <LevelBars v-slot="{ width, height }" :bins="picture.histogram" :says="picture.reading">
      <g v-for="(mark, i) in picture.lands" :key="mark.part">
        <line
          class="mark"
          :x1="mark.level_share * width"
          :x2="mark.level_share * width"
          y1="4"
          :y2="height"
        />
        <text :x="mark.level_share * width" :y="height + 10" text-anchor="middle">{{ i + 1 }}</text>
      </g>
    </LevelBars>
    <ol>
      <li v-for="mark in picture.lands" :key="mark.part">
        <strong>{{ mark.name }}</strong> {{ mark.text }}
      </li>
    </ol>
    <p class="muted">{{ picture.ends }}</p>
  </div>
</template>

<style scoped>
.mark {
  stroke: var(--picked);
  stroke-dasharray: 3 2;
}

text {
  font-size: 10px;
  fill: var(--ink);
}

ol {
  margin: 4px 0;
  padding-left: 1.4em;
}
</style>
