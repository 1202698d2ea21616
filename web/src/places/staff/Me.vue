<script setup lang="ts">
/** One's own way in: password, codes, the devices one is signed in on. */
import { useI18n } from 'vue-i18n'

import { useSession } from '@/api/queries'
import { useDevices, useEndDevice } from '@/api/staff'
import { refusalOf } from '@/forms/refusal'
import Await from '@/parts/Await.vue'
import Figures from '@/parts/Figures.vue'
import PageHeader from '@/parts/PageHeader.vue'
import Refusals from '@/parts/Refusals.vue'
import { ago } from '@/text/format'

import CodesPart from './CodesPart.vue'
import LanguagePart from './LanguagePart.vue'
import PasswordPart from './PasswordPart.vue'

const { t } = useI18n()
const session = useSession()
const devices = useDevices()
const end = useEndDevice()
const refusal = refusalOf(end.error)
</script>

<template>
  <PageHeader
    :title="session.data.value?.name ?? ''"
    :about="session.data.value?.role ? t(`staff.roles.${session.data.value.role}`) : ''"
  />
  <div class="parts">
    <PasswordPart />
    <CodesPart />
    <LanguagePart />
    <section>
      <h2 class="ruled">{{ t('staff.devices') }}</h2>
      <Await
        v-slot="{ data }"
        :data="devices.data.value"
        :error="devices.error.value"
        @retry="devices.refetch()"
      >
        <Figures :label="t('staff.devices')">
          <thead>
            <tr>
              <th>{{ t('staff.device') }}</th>
              <th>{{ t('staff.since') }}</th>
              <th>
                <span class="sr">{{ t('staff.end') }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="device in data" :key="device.id">
              <td>
                {{ device.device || t('staff.unknownDevice') }}
                <span class="quiet">{{ device.ip }}</span>
              </td>
              <td>{{ ago(device.since) }}</td>
              <td class="n">
                <b v-if="device.here">{{ t('staff.here') }}</b>
                <button v-else class="act" type="button" @click="end.mutate(device.id)">
                  {{ t('staff.end') }}
                </button>
              </td>
            </tr>
          </tbody>
        </Figures>
      </Await>
      <Refusals :refusal="refusal" />
    </section>
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 320px), 1fr));
  gap: 32px 40px;
}
</style>
