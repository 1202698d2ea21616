/** Saving the plan of a wish, from whichever view of it. */
import { onKeyStroke } from '@vueuse/core'
import { toValue, type MaybeRefOrGetter } from 'vue'
import { useRouter } from 'vue-router'

import { useSavePlan } from '@/api/queries'

import type { WishDesk } from './useWish'

/**
 * @param desk with the wish
 * @param ready whether what is shown can be saved as it is
 */
export function useKeepPlan(desk: WishDesk, ready: MaybeRefOrGetter<boolean>) {
  const router = useRouter()
  const save = useSavePlan()

  async function keep() {
    const plan = await save.mutateAsync(desk.wish.value).catch(() => undefined)
    if (!plan) return
    desk.clear()
    await router.push(`/plans/${plan.id}`)
  }
  onKeyStroke('Enter', (event) => {
    if ((event.ctrlKey || event.metaKey) && toValue(ready) && !save.isPending.value) void keep()
  })
  return { save, keep }
}
