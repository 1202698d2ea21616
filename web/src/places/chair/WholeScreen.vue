<script setup lang="ts">
/** The whole screen is one button: a knuckle, a key or a foot switch is enough. */
import { useI18n } from 'vue-i18n'

defineProps<{
  title: string
  /** How much of what. */
  lines: string[]
  /** What a tap does. */
  word: string
  elapsed: string
  /** The last tap is not yet over. */
  bounces: boolean
}>()
const emit = defineEmits<{ main: []; close: [] }>()
const { t } = useI18n()
</script>

<template>
  <div class="whole">
    <button class="main" type="button" :aria-disabled="bounces" @click="emit('main')">
      <span class="title">{{ title }}</span>
      <span v-for="line in lines" :key="line">{{ line }}</span>
      <b>{{ word }} {{ elapsed }}</b>
      <small>{{ t('chair.tapAnywhere') }}</small>
    </button>
    <button class="act" type="button" @click="emit('close')">{{ t('chair.small') }}</button>
  </div>
</template>

<style scoped>
.whole {
  position: fixed;
  inset: 0;
  z-index: 60;
  background: var(--ink);
}
.main {
  display: grid;
  place-content: center;
  justify-items: center;
  gap: 18px;
  width: 100%;
  height: 100%;
  border: 0;
  background: var(--ink);
  color: var(--on-ink);
  font: 600 30px var(--text);
}
.title {
  font: 700 min(11vw, 110px)/1 var(--display);
}
small {
  font-size: 18px;
}
.act {
  position: absolute;
  top: 16px;
  right: 16px;
}
</style>
