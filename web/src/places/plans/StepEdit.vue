<script setup lang="ts">
/** Changing a step by hand: its place, its minutes, its doses, or taking it out. */
import { ElInput } from 'element-plus'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import type { Edit, Step } from '@/api/queries'
import Amount from '@/parts/Amount.vue'

const props = defineProps<{ step: Step; steps: Step[]; edits: Edit[] }>()
const emit = defineEmits<{ edit: [edits: Edit[]] }>()
const { t } = useI18n()

/** Stays open from step to step. */
const open = defineModel<boolean>('open', { required: true })
const added = ref('')
const keys = computed(() => props.steps.map((step) => step.key))
const at = computed(() => keys.value.indexOf(props.step.key))

/** Layers are composed in a list of their own. */
const doses = computed(() => props.step.products.filter((product) => product.layer == null))

const push = (edit: Edit) => emit('edit', [...props.edits, edit])

function move(by: number) {
  const rest = keys.value.filter((key) => key !== props.step.key)
  push({ op: 'move', step: props.step.key, after: rest[at.value + by - 1] ?? null })
}
/** A number decided again replaces the one decided before. */
function decide(change: Partial<Edit>) {
  const topic = change.role ? 'grams' : change.minutes !== undefined ? 'minutes' : 'wait_min'
  const kept = props.edits.filter(
    (edit) =>
      !(
        edit.op === 'override' &&
        edit.step === props.step.key &&
        edit[topic] != null &&
        (edit.role ?? null) === (change.role ?? null)
      ),
  )
  const blank = change.minutes === null || change.wait_min === null || change.grams === null
  emit(
    'edit',
    blank ? kept : [...kept, { op: 'override', step: props.step.key, ...change } as Edit],
  )
}
/** A product one place sooner in its step. */
function sooner(place: number) {
  const role = props.step.products[place]?.role
  const after = props.step.products[place - 2]?.role ?? null
  if (role) push({ op: 'move', step: props.step.key, role, after })
}
function instead() {
  const title = added.value.trim()
  if (!title) return
  push({ op: 'replace', step: props.step.key, title })
  added.value = ''
}
function add() {
  const title = added.value.trim()
  if (!title) return
  const taken = props.edits.filter((edit) => edit.op === 'add').length
  push({ op: 'add', step: `own_${taken + 1}`, title, after: props.step.key })
  added.value = ''
}
</script>

<template>
  <div class="edit">
    <button v-if="!open" class="plain link" type="button" @click="open = true">
      {{ t('edit.open') }}
    </button>
    <template v-else>
      <button class="act" type="button" :disabled="at === 0" @click="move(-1)">
        ‹ {{ t('edit.earlier') }}
      </button>
      <button class="act" type="button" :disabled="at === steps.length - 1" @click="move(1)">
        {{ t('edit.later') }} ›
      </button>
      <Amount
        :label="t('edit.minutes')"
        unit="min"
        :model-value="step.hands_on_min"
        width="92px"
        @update:model-value="decide({ minutes: $event })"
      />
      <Amount
        v-if="step.wait_min"
        :label="t('edit.wait')"
        unit="min"
        :model-value="step.wait_min"
        width="92px"
        @update:model-value="decide({ wait_min: $event })"
      />
      <div v-for="(product, i) in doses" :key="product.role" class="dose">
        <Amount
          :label="product.name"
          unit="g"
          :model-value="product.grams"
          width="92px"
          @update:model-value="decide({ role: product.role, grams: $event })"
        />
        <button
          v-if="i > 0"
          class="act"
          type="button"
          :aria-label="t('edit.before', { what: product.name, other: step.products[i - 1]?.name })"
          :title="t('edit.before', { what: product.name, other: step.products[i - 1]?.name })"
          @click="sooner(i)"
        >
          ‹
        </button>
      </div>
      <form class="add" @submit.prevent="add">
        <ElInput
          v-model="added"
          :placeholder="t('edit.addWhat')"
          :aria-label="t('edit.addWhat')"
          maxlength="200"
          style="width: 150px"
        />
        <button class="act" type="submit">{{ t('edit.add') }}</button>
        <button class="act" type="button" @click="instead">{{ t('edit.instead') }}</button>
      </form>
      <button class="act" type="button" @click="push({ op: 'remove', step: step.key })">
        {{ t('edit.out') }}
      </button>
      <button
        v-if="edits.length"
        class="act"
        type="button"
        @click="emit('edit', edits.slice(0, -1))"
      >
        {{ t('edit.undo') }}
      </button>
      <button v-if="edits.length > 1" class="act" type="button" @click="emit('edit', [])">
        {{ t('edit.undoAll', { n: edits.length }) }}
      </button>
      <button class="plain link" type="button" @click="open = false">{{ t('edit.close') }}</button>
    </template>
  </div>
</template>

<style scoped>
.edit {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 6px 10px;
  margin-top: 2px;
}
.link {
  min-height: 26px;
  text-decoration: underline;
  text-underline-offset: 3px;
  font-size: 13px;
}
.add,
.dose {
  display: flex;
  align-items: end;
}
.dose .act {
  padding: 0 10px;
}
</style>
