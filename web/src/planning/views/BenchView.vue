<script setup lang="ts">
/** The bench: rails with no night attached. */
import { computed, ref } from 'vue'

import ConflictNote from '../components/ConflictNote.vue'
import ExposureRails from '../../shared/components/ExposureRails'
import FoldPart from '../../shared/components/FoldPart.vue'
import FrameReport from '../components/FrameReport.vue'
import FirstMeeting from '../../shared/components/FirstMeeting.vue'
import LoadState from '../../shared/components/LoadState.vue'
import QuestionField from '../../shared/components/QuestionField'
import SettingLists from '../components/SettingLists.vue'
import { useBench } from '../composables/useBench'
import type { Schemas } from '../../api/client'

const of = useBench()
const { answers, bench, error, groups, hand, answer } = of
void of.start()

const plain = computed(() => groups.value.find((group) => !group.title)?.asked ?? [])
const headed = computed(() => groups.value.filter((group) => group.title))
/** A number left open shows its default as a hint; anything else shows what acts. */
const valueOf = (question: Schemas['QuestionOut']) =>
  answers[question.key] ?? (question.kind === 'number' ? null : question.default)

const inBag = (...kinds: string[]) =>
  (of.kit.value.value ?? []).filter((i) => kinds.includes(i.spec.kind ?? ''))
const bodies = computed(() => inBag('body', 'film_back'))
const lenses = computed(() => inBag('lens'))
const isZoom = computed(() => {
  const lens = lenses.value.find((i) => i.id === answers.lens_id)?.spec
  return lens?.kind === 'lens' && lens.shortest_focal_length_mm !== lens.longest_focal_length_mm
})

const copied = ref(false)
async function share(): Promise<void> {
  await navigator.clipboard.writeText(window.location.href)
  copied.value = true
}
</script>

<template>
  <div class="page">
    <h1>Bench</h1>
    <FirstMeeting :words="['bench', 'rails', 'posts']" />
    <LoadState v-if="!bench" :error="error" @retry="of.ask()" />
    <template v-else>
      <p class="sentence">
        <strong class="figures">{{ bench.settings }}</strong> — {{ bench.sentence }}
      </p>
      <p v-if="error" role="alert" class="error">{{ error.message }}</p>
      <ConflictNote v-for="conflict in bench.conflicts" :key="conflict.part" :conflict="conflict" />
      <div class="columns">
        <div>
          <ExposureRails
            :rails="bench.rails"
            @move="hand.move"
            @follow="hand.follow"
            @lock="hand.lock"
            @release="hand.release"
          />
          <FoldPart
            part="bench-ways"
            title="Ways"
            :says="bench.bracket.map((frame) => frame.text).join(' · ')"
          >
            <SettingLists
              :bracket="bench.bracket"
              :ladder="bench.ladder"
              :test-frame="bench.test_frame"
            />
          </FoldPart>
          <FoldPart part="bench-costs" title="Costs" :says="bench.report.cost.join(', ')">
            <FrameReport :report="bench.report" />
          </FoldPart>
        </div>
        <aside>
          <h2>The subject</h2>
          <v-select
            :model-value="of.scene.value"
            :items="of.scenes.value.value ?? []"
            item-title="name"
            item-value="key"
            label="A scene nobody meters"
            clearable
            @update:model-value="of.chooseScene"
          />
          <div class="pair">
            <QuestionField
              v-for="question in plain"
              :key="question.key"
              :question="question"
              :value="valueOf(question)"
              :error="error?.fault(question.key)"
              @answer="(value) => answer(question.key, value)"
            />
          </div>
          <h2>Body and lens</h2>
          <v-select
            :model-value="answers.body_id"
            :items="bodies"
            item-title="name"
            item-value="id"
            :label="answers.body_id ? 'Body' : `Body: ${bench.body_name}`"
            @update:model-value="(id: unknown) => answer('body_id', id)"
          />
          <v-select
            :model-value="answers.lens_id"
            :items="lenses"
            item-title="name"
            item-value="id"
            :label="answers.lens_id ? 'Lens' : `Lens: ${bench.lens_name}`"
            @update:model-value="(id: unknown) => of.chooseLens(String(id))"
          />
          <v-text-field
            v-if="isZoom"
            type="number"
            step="any"
            label="Focal length"
            suffix="mm"
            :model-value="answers.focal_length_mm"
            :placeholder="String(bench.focal_length_mm)"
            persistent-placeholder
            :error-messages="error?.fault('focal_length_mm')"
            @update:model-value="
              (v: string) => answer('focal_length_mm', v === '' ? null : Number(v))
            "
          />
          <details v-for="group in headed" :key="group.title" :open="group.isUsed">
            <summary>{{ group.title }}</summary>
            <div class="pair">
              <QuestionField
                v-for="question in group.asked"
                :key="question.key"
                :class="{ wide: question.kind !== 'number' }"
                :question="question"
                :value="valueOf(question)"
                :error="error?.fault(question.key)"
                @answer="(value) => answer(question.key, value)"
              />
            </div>
          </details>
          <v-btn @click="share">{{ copied ? 'Address copied' : 'Copy the address' }}</v-btn>
        </aside>
      </div>
    </template>
  </div>
</template>

<style scoped src="../../themes/work-page.css"></style>
<style scoped>
h2 {
  margin-bottom: 2px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--line);
}

summary {
  min-height: 44px;
  padding: 10px 0;
  cursor: pointer;
  font-weight: 600;
  border-bottom: 1px solid var(--line);
}

.wide {
  grid-column: 1 / -1;
}

details .pair {
  margin-top: 12px;
}

aside {
  display: grid;
  gap: 14px;
  align-content: start;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  align-items: start;
  gap: 10px;
}
</style>
