/** A form that is left with something typed in it asks first. */
import { useEventListener } from '@vueuse/core'
import { ElMessageBox } from 'element-plus'
import { useI18n } from 'vue-i18n'
import { onBeforeRouteLeave } from 'vue-router'

/**
 * Ask before what was typed and not saved is left behind.
 *
 * @param isDirty whether something is typed that is not saved
 */
export function useUnsaved(isDirty: () => boolean) {
  const { t } = useI18n()
  onBeforeRouteLeave(async () => {
    if (!isDirty()) return true
    return ElMessageBox.confirm(t('app.unsaved'), {
      confirmButtonText: t('app.leave'),
      cancelButtonText: t('app.stay'),
      showClose: false,
    }).then(
      () => true,
      () => false,
    )
  })
  // The browser asks in its own words.
  useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
    if (isDirty()) event.preventDefault()
  })
}
