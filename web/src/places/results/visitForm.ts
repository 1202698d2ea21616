/** A visit as it is typed: blanks are nothing, and the server answers by the place in its lists. */
import { traitValues } from '@/api/generated'
import { v4 as uuid } from 'uuid'

import type { Schemas } from '@/api/client'
import type { PlanAnswer, Visit } from '@/api/queries'

export const SCORES = traitValues
export type Score = (typeof SCORES)[number]
type Body = Schemas['RecordRequest']

export interface VisitForm {
  id: string
  started: string | null
  opened: string | null
  openedBy: string
  minutes: Record<string, number | null>
  grams: Record<string, number | null>
  units: Record<string, number | null>
  dryness: Schemas['DrynessEnum'] | ''
  residue: Schemas['ResidueEnum'] | ''
  scores: Partial<Record<Score, number>>
  length: number | null
  note: string
}

/** One dose of a plan: the same role may come in several steps and layers. */
export interface PlannedDose {
  key: string
  step: string
  role: Schemas['RoleEnum']
  layer: number
  name: string
  grams: number
  unit: string | null
  unitG: number | null
}

export const emptyForm = (started: string | null = null): VisitForm => ({
  id: uuid(),
  started,
  opened: null,
  openedBy: '',
  minutes: {},
  grams: {},
  units: {},
  dryness: '',
  residue: '',
  scores: {},
  length: null,
  note: '',
})

export const doseKey = (step: string, role: string, layer: number) => `${step}/${role}/${layer}`

/** Every dose of a plan, in the order of the work. */
export function dosesOf(answer: Pick<PlanAnswer, 'steps'>): PlannedDose[] {
  return answer.steps.flatMap((step) => {
    const layers: Record<string, number> = {}
    return step.products.map(({ role, name, grams, unit, unit_g }) => {
      const layer = (layers[role] = (layers[role] ?? 0) + 1)
      return {
        key: doseKey(step.key, role, layer),
        step: step.key,
        role,
        layer,
        name,
        grams,
        unit,
        unitG: unit_g ?? null,
      }
    })
  })
}

const isTyped = (value: number | null | undefined): value is number =>
  value !== null && value !== undefined

/** What was noted of the steps and the doses, in the order of the plan. */
export const notedSteps = (form: VisitForm, keys: readonly string[]) =>
  keys.filter((key) => isTyped(form.minutes[key]))
export const notedDoses = (form: VisitForm, doses: readonly PlannedDose[]) =>
  doses.filter(({ key }) => isTyped(form.grams[key]))

/** The form as it is sent. */
export function bodyOf(form: VisitForm, answer: Pick<PlanAnswer, 'steps'>, sure = false): Body {
  const steps = notedSteps(
    form,
    answer.steps.map((step) => step.key),
  )
  return {
    id: form.id,
    ...(sure ? { sure } : {}),
    started_at: form.started,
    released_at: form.opened,
    released_by: form.openedBy,
    steps: steps.map((key) => ({ key, minutes: form.minutes[key] as number })),
    doses: notedDoses(form, dosesOf(answer)).map(({ key, step, role, layer }) => ({
      step,
      role,
      layer,
      grams: form.grams[key] as number,
      units: form.units[key] ?? null,
    })),
    dryness: form.dryness,
    residue: form.residue,
    ...form.scores,
    length_cm: form.length,
    note: form.note,
  }
}

/** A recorded visit, to be typed again. */
export function formOf(visit: Visit): VisitForm {
  const form = emptyForm(visit.started_at ?? null)
  form.opened = visit.released_at ?? null
  form.openedBy = visit.released_by ?? ''
  for (const step of visit.steps) if (step.actual !== null) form.minutes[step.key] = step.actual
  for (const dose of visit.doses) {
    if (dose.actual === null) continue
    const key = doseKey(dose.step, dose.role, dose.layer)
    form.grams[key] = dose.actual
    if (dose.units !== null) form.units[key] = dose.units
  }
  form.dryness = visit.dryness ?? ''
  form.residue = visit.residue ?? ''
  for (const score of SCORES) {
    const value = visit[score]
    if (value != null) form.scores[score] = value
  }
  form.length = visit.length_cm ?? null
  form.note = visit.note ?? ''
  return form
}
