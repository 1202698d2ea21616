<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink, useRouter } from 'vue-router'

import { useBeginVisit } from '@/api/days'
import { useCancelPlan, useDeletePlan, usePlan } from '@/api/queries'
import { useMay } from '@/api/staff'
import { refusalOf } from '@/forms/refusal'
import Await from '@/parts/Await.vue'
import PageHeader from '@/parts/PageHeader.vue'
import Refusals from '@/parts/Refusals.vue'
import { ago, when } from '@/text/format'
import { wishOfPlan } from '@/wish/patch'
import { useWish } from '@/wish/useWish'

import PlanBody from './PlanBody.vue'

const props = defineProps<{ plan: number }>()
const { t } = useI18n()
const router = useRouter()
const plan = usePlan(() => props.plan)
const cancel = useCancelPlan(() => props.plan)
const drop = useDeletePlan(() => props.plan)
const refusal = refusalOf(cancel.error, drop.error)

const planned = computed(() => {
  const start = plan.data.value?.planned_start
  return start ? ` · ${t('plan.plannedFor', { when: when(new Date(start), new Date()) })}` : ''
})
const may = useMay()
const begin = useBeginVisit()
/** To the chair: the visit under way, or a new one. */
async function sit() {
  const visit = await begin.mutateAsync(props.plan).catch(() => undefined)
  if (visit) await router.push(`/chair/${visit}`)
}
async function remove(client: number) {
  if (!(await drop.mutateAsync(undefined).catch(() => undefined)) && drop.error.value) return
  await router.push(`/clients/${client}`)
}
function revise() {
  const saved = plan.data.value
  if (!saved) return
  useWish(saved.client).start(wishOfPlan(saved))
  void router.push(`/clients/${saved.client}/plan`)
}
</script>

<template>
  <Await
    v-slot="{ data }"
    :data="plan.data.value"
    :error="plan.error.value"
    @retry="plan.refetch()"
  >
    <PageHeader
      :title="data.client_name"
      :to="`/clients/${data.client}`"
      :about="`${data.title}, ${data.answer.sections.length}${planned}`"
      :state="
        t('plan.asItWas', {
          ago: ago(data.made_at),
          who: data.made_by,
          version: data.rules_version,
        })
      "
    >
      <RouterLink class="act" :to="`/plans/${props.plan}/print`">{{ t('tabs.print') }}</RouterLink>
      <button v-if="may.write('plans')" class="act" type="button" @click="revise">
        {{ t('plan.revise') }}
      </button>
      <template v-if="!data.visits.length">
        <button
          class="act"
          type="button"
          @click="cancel.mutate({ back: Boolean(data.cancelled_at) })"
        >
          {{ t(data.cancelled_at ? 'plan.uncancel' : 'plan.cancel') }}
        </button>
        <button
          v-if="data.cancelled_at"
          class="act warn"
          type="button"
          @click="remove(data.client)"
        >
          {{ t('plan.delete') }}
        </button>
      </template>
      <RouterLink
        v-if="!data.cancelled_at && !data.visits.length && may.write('bookings')"
        class="act"
        :to="{ path: '/today', query: { client: data.client, plan: data.id } }"
        >{{ t('plan.book') }}</RouterLink
      >
      <button
        v-if="!data.cancelled_at && may.write('begin-visit')"
        class="act"
        :class="{ main: !data.visits.length }"
        type="button"
        :disabled="begin.isPending.value"
        @click="sit"
      >
        {{ t(data.visits.length ? 'chair.goOn' : 'chair.begin') }}
      </button>
      <RouterLink v-if="data.visits.length" class="act main" :to="`/visits/${data.visits[0]}`">
        {{ t('plan.seeVisit') }}
      </RouterLink>
      <RouterLink
        v-else-if="!data.cancelled_at && may.write('record')"
        class="act"
        :to="`/plans/${props.plan}/visit`"
      >
        {{ t('plan.record') }}
      </RouterLink>
    </PageHeader>
    <p v-if="data.cancelled_at" class="wrong" role="note">
      {{ t('plan.isCancelled', { ago: ago(data.cancelled_at) }) }}
    </p>
    <Refusals :refusal="refusal" @retry="plan.refetch()" />
    <p v-if="data.opened_at" role="note">
      {{ t('plan.isOpened', { when: when(new Date(data.opened_at), new Date()) }) }}
    </p>
    <PlanBody :answer="data.answer" />
  </Await>
</template>
