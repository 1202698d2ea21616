<script setup lang="ts">
/** What can be done beside the main thing: undo, skip, note, swap, and the rest. */
import { useI18n } from 'vue-i18n'

import type { Panel } from './ChairPanel.vue'

defineProps<{
  canUndo: boolean
  canSwap: boolean
  /** What the button for sections says; nothing where they cannot be changed now. */
  sections?: string
}>()
const emit = defineEmits<{ undo: []; show: [panel: Panel] }>()
const { t } = useI18n()
</script>

<template>
  <div class="beside">
    <button class="act big" type="button" :disabled="!canUndo" @click="emit('undo')">
      {{ t('app.undo') }}
    </button>
    <button class="act big" type="button" @click="emit('show', 'skip')">
      {{ t('chair.skip') }}
    </button>
    <button class="act big" type="button" @click="emit('show', 'note')">
      {{ t('chair.note') }}
    </button>
    <button v-if="canSwap" class="act big" type="button" @click="emit('show', 'swap')">
      {{ t('chair.swap') }}
    </button>
    <button v-if="sections" class="act big" type="button" @click="emit('show', 'sections')">
      {{ sections }}
    </button>
    <button class="act big" type="button" @click="emit('show', 'picture')">
      {{ t('chair.picture') }}
    </button>
    <button class="act big" type="button" @click="emit('show', 'handover')">
      {{ t('chair.handover') }}
    </button>
  </div>
</template>

<style scoped>
/* Seven of them stand side by side at 1280. */
.beside .act {
  padding: 0 11px;
}
.beside {
  flex-wrap: nowrap;
  overflow-x: auto;
}
@media (max-width: 640px) {
  .beside {
    flex-wrap: wrap;
  }
}
</style>
