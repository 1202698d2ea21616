<script setup lang="ts">
/** Routines of the salon: keep what is composed, or fit a kept one to this client. */
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'

import { useMay } from '@/api/staff'

import { useDropRoutine, useKeepRoutine, useRoutines, type Wish } from '@/api/queries'
import { provideRefusal } from '@/forms/refusal'
import Pick from '@/parts/Pick.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'
import { undoNote } from '@/parts/undoNote'
import type { WishDesk } from '@/wish/useWish'

const props = defineProps<{ desk: WishDesk }>()
const { t } = useI18n()
const may = useMay()
const routines = useRoutines()
const keep = useKeepRoutine()
const drop = useDropRoutine()

const name = ref('')
const chosen = ref<number>()
const refusal = provideRefusal(keep.error, drop.error)
const options = computed(() =>
  (routines.data.value ?? []).map(({ id, name, title, problem }) => ({
    value: id,
    text: problem ? t('routine.unreadable', { name }) : `${name} · ${title}`,
    disabled: Boolean(problem),
  })),
)

const routineOf = (id: number | undefined) =>
  routines.data.value?.find((routine) => routine.id === id)
function fit(id: number | undefined) {
  const routine = routineOf(id)
  if (routine?.wish)
    props.desk.start({ ...(routine.wish as Wish), client: props.desk.wish.value.client })
}
async function save() {
  const routine = await keep
    .mutateAsync({ name: name.value, wish: props.desk.wish.value })
    .catch(() => undefined)
  if (!routine) return
  name.value = ''
  chosen.value = routine.id
}
async function remove() {
  const routine = routineOf(chosen.value)
  if (!routine) return
  await drop.mutateAsync(routine.id)
  chosen.value = undefined
  const wish = { ...(routine.wish as Wish), client: props.desk.wish.value.client }
  undoNote(t('routine.dropped', { name: routine.name }), t('app.undo'), () =>
    keep.mutateAsync({ name: routine.name, wish }),
  )
}
</script>

<template>
  <section class="routines">
    <h2>{{ t('routine.title') }}</h2>
    <div class="row">
      <Pick
        v-model="chosen"
        :label="t('routine.use')"
        hide-label
        :options="options"
        :placeholder="options.length ? t('routine.use') : t('routine.none')"
        :disabled="!options.length"
        width="260px"
        @update:model-value="fit"
      />
      <button v-if="chosen && may.write('routine')" class="act" type="button" @click="remove">
        {{ t('routine.drop') }}
      </button>
      <form v-if="may.write('routines')" novalidate @submit.prevent="save">
        <TextField
          v-model="name"
          :label="t('routine.name')"
          name="name"
          hide-label
          :placeholder="t('routine.name')"
          :maxlength="80"
          width="200px"
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
