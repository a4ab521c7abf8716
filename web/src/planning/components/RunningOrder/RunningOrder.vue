<script setup lang="ts">
/** The order in sentences: what to do when, what is waited for, what has no room and why. */
import type { Schemas } from '../../../api/client'

defineProps<{
  order: Schemas['OrderOut']
  clockOf: (iso: string) => string
}>()
const emit = defineEmits<{ adopt: [] }>()
</script>

<template>
  <section class="order" aria-label="Running order">
    <p class="summary">
      {{ order.summary }}
      <template v-if="order.back_utc">
        <template v-if="order.leaves_home_utc">
          Leave home at {{ clockOf(order.leaves_home_utc) }}.
        </template>
        <template v-if="order.arrives_utc">There at {{ clockOf(order.arrives_utc) }}, back</template
        ><template v-else>Back</template> at the car {{ clockOf(order.back_utc)
        }}<template v-if="order.home_utc">, home {{ clockOf(order.home_utc) }}</template
        >.
        <template v-if="order.leave_by_utc">
          You must leave by {{ clockOf(order.leave_by_utc) }}.
        </template>
      </template>
    </p>
    <v-btn
      v-if="!order.is_as_kept"
      class="no-print"
      color="primary"
      variant="flat"
      @click="emit('adopt')"
    >
      Put the shots so
    </v-btn>
    <ol>
      <li v-for="slot in order.slots" :key="slot.shot_id">
        <span class="figures when">
          {{ clockOf(slot.starts_utc) }}<br />
          <span class="muted">{{ clockOf(slot.ends_utc) }}</span>
        </span>
        <span>
          <router-link :to="{ name: 'shot', params: { shotId: slot.shot_id } }">{{
            slot.title
          }}</router-link>
          <span v-if="slot.is_optional" class="muted"> · optional</span>
          <span v-if="slot.is_moved" class="moved"> · moved</span>
          <span class="figures settings">{{ slot.settings }}</span>
          <span class="muted">{{ slot.text }} {{ slot.waits }} {{ slot.latest }}</span>
        </span>
      </li>
    </ol>
    <template v-if="order.left_out.length">
      <h3>No room for</h3>
      <ul>
        <li v-for="left in order.left_out" :key="left.shot_id">
          <span>
            <router-link :to="{ name: 'shot', params: { shotId: left.shot_id } }">{{
              left.title
            }}</router-link>
            <span class="why">{{ left.text }}</span>
            <span v-if="left.remedies.length" class="muted">
              It would fit so: {{ left.remedies.map((r) => r.text).join(' ') }}
            </span>
          </span>
        </li>
      </ul>
    </template>
    <template v-if="order.own.some((s) => s.faults.length)">
      <h3>As you have them</h3>
      <ul>
        <li v-for="own in order.own.filter((s) => s.faults.length)" :key="own.shot_id">
          <span class="figures when">{{ clockOf(own.starts_utc) }}</span>
          <span>
            {{ own.title }}
            <span class="why">{{ own.faults.join(' ') }}</span>
          </span>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
ol,
ul {
  list-style: none;
  padding: 0;
}

.v-btn {
  margin: 10px 0;
}

li {
  display: flex;
  gap: 14px;
  padding: 8px 0;
  border-bottom: 1px solid var(--line);
}

li span span {
  display: block;
}

li a + span.muted,
li .moved {
  display: inline;
}

.when {
  flex: none;
  width: 48px;
}

.why,
.moved {
  color: var(--limit);
}

.moved {
  color: var(--room);
}

h3 {
  margin-top: 18px;
}
</style>
