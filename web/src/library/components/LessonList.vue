<script setup lang="ts">
/** What was learned, a sentence a lesson: switched off and on, and the nights behind it. */
import { ref } from 'vue'

import { client, data, type Schemas } from '../../api/client'
import { useNotices } from '../../shared/stores/notices'

type Lesson = Schemas['LessonOut']
type Finding = Schemas['FindingOut']

const { lessons } = defineProps<{ lessons: Lesson[] }>()
const emit = defineEmits<{ changed: [] }>()
const notices = useNotices()

const opened = ref<Set<string>>(new Set())
const keyOf = (lesson: Lesson) => `${lesson.effect} ${lesson.level}`
function toggle(lesson: Lesson): void {
  const next = new Set(opened.value)
  if (!next.delete(keyOf(lesson))) next.add(keyOf(lesson))
  opened.value = next
}
async function change(done: Promise<unknown>): Promise<void> {
  try {
    await done
    emit('changed')
  } catch (caught) {
    notices.fail(caught)
  }
}
const switchLesson = ({ effect, level }: Lesson, is_on: boolean) =>
  change(data(client.PUT('/api/v1/learned/lesson', { body: { effect, level, is_on } })))
const switchFinding = ({ id }: Finding, is_on: boolean) =>
  change(
    data(
      client.PUT('/api/v1/findings/{finding_id}', {
        params: { path: { finding_id: id } },
        body: { is_on },
      }),
    ),
  )
const forget = (finding: Finding) =>
  notices.remove('found', finding.id, finding.text, () => emit('changed'))
const checked = (event: Event) => (event.target as HTMLInputElement).checked
</script>

<template>
  <ul>
    <li v-for="lesson in lessons" :key="keyOf(lesson)" :class="{ off: !lesson.is_on }">
      <div class="line">
        <span class="says">{{ lesson.text }}</span>
        <label>
          <input
            type="checkbox"
            :checked="lesson.is_on"
            @change="switchLesson(lesson, checked($event))"
          />
          reckoned with
        </label>
        <button type="button" :aria-expanded="opened.has(keyOf(lesson))" @click="toggle(lesson)">
          the nights
        </button>
      </div>
      <ul v-if="opened.has(keyOf(lesson))" class="nights">
        <li v-for="finding in lesson.findings" :key="finding.id" class="line">
          <span class="says">
            <router-link :to="{ name: 'shot', params: { shotId: finding.shot_id } }">{{
              finding.night_title
            }}</router-link>
            <span class="muted figures"> {{ finding.evening_date }} </span>
            {{ finding.text }}
            <span v-if="finding.note" class="note">{{ finding.note }}</span>
          </span>
          <label>
            <input
              type="checkbox"
              :checked="finding.is_on"
              @change="switchFinding(finding, checked($event))"
            />
            counts
          </label>
          <button type="button" @click="forget(finding)">forget</button>
        </li>
      </ul>
    </li>
  </ul>
</template>

<style scoped>
ul {
  padding: 0;
  list-style: none;
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  align-items: center;
  border-bottom: 1px solid var(--line);
}

.says {
  flex: 1 1 340px;
  padding: 8px 0;
}

.off > .line .says {
  color: var(--muted);
}

.says .figures {
  margin: 0 0.6em;
}

.nights {
  margin: 0 0 10px 18px;
}

.note {
  display: block;
  color: var(--limit);
}

label,
button {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
  color: var(--muted);
}

input {
  width: 18px;
  height: 18px;
  accent-color: var(--picked);
}
</style>
