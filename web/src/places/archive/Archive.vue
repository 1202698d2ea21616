<script setup lang="ts">
/** The whole salon in one file: out, and in again. */
import { ElCheckbox } from 'element-plus'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

import { useBackups, useCheckSalon, usePack, useRestore } from '@/api/archive'
import { useSession } from '@/api/queries'
import { provideRefusal, refusalOf } from '@/forms/refusal'
import Await from '@/parts/Await.vue'
import Figures from '@/parts/Figures.vue'
import PageHeader from '@/parts/PageHeader.vue'
import Refusals from '@/parts/Refusals.vue'
import TextField from '@/parts/TextField.vue'
import { moment, size } from '@/text/format'

const { t } = useI18n()
const session = useSession()
const backups = useBackups()
const pack = usePack()
const check = useCheckSalon()
const restore = useRestore()
const packing = refusalOf(pack.error)
const restoring = provideRefusal(check.error, restore.error)

const file = ref<File>()
const name = ref('')
const salon = computed(() => session.data.value?.salon?.name ?? '')
const inside = computed(() => check.data.value)
/** Clients who were erased are left out only once that is agreed. */
const agreed = ref(false)
const sure = computed(() => agreed.value || !inside.value?.erased.length)

async function look(event: Event) {
  const input = event.target as HTMLInputElement
  file.value = input.files?.[0]
  name.value = ''
  agreed.value = false
  restore.reset()
  if (file.value) await check.mutateAsync(file.value).catch(() => undefined)
  input.value = ''
}
async function bring() {
  if (!file.value) return
  const done = await restore
    .mutateAsync({
      file: file.value,
      name: name.value,
      left_out: inside.value?.erased.map((client) => client.uid) ?? [],
    })
    .catch(() => undefined)
  // Everybody signs in again, here as well.
  if (done) window.location.assign('/')
}
</script>

<template>
  <PageHeader :title="t('archive.title')">
    <RouterLink class="act" to="/salon">{{ t('salon.title') }}</RouterLink>
    <button class="act main" type="button" :disabled="pack.isPending.value" @click="pack.mutate()">
      {{ t(pack.isPending.value ? 'archive.packing' : 'archive.pack') }}
    </button>
  </PageHeader>
  <Refusals :refusal="packing" @retry="pack.mutate()" />
  <div class="columns">
    <section>
      <h2 class="ruled">{{ t('archive.here') }}</h2>
      <p class="quiet">{{ t('archive.hereHint') }}</p>
      <Await
        v-slot="{ data }"
        :data="backups.data.value"
        :error="backups.error.value"
        :empty="backups.data.value?.length ? undefined : t('archive.none')"
        @retry="backups.refetch()"
      >
        <Figures>
          <tbody>
            <tr v-for="backup in data" :key="backup.name">
              <td>{{ moment(backup.made_at) }}</td>
              <td class="n">{{ size(backup.size) }}</td>
              <td class="n">
                <a class="act" :href="`/api/archive/${backup.name}`" download>{{
                  t('archive.download')
                }}</a>
              </td>
            </tr>
          </tbody>
        </Figures>
      </Await>
    </section>
    <section>
      <h2 class="ruled">{{ t('archive.in') }}</h2>
      <p class="quiet">{{ t('archive.inHint') }}</p>
      <label class="act">
        {{ t(file ? 'archive.another' : 'archive.choose') }}
        <input class="sr" type="file" accept=".zip,application/zip" @change="look" />
      </label>
      <p v-if="check.isPending.value" class="quiet" role="status">{{ t('archive.checking') }}</p>
      <form v-if="inside && file" novalidate @submit.prevent="bring">
        <p>
          {{ t('archive.inside', { salon: inside.salon, when: moment(inside.made_at) }) }}
        </p>
        <p class="counts">
          <span v-for="(n, what) in inside.counts" :key="what">
            <b>{{ n }}</b> {{ t(`archive.counted.${what}`) }}
          </span>
        </p>
        <p class="caution">{{ t('archive.replaces', { salon }) }}</p>
        <p v-if="!inside.same_salon" class="caution">{{ t('archive.otherSalon') }}</p>
        <div v-if="inside.erased.length" class="caution">
          <p>{{ t('archive.erased', inside.erased.length) }}</p>
          <ul>
            <li v-for="client in inside.erased" :key="client.uid">{{ client.name }}</li>
          </ul>
          <ElCheckbox v-model="agreed">{{ t('archive.leaveOut') }}</ElCheckbox>
        </div>
        <TextField
          v-model="name"
          :label="t('archive.typeName', { salon })"
          name="name"
          :maxlength="120"
        />
        <button
          class="act warn"
          type="submit"
          :disabled="name.trim() !== salon || !sure || restore.isPending.value"
        >
          {{ t(restore.isPending.value ? 'archive.bringing' : 'archive.bring') }}
        </button>
      </form>
      <Refusals :refusal="restoring" @retry="bring" />
    </section>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 360px), 1fr));
  gap: 32px 40px;
}
.quiet {
  margin-bottom: 10px;
}
form {
  display: grid;
  gap: 12px;
  justify-items: start;
  margin-top: 14px;
}
.counts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
.caution {
  color: var(--caution);
  font-weight: 600;
}
</style>
