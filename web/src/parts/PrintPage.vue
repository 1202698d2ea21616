<script setup lang="ts">
/** A page of paper on screen, with the button that prints it. */
import { useI18n } from 'vue-i18n'

const { t } = useI18n()
const print = () => window.print()
</script>

<template>
  <div class="actions">
    <slot name="actions" />
    <button class="act main" type="button" @click="print">{{ t('print.print') }}</button>
  </div>
  <article class="page">
    <slot />
  </article>
</template>

<style scoped>
.actions {
  display: flex;
  align-items: end;
  justify-content: space-between;
  max-width: 190mm;
  margin: 0 auto 8px;
}
.page {
  max-width: 190mm;
  margin: 0 auto;
  padding: 8mm;
  background: #fff;
  color: #0f2e29;
  border: 1px solid var(--line);
  --paper: #fff;
  --ink: #0f2e29;
  --ink-2: #47605a;
  --line: #c3cec9;
  --line-strong: #6f857e;
  --remind-ground: #f1f4f3;
}
.page :deep(header) {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  justify-content: space-between;
  gap: 16px;
}
.page :deep(h1) {
  max-width: 100%;
  overflow-wrap: anywhere;
}
@page {
  size: A4;
  margin: 10mm;
}
@media print {
  .actions {
    display: none;
  }
  .page {
    max-width: none;
    margin: 0;
    padding: 0;
    border: 0;
  }
}
</style>
