<script setup lang="ts">
/** Where practitioners differ: both sides, and the one this photographer takes. */
import LoadState from '../../shared/components/LoadState.vue'
import { useLoaded } from '../../api/loaded'
import { useNotices } from '../../shared/stores/notices'
import { client, data, ifMatch } from '../../api/client'

const notices = useNotices()
const schools = useLoaded('/api/v1/schools')

async function pick(key: string, side: string): Promise<void> {
  const version = schools.value.value?.version
  if (version === undefined) return
  try {
    schools.value.value = await data(
      client.PUT('/api/v1/schools', {
        params: { header: ifMatch(version) },
        body: { schools: { [key]: side } },
      }),
    )
  } catch (error) {
    notices.fail(error)
    await schools.refresh()
  }
}
</script>

<template>
  <div class="page page-narrow">
    <h1>Schools</h1>
    <p class="muted lead">
      Good photographers differ on these. New shots start from the side you take; each shot may
      still go the other way.
    </p>
    <LoadState v-if="!schools.value.value" :error="schools.error.value" @retry="schools.refresh" />
    <fieldset v-for="school in schools.value.value?.schools ?? []" :key="school.key">
      <legend>{{ school.title }}</legend>
      <label
        v-for="side in school.sides"
        :key="side.key"
        :class="{ picked: side.key === school.picked }"
      >
        <input
          type="radio"
          :name="school.key"
          :value="side.key"
          :checked="side.key === school.picked"
          @change="pick(school.key, side.key)"
        />
        <span>
          <strong>{{ side.name }}</strong>
          <span class="argument">{{ side.argument }}</span>
        </span>
      </label>
    </fieldset>
  </div>
</template>

<style scoped>
.lead {
  margin: 6px 0 8px;
}

fieldset {
  margin: 0;
  padding: 16px 0 10px;
  border: 0;
  border-bottom: 1px solid var(--line);
}

legend {
  float: left;
  width: 100%;
  padding: 0;
  font-size: 1.15rem;
  font-weight: 600;
}

label {
  clear: both;
  display: flex;
  gap: 12px;
  padding: 10px 0 10px 2px;
  cursor: pointer;
}

input {
  flex: none;
  width: 20px;
  height: 20px;
  margin: 3px 0 0;
  accent-color: var(--picked);
}

.argument {
  display: block;
  color: var(--muted);
}

.picked strong {
  color: var(--picked);
}
</style>
