/** Roles of products in the order of use. */
import type { Schemas } from '@/api/client'

export const ROLES = [
  'pre_oil',
  'shampoo',
  'co_wash',
  'clay',
  'rinse_out',
  'mask',
  'mist',
  'scalp_oil',
  'leave_in',
  'oil',
  'cream',
  'butter',
  'mousse',
  'custard',
  'gel',
] as const satisfies readonly Schemas['ShelfRow']['role'][]
