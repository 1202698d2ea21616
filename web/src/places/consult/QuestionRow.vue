<script setup lang="ts">
/** A question with what was known, how old that is, and the answer of today. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { zoneValues } from '@/api/generated'
import Theirs from '@/parts/Theirs.vue'
import { ago } from '@/text/format'
import { measure } from '@/text/measures'
import { useWording } from '@/text/wording'

import AnswerInput from './AnswerInput.vue'
import { type Consulting, fieldOf, type Question, type Value, wordsOf } from './consulting'

const props = defineProps<{ question: Question; consulting: Consulting }>()
const { t } = useI18n()

const field = computed(() => props.question.key)
const label = computed(() => t(`consult.ask.${props.question.key}`))
const last = computed(() => props.consulting.lasts.value.get(field.value))
const given = computed(() => props.consulting.given(field.value))
const changed = computed(() => props.consulting.changed(field.value))
const zoned = computed(() => props.question.zoned && props.question.key !== 'density_per_cm2')
const byZone = ref(
  zoneValues.some(
    (zone) =>
      props.consulting.lasts.value.has(fieldOf(field.value, zone)) ||
      props.consulting.given(fieldOf(field.value, zone)),
  ),
)

const worded = useWording()
const wording = (word: string) => worded(props.question.key, word)

function shown(value: Value | undefined): string {
  if (Array.isArray(value)) return value.map(wording).join(', ')
  if (typeof value === 'number') return measure(value, props.question.unit).trim()
  const text = String(value ?? '')
  if (props.question.answer === 'date') return text
  return text
    .split(', ')
    .map((word) => (props.question.options.includes(word) ? wording(word) : word))
    .join(', ')
}

const valueOf = (zone = '') => {
  const given = props.consulting.answers.value[fieldOf(field.value, zone)]
  return given?.value ?? undefined
}
/** What is known about a person stands chosen already: nothing known is lost by adding to it. */
const listed = computed(
  () => props.question.kept === 'person' && ['many', 'list'].includes(props.question.answer),
)
const chosen = computed(() => {
  if (listed.value && !props.consulting.given(field.value)) return wordsOf(last.value?.value)
  return given.value?.confirmed && !listed.value ? undefined : valueOf()
})
function put(value: Value | undefined, zone = '') {
  if (listed.value) props.consulting.answerList(field.value, wordsOf(value))
  else props.consulting.answer(fieldOf(field.value, zone), value ?? null)
}
/** What somebody else answered meanwhile, here and by zone. */
const theirs = computed(() =>
  Object.entries(props.consulting.theirs.value).filter(
    ([where]) => where.split('@')[0] === field.value,
  ),
)
const hasLast = computed(() => {
  const value = last.value?.value
  return value !== undefined && value !== '' && !(Array.isArray(value) && !value.length)
})
</script>

<template>
  <div class="row" :class="{ changed, confirmed: given?.confirmed }">
    <div class="ask">
      <p class="label">
        {{ label }}
        <span v-if="question.weak" class="weak">{{ t('consult.weak') }}</span>
      </p>
      <p v-if="question.how" class="quiet">{{ question.how }}</p>
    </div>
    <div class="input">
      <p v-if="hasLast" class="last">
        <span :class="{ stale: !last?.fresh }">
          {{ changed ? t('consult.was', { value: shown(last?.value) }) : shown(last?.value) }}
        </span>
        <span v-if="last?.taken_at" class="quiet">
          · {{ ago(last.taken_at)
          }}{{
            last.method && last.method !== 'reported' ? `, ${t(`hair.method.${last.method}`)}` : ''
          }}
        </span>
        <button
          v-if="!given"
          class="act still"
          type="button"
          :aria-label="`${label}: ${t('consult.still')}`"
          @click="consulting.confirm(field)"
        >
          {{ t('consult.still') }}
        </button>
        <span v-else-if="given.confirmed" class="quiet tick">✓ {{ t('consult.confirmed') }}</span>
        <span v-else-if="changed" class="mark">{{ t('consult.changed') }}</span>
      </p>
      <AnswerInput
        v-if="!$slots.instead"
        :question="question"
        :label="label"
        :wrong="consulting.problems.value.get(field)"
        :model-value="chosen"
        @update:model-value="put($event)"
      />
      <slot name="instead" />
      <Theirs
        v-for="[where, answer] in theirs"
        :key="where"
        :value="shown(answer.value ?? undefined)"
        @take="consulting.take(where)"
      />
      <button v-if="zoned" class="plain quiet link" type="button" @click="byZone = !byZone">
        {{ byZone ? t('consult.oneForAll') : t('consult.byZone') }}
      </button>
      <div v-if="zoned && byZone" class="zones">
        <div v-for="zone in zoneValues" :key="zone">
          <span class="quiet">
            {{ t(`hair.zones.${zone}`) }}
            <template v-if="consulting.lasts.value.get(fieldOf(field, zone))">
              ({{ shown(consulting.lasts.value.get(fieldOf(field, zone))?.value) }})
            </template>
          </span>
          <AnswerInput
            :question="question"
            narrow
            :label="`${label}, ${t(`hair.zones.${zone}`)}`"
            :wrong="consulting.problems.value.get(fieldOf(field, zone))"
            :model-value="valueOf(zone)"
            @update:model-value="put($event, zone)"
          />
        </div>
      </div>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 200px minmax(0, 1fr);
  gap: 4px 18px;
  padding: 7px 0 7px 12px;
  border-bottom: 1px solid var(--line);
  border-left: 4px solid transparent;
}
.changed {
  border-left-color: var(--ink);
  background: var(--paper);
}
.confirmed {
  border-left-color: var(--line-strong);
}
.label {
  font-weight: 650;
}
.weak {
  margin-left: 6px;
  padding: 0 5px;
  border: 1px solid var(--line-strong);
  color: var(--ink-2);
  font-size: 12px;
  font-weight: 500;
}
.last {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 5px;
  min-height: 32px;
  margin-bottom: 3px;
}
.stale {
  color: var(--ink-2);
  font-style: italic;
}
.still {
  min-height: 32px;
  padding: 0 10px;
  font-size: 14px;
}
.mark {
  padding: 0 6px;
  background: var(--ink);
  color: var(--on-ink);
  font-size: 12px;
  font-weight: 650;
}
.tick {
  font-weight: 650;
}
.input {
  min-width: 0;
}
.link {
  min-height: 30px;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.zones {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(100px, 1fr));
  gap: 8px;
}
@media (max-width: 1000px) {
  .row {
    grid-template-columns: 180px minmax(0, 1fr);
  }
}
@media (max-width: 640px) {
  .row {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
