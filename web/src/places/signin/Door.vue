<script setup lang="ts">
/** The page in front of the salon. */
import { useI18n } from 'vue-i18n'

const emit = defineEmits<{ enter: [] }>()
const { t } = useI18n()
</script>

<template>
  <div class="door" role="main">
    <div class="pleats" aria-hidden="true"><i v-for="n in 9" :key="n" /></div>
    <form novalidate @submit.prevent="emit('enter')">
      <p class="brand">{{ t('app.name') }}</p>
      <slot />
    </form>
  </div>
</template>

<style scoped>
.door {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(320px, 480px);
  min-height: 100vh;
}
.pleats {
  display: flex;
  background: var(--line);
}
.pleats i {
  flex: 1;
  background: linear-gradient(90deg, #0f2e29 0 82%, #47605a 82% 100%);
}
.pleats i:nth-child(3n) {
  flex: 2.2;
  background: linear-gradient(90deg, #173a34 0 91%, #47605a 91% 100%);
}
form {
  display: grid;
  align-content: center;
  gap: 16px;
  padding: 32px 48px;
}
.brand {
  font: 700 19px var(--display);
}
form :slotted(h1) {
  margin-bottom: 8px;
}
@media (max-width: 700px) {
  .door {
    grid-template-columns: minmax(0, 1fr);
  }
  .pleats {
    display: none;
  }
}
</style>
