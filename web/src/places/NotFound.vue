<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { RouterLink } from 'vue-router'

const { t } = useI18n()
</script>

<template>
  <h1>{{ t('app.notFound') }}</h1>
  <p>
    <RouterLink to="/clients">{{ t('app.toClients') }}</RouterLink>
  </p>
</template>
