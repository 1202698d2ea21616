<script setup lang="ts">
/** Routines of the house: keep what is composed, or fit a kept one to this head. */
import { ElInput, ElOption, ElSelect } from 'element-plus'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { useDropRoutine, useKeepRoutine, useRoutines, type Wish } from '@/api/queries'
import { refusalOf } from '@/forms/refusal'
import Refusals from '@/parts/Refusals.vue'
import type { WishDesk } from '@/wish/useWish'

const props = defineProps<{ desk: WishDesk }>()
const { t } = useI18n()
const routines = useRoutines()
const keep = useKeepRoutine()
const drop = useDropRoutine()

const name = ref('')
const chosen = ref<number>()
const refusal = refusalOf(keep.error)

function fit(id: number) {
  const routine = routines.data.value?.find((routine) => routine.id === id)
  if (routine) props.desk.start({ ...(routine.wish as Wish), head: props.desk.wish.value.head })
}
async function save() {
  const routine = await keep
    .mutateAsync({ name: name.value, wish: props.desk.wish.value })
    .catch(() => undefined)
  if (!routine) return
  name.value = ''
  chosen.value = routine.id
}
</script>

<template>
  <section class="routines">
    <h2>{{ t('routine.title') }}</h2>
    <div class="row">
      <ElSelect
        v-model="chosen"
        :placeholder="routines.data.value?.length ? t('routine.use') : t('routine.none')"
        :aria-label="t('routine.use')"
        :disabled="!routines.data.value?.length"
        style="width: 260px"
        @update:model-value="fit"
      >
        <ElOption
          v-for="routine in routines.data.value ?? []"
          :key="routine.id"
          :value="routine.id"
          :label="`${routine.name} · ${routine.title}`"
        />
      </ElSelect>
      <button
        v-if="chosen"
        class="act"
        type="button"
        @click="(drop.mutate(chosen), (chosen = undefined))"
      >
        {{ t('routine.drop') }}
      </button>
      <form @submit.prevent="save">
        <ElInput
          v-model="name"
          :placeholder="t('routine.name')"
          :aria-label="t('routine.name')"
          maxlength="80"
          style="width: 200px"
        />
        <button class="act" type="submit" :disabled="keep.isPending.value">
          {{ t('routine.keep') }}
        </button>
      </form>
      <Refusals :refusal="refusal" @retry="save" />
      <p v-if="keep.data.value" class="quiet" role="status">
        {{ t('routine.kept', { name: keep.data.value.name }) }}
      </p>
    </div>
  </section>
</template>

<style scoped>
.routines {
  margin-top: 22px;
  padding-top: 12px;
  border-top: 1px solid var(--line);
}
.row,
form {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  margin-top: 6px;
}
form {
  gap: 0;
  margin: 0;
}
</style>
