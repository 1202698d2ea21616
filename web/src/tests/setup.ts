/** Every test begins with an empty device and the real clock. */
import { beforeEach, vi } from 'vitest'

import { forgetWishes } from '@/wish/useWish'

beforeEach(() => {
  vi.useRealTimers()
  localStorage.clear()
  sessionStorage.clear()
  forgetWishes()
})
