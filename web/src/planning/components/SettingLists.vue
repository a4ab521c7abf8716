<script setup lang="ts">
/** Settings that go with the picked one: the bracket, the same light otherwise, a test frame. */
import type { Schemas } from '../../api/client'

const { bracket, ladder, testFrame } = defineProps<{
  bracket: Schemas['FrameOut'][]
  ladder: Schemas['RungOut'][]
  testFrame: string
}>()
</script>

<template>
  <div class="lists">
    <section>
      <h3>Bracket</h3>
      <p class="muted">As wide as the ± asks for, centre first.</p>
      <ol>
        <li v-for="frame in bracket" :key="frame.stops" class="figures">
          <span class="stops">{{ frame.stops }}</span> {{ frame.text }}
          <span v-if="!frame.is_on_dial" class="muted">the dial ends here</span>
        </li>
      </ol>
    </section>
    <section v-if="ladder.length">
      <h3>The same light</h3>
      <p class="muted">At the same ISO and filter.</p>
      <ol>
        <li
          v-for="rung in ladder"
          :key="rung.text"
          class="figures"
          :class="{ picked: rung.is_picked }"
          :aria-current="rung.is_picked || undefined"
        >
          {{ rung.text }} <span v-if="rung.passes" class="muted passes">{{ rung.passes }}</span>
        </li>
      </ol>
    </section>
    <section>
      <h3>Test frame</h3>
      <p class="muted">The same brightness, quickly, for a first look.</p>
      <p class="figures">{{ testFrame }}</p>
    </section>
  </div>
</template>

<style scoped>
.lists {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 28px;
  margin-bottom: 16px;
}

h3 {
  margin-bottom: 4px;
}

ol {
  list-style: none;
  padding: 0;
}

li {
  padding: 2px 0;
}

.passes {
  font-family: var(--v-font-body);
  font-size: 0.92rem;
}

.stops {
  display: inline-block;
  min-width: 3.2em;
  color: var(--muted);
}

li.picked {
  font-weight: 700;
  color: var(--picked);
}

@media (max-width: 899px) {
  .lists {
    grid-template-columns: minmax(0, 1fr);
    gap: 20px;
  }
}
</style>
