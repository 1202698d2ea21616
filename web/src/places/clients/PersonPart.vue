<script setup lang="ts">
/** What has to be planned around: said by the client, never diagnosed. */
import { ElCheckbox, ElCheckboxGroup } from 'element-plus'
import { computed, reactive, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { conditionValues } from '@/api/generated'
import { type Client, useArchive, useChangeClient } from '@/api/queries'
import { provideRefusal } from '@/forms/refusal'
import Choice from '@/parts/Choice.vue'
import ClockInput from '@/parts/ClockInput.vue'
import Field from '@/parts/Field.vue'
import Moment from '@/parts/Moment.vue'
import NameList from '@/parts/NameList.vue'
import Pick from '@/parts/Pick.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'
import { undoNote } from '@/parts/undoNote'
import SchoolFields from '@/places/plans/SchoolFields.vue'
import { CLIENT_LANGUAGES } from '@/text'
import { ago, calendarDay } from '@/text/format'

const props = defineProps<{ client: Client }>()
const { t } = useI18n()
const change = useChangeClient(() => props.client.id)
const archive = useArchive(() => props.client.id)
const editing = ref(false)
const refusal = provideRefusal(change.error, archive.error)

const typed = reactive({
  name: props.client.name,
  preferred_name: props.client.preferred_name ?? '',
  pronouns: props.client.pronouns ?? '',
  language: props.client.language ?? '',
  note: props.client.note ?? '',
  conditions: [...(props.client.conditions ?? [])],
  allergies: [...(props.client.allergies ?? [])],
  avoid: [...(props.client.avoid ?? [])],
  routine: props.client.routine,
  night: props.client.night,
  bed_time: props.client.bed_time ?? null,
  wake_time: props.client.wake_time ?? null,
  retwists: props.client.retwists ?? false,
  phone: props.client.phone ?? '',
  birthday: props.client.birthday ?? null,
  contact: props.client.contact,
  school: { ...props.client.school },
})

/** A blank hour is the salon's. */
const bed = computed({
  get: () => typed.bed_time ?? '',
  set: (hour) => (typed.bed_time = hour || null),
})
const wake = computed({
  get: () => typed.wake_time ?? '',
  set: (hour) => (typed.wake_time = hour || null),
})

/** As the salon; the server reads it as no choice. */
const AS_SALON = 'salon'
const language = computed({
  get: () => typed.language || AS_SALON,
  set: (value) => (typed.language = value === AS_SALON ? '' : (value as typeof typed.language)),
})
const languages = computed(() => [
  { value: AS_SALON, text: t('person.asSalon') },
  ...CLIENT_LANGUAGES,
])

const lines = computed(() => {
  const client = props.client
  return [
    ...(client.conditions ?? []).map((condition) => ({
      text: t(`person.condition.${condition}`),
      loud: true,
    })),
    ...(client.allergies ?? []).map((what) => ({
      text: t('person.allergic', { what }),
      loud: true,
    })),
    ...(client.avoid ?? []).map((what) => ({ text: t('person.avoids', { what }), loud: false })),
    {
      text: `${t('person.routine')}: ${t(`person.routines.${client.routine ?? 'shampoo'}`)}`,
      loud: false,
    },
    ...Object.keys(client.school ?? {}).map((topic) => ({
      text: t('person.otherwise', { topic: t(`plan.topic.${topic}`) }),
      loud: false,
    })),
    {
      text: `${t('person.night')}: ${t(`person.nights.${client.night ?? 'bonnet'}`)}`,
      loud: false,
    },
    {
      text: client.preferred_name ? `${t('person.preferredName')}: ${client.preferred_name}` : '',
      loud: false,
    },
    {
      text: client.language
        ? `${t('person.language')}: ${CLIENT_LANGUAGES.find((each) => each.value === client.language)?.text}`
        : '',
      loud: false,
    },
    { text: client.retwists ? t('wear.retwists') : '', loud: false },
    { text: client.phone ? `${t('wear.phone')}: ${client.phone}` : '', loud: false },
    {
      text: client.birthday ? `${t('wear.birthday')}: ${calendarDay(client.birthday)}` : '',
      loud: false,
    },
    {
      text: `${t('wear.contact')} ${t(`wear.contacts.${client.contact ?? 'none'}`)}${
        client.consented_at ? `, ${t('wear.consented', { ago: ago(client.consented_at) })}` : ''
      }`,
      loud: false,
    },
  ]
})

async function putAway() {
  if (!(await archive.mutateAsync(false).catch(() => undefined))) return
  undoNote(t('person.archived', { name: props.client.name }), t('app.undo'), () =>
    archive.mutateAsync(true),
  )
}
async function save() {
  const saved = await change
    .mutateAsync({ ...typed, version: props.client.version })
    .catch(() => undefined)
  if (saved) editing.value = false
}
</script>

<template>
  <section class="person">
    <div class="client">
      <h2>{{ t('person.title') }}</h2>
      <button v-if="!editing" class="act" type="button" @click="editing = true">
        {{ t('person.edit') }}
      </button>
    </div>
    <template v-if="!editing">
      <p v-if="client.note" class="note">{{ client.note }}</p>
      <ul>
        <li
          v-for="line in lines.filter((one) => one.text)"
          :key="line.text"
          :class="{ loud: line.loud }"
        >
          {{ line.text }}
        </li>
      </ul>
    </template>
    <form v-else @submit.prevent="save">
      <div class="field">
        <span class="label">{{ t('person.conditions') }}</span>
        <ElCheckboxGroup v-model="typed.conditions" :aria-label="t('person.conditions')">
          <ElCheckbox v-for="condition in conditionValues" :key="condition" :value="condition">
            {{ t(`person.condition.${condition}`) }}
          </ElCheckbox>
        </ElCheckboxGroup>
      </div>
      <TextField
        v-model="typed.name"
        :label="t('person.name')"
        name="name"
        :maxlength="120"
        width="260px"
      />
      <TextField
        v-model="typed.preferred_name"
        :label="t('person.preferredName')"
        :hint="t('person.preferredHint')"
        name="preferred_name"
        :maxlength="60"
        width="260px"
      />
      <TextField
        v-model="typed.pronouns"
        :label="t('person.pronouns')"
        name="pronouns"
        :maxlength="40"
        width="260px"
      />
      <Pick
        v-model="language"
        :label="t('person.language')"
        name="language"
        :options="languages"
        width="260px"
      />
      <NameList v-model="typed.allergies" :label="t('person.allergies')" name="allergies" />
      <NameList v-model="typed.avoid" :label="t('person.avoid')" name="avoid" />
      <Choice
        v-model="typed.routine"
        :label="t('person.routine')"
        :options="[
          { value: 'shampoo', text: t('person.routines.shampoo') },
          { value: 'cowash_only', text: t('person.routines.cowash_only') },
        ]"
      />
      <Choice
        v-model="typed.night"
        :label="t('person.night')"
        :options="[
          { value: 'scarf', text: t('person.nights.scarf') },
          { value: 'bonnet', text: t('person.nights.bonnet') },
          { value: 'none', text: t('person.nights.none') },
        ]"
      />
      <div class="contact">
        <Field :label="t('person.bedTime')" name="bed_time">
          <ClockInput v-model="bed" optional :label="t('person.bedTime')" />
        </Field>
        <Field :label="t('person.wakeTime')" name="wake_time">
          <ClockInput v-model="wake" optional :label="t('person.wakeTime')" />
        </Field>
      </div>
      <ElCheckbox v-model="typed.retwists">{{ t('wear.retwists') }}</ElCheckbox>
      <div class="contact">
        <TextField
          v-model="typed.phone"
          :label="t('wear.phone')"
          name="phone"
          :maxlength="40"
          width="180px"
        />
        <Moment v-model="typed.birthday" :label="t('wear.birthday')" name="birthday" day />
        <Choice
          v-model="typed.contact"
          :label="t('wear.contact')"
          name="contact"
          :options="[
            { value: 'none', text: t('wear.contacts.none') },
            { value: 'message', text: t('wear.contacts.message') },
          ]"
        />
      </div>
      <div class="field">
        <span class="label">{{ t('person.school') }}</span>
        <SchoolFields v-model="typed.school" />
      </div>
      <TextField
        v-model="typed.note"
        :label="t('person.note')"
        name="note"
        :maxlength="2000"
        :rows="2"
      />
      <Refusals :refusal="refusal" @retry="save" />
      <div class="end">
        <button class="act main" type="submit" :disabled="change.isPending.value">
          {{ t('person.save') }}
        </button>
        <button class="act" type="button" @click="editing = false">{{ t('app.cancel') }}</button>
        <button v-if="!client.archived_at" class="act" type="button" @click="putAway">
          {{ t('person.archive') }}
        </button>
      </div>
    </form>
  </section>
</template>

<style scoped>
.person {
  margin-top: 26px;
}
.client {
  display: flex;
  align-items: end;
  justify-content: space-between;
  min-height: 46px;
  padding-bottom: 5px;
  border-bottom: 2px solid var(--ink);
}
.note {
  padding: 10px 0 2px;
}
ul {
  margin: 8px 0 0;
  padding: 0;
  list-style: none;
}
li {
  padding: 3px 0;
}
.loud {
  color: var(--caution);
  font-weight: 650;
}
form {
  display: grid;
  gap: 14px;
  padding-top: 14px;
}
.contact {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 20px;
}
.end {
  display: flex;
  gap: 12px;
}
</style>
