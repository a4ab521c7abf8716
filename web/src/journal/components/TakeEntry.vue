<script setup lang="ts">
/** A take that was made otherwise than advised, or at another time: entered in a sentence. */
import { computed, nextTick, reactive, ref, useTemplateRef, watch } from 'vue'

import ChoiceWord from '../../shared/components/ChoiceWord.vue'
import DialSteps from '../../shared/components/DialSteps.vue'
import MomentField from '../../shared/components/QuestionField/MomentField.vue'
import type { Rail } from '../../shared/components/ExposureRails/rail'
import type { Schemas } from '../../api/client'

type Role = Schemas['RoleOut']['key']
type Verdict = Schemas['VerdictOut']['key']

const { rails, values, night, at, verdicts, asked } = defineProps<{
  /** Whose dial values a setting is chosen from. */
  rails: Rail[]
  /** What is to be set next; the plan where nothing follows. */
  values?: Schemas['SettingValues'] | undefined
  night: Schemas['NightOut']
  /** When the shot is; a take is entered near it. */
  at: string
  verdicts: Schemas['VerdictOut'][]
  /** What a word may be about, the light it is exposed for first. */
  asked: Schemas['AskedOut'][]
  /** What it may have been for, the picture itself first. */
  roles: Schemas['RoleOut'][]
}>()
const emit = defineEmits<{
  enter: [
    take: {
      started_at_utc: string
      values: Schemas['SettingValues']
      verdicts: Record<string, Verdict>
      role: Role
      note: string
    },
  ]
}>()

const isOpen = ref(false)
const form = useTemplateRef<HTMLFormElement>('form')
/** The form is where one is from then on: no key of the page acts any more. */
async function open(): Promise<void> {
  isOpen.value = true
  await nextTick()
  form.value?.querySelector<HTMLElement>('input, button')?.focus()
}
const BLANK = { verdict: '', role: 'frame' as Role, note: '' }
const entered = reactive({ at, settings: {} as Record<string, number>, ...BLANK })
/** Of another shot, or one that moved, it is entered there. */
watch(
  () => at,
  (now) => Object.assign(entered, { at: now, settings: {} }),
)
/** What is to be set next is where the dials open. */
const valueOf = (rail: Rail) =>
  entered.settings[rail.control] ?? values?.[rail.control] ?? rail.picked.value
const lead = computed(() => asked[0]?.key ?? '')

function enter(): void {
  const made: Schemas['SettingValues'] = { exposure_s: 1, f_number: 1, iso: 100, nd_stops: 0 }
  for (const rail of rails) made[rail.control] = valueOf(rail)
  const said = entered.verdict && lead.value ? { [lead.value]: entered.verdict as Verdict } : {}
  const { at: started_at_utc, role, note } = entered
  emit('enter', { started_at_utc, values: made, verdicts: said, role, note })
  Object.assign(entered, { settings: {}, ...BLANK })
  isOpen.value = false
}
</script>

<template>
  <v-btn v-if="!isOpen" variant="text" @click="open">Enter a take made otherwise</v-btn>
  <form v-else ref="form" aria-label="A take made otherwise" @submit.prevent="enter">
    <MomentField
      class="at"
      label="Made at"
      :value="entered.at"
      :night="night"
      @answer="(utc) => (entered.at = utc)"
    />
    <DialSteps
      v-for="rail in rails"
      :key="rail.control"
      :title="rail.title"
      :steps="rail.values"
      :stride="rail.stride"
      :value="valueOf(rail)"
      @set="(value) => (entered.settings[rail.control] = value)"
    />
    <p>
      for
      <ChoiceWord
        label="What it is for"
        :choices="roles"
        :value="entered.role"
        @choose="(key) => (entered.role = key as Role)"
      />, seen
      <ChoiceWord
        label="What was seen"
        :choices="verdicts"
        :value="entered.verdict"
        unchosen="not judged"
        @choose="(key) => (entered.verdict = key)"
      />
    </p>
    <v-text-field v-model="entered.note" label="Note" />
    <div class="acts">
      <v-btn type="submit" color="primary" variant="flat">Enter it</v-btn>
      <v-btn variant="text" @click="isOpen = false">Not now</v-btn>
    </div>
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 10px;
  margin-top: 14px;
  padding: 14px 16px;
  background: var(--sheet);
}

.at {
  max-width: 340px;
}

.acts {
  display: flex;
  gap: 10px;
}
</style>
