/** A layer that a button opens and closes. */
import { onClickOutside, onKeyStroke } from '@vueuse/core'
import { ref, useTemplateRef } from 'vue'

/**
 * Escape closes the layer and goes back to its button; a tap elsewhere closes it, too. The template
 * names both of them: `ref="button"` and `ref="layer"`.
 */
export function useLayer() {
  const open = ref(false)
  const button = useTemplateRef<HTMLElement>('button')
  const layer = useTemplateRef<HTMLElement>('layer')
  onKeyStroke('Escape', (event) => {
    if (!open.value) return
    event.stopPropagation()
    open.value = false
    button.value?.focus()
  })
  onClickOutside(layer, () => (open.value = false), { ignore: [button] })
  return { open, button }
}
