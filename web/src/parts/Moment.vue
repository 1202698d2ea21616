<script setup lang="ts">
/** A day, or a day with its hour; an empty one is null. Typed as people do: 16:30, 4pm, 3 Dec 9. */
import dayjs from 'dayjs'
import { ElDatePicker } from 'element-plus'
import { computed, ref, useTemplateRef } from 'vue'
import { useI18n } from 'vue-i18n'

import { dayPattern, hourPattern, momentPattern } from '@/text/calendar'
import { dayFrom, momentFrom } from '@/text/typed'
import { forPicker, fromPicker } from '@/text/zone'

import Field from './Field.vue'

const DAY = 'YYYY-MM-DD'

const props = defineProps<{
  label: string
  name?: string
  hint?: string
  /** A calendar day as year-month-day; else a moment as the server writes it. */
  day?: boolean
  width?: string
  placeholder?: string
  hideLabel?: boolean
}>()
const value = defineModel<string | null>()
const { t } = useI18n()
const format = computed(() => (props.day ? dayPattern : momentPattern).value)
const shown = computed(() => {
  if (!value.value) return undefined
  return props.day ? value.value : forPicker(value.value)
})
/** Why what was typed is no moment. */
const wrong = ref<string>()

function take(next: Date | string | null | undefined) {
  wrong.value = undefined
  value.value = next instanceof Date ? fromPicker(next) : (next ?? null)
}

const picker = useTemplateRef<{ handleClose: () => void }>('picker')
/** Whether something is typed that was not read yet. */
let pending = false
/** The picker reads half of what is typed as the first of January: it is read here instead. */
function typed(event: Event) {
  if (!pending) return
  pending = false
  const input = event.target as HTMLInputElement
  event.stopPropagation()
  // Enter reads what was typed; a form is sent by the next one, when the answer can be seen.
  if (event.type === 'keydown') event.preventDefault()
  const text = input.value.trim()
  if (!text) return take(null)
  const today = forPicker(new Date().toISOString())
  const before = shown.value instanceof Date ? shown.value : undefined
  const moment = props.day ? dayFrom(text, today) : momentFrom(text, today, before)
  if (!moment) {
    wrong.value = t(props.day ? 'app.noDay' : 'app.noMoment')
    return
  }
  take(props.day ? dayjs(moment).format(DAY) : moment)
  input.value = dayjs(moment).format(format.value)
  // What was typed is done: the calendar below hides what is to be seen next.
  if (event.type === 'keydown') picker.value?.handleClose()
}
</script>

<template>
  <Field v-slot="{ id, invalid, described }" :label :name :hint :hide-label :wrong>
    <span
      @input.capture.stop="pending = true"
      @change.capture="typed"
      @keydown.enter.capture="typed"
      @focusout.capture="typed"
    >
      <ElDatePicker
        :id="id"
        ref="picker"
        :model-value="shown"
        :type="day ? 'date' : 'datetime'"
        :format="format"
        :date-format="dayPattern"
        :time-format="hourPattern"
        :value-format="day ? DAY : undefined"
        :placeholder="placeholder"
        :aria-label="label"
        :aria-invalid="invalid"
        :aria-describedby="described"
        :class="{ bad: invalid }"
        :style="{ width: width ?? '150px' }"
        @update:model-value="take"
      />
    </span>
  </Field>
</template>
