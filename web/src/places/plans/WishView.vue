<script setup lang="ts" generic="Data">
/** A view of the wish as it stands: its header, what is still missing, what was refused, or it. */
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

import { useProfile } from '@/api/queries'
import { type Refusal, refusalOf } from '@/forms/refusal'
import Refusals from '@/parts/Refusals.vue'
import { useKeepPlan } from '@/wish/keepPlan'
import type { WishDesk } from '@/wish/useWish'

import PlanTop from './PlanTop.vue'

const props = defineProps<{
  client: number
  desk: WishDesk
  /** What is shown; it stays in sight, greyed, while a newer one is refused. */
  data: Data | undefined
  refusal: Refusal
  refused: boolean
  pending: boolean
}>()
const emit = defineEmits<{ retry: [] }>()
defineSlots<{ top?(): unknown; default(props: { data: Data }): unknown }>()
const { t } = useI18n()
const profile = useProfile(() => props.client)
const missing = computed(() => profile.data.value?.missing ?? [])
const savable = computed(() => props.data !== undefined && !props.refused && !props.pending)
const { save, keep } = useKeepPlan(props.desk, savable)
const unsaved = refusalOf(save.error)
</script>

<template>
  <PlanTop
    :client="props.client"
    :desk="desk"
    :state="pending ? t('plan.computing') : t('plan.draft')"
  >
    <slot name="top" />
    <button
      class="act main"
      type="button"
      :disabled="!savable || save.isPending.value"
      @click="keep"
    >
      {{ t('plan.save') }}
    </button>
  </PlanTop>
  <p v-for="gap in missing" :key="gap.field" class="wrong">{{ gap.message }}</p>
  <Refusals :refusal="refusal" @retry="emit('retry')">
    <button v-if="desk.canUndo.value" class="act warn" type="button" @click="desk.undo()">
      {{ t('crown.takeBack') }}
    </button>
  </Refusals>
  <Refusals v-if="save.error.value" :refusal="unsaved" @retry="keep" />
  <div v-if="data !== undefined" :class="{ old: refused }"><slot :data="data" /></div>
  <p v-else-if="!missing.length && !refused" class="quiet" role="status">
    {{ t('app.loading') }}
  </p>
</template>

<style scoped>
.old {
  opacity: 0.5;
}
</style>
