/** Every test begins with an empty device. */
import { beforeEach } from 'vitest'

import { forgetWishes } from '@/wish/useWish'

beforeEach(() => {
  localStorage.clear()
  sessionStorage.clear()
  forgetWishes()
})
