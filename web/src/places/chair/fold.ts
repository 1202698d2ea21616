/**
 * The visit on this screen: the server's answer, with the entries it does not have yet laid over it
 * by the same rules.
 *
 * The rules are those of `craft.visit.fold`; both are held to one corpus of logs
 * (`craft/tests/golden/visits.jsonl`). What the screen shows beside this (doses, cautions, the gate)
 * is the server's alone.
 */
import type { Chair, NewEntry } from '@/api/chairLog'
import { faultValues as FAULTS } from '@/api/generated'

export type Visit = Chair['chair']['visit']
type Data = Record<string, unknown>
/** An entry of a log, from the server or from this device. */
export type LogEntry = Pick<NewEntry, 'id' | 'kind' | 'at' | 'device' | 'seq' | 'data'>
/** What of a plan the rules need. */
export interface WorkedPlan {
  steps: { key: string; sitting: number }[]
  sections: { number: number }[]
}
/** What of a visit this device can work out by itself. */
export type Progress = Pick<
  Visit,
  | 'state'
  | 'closed'
  | 'scores'
  | 'settled'
  | 'zone_scores'
  | 'touches'
  | 'comfort'
  | 'residue'
  | 'faults'
  | 'sections'
> & { released: boolean; steps: StepState[]; timers: TimerState[] }
export type StepState = Pick<Visit['steps'][number], 'key' | 'status' | 'minutes' | 'running_since'>
export type TimerState = Pick<
  Visit['timers'][number],
  'timer' | 'title' | 'step' | 'least_at' | 'most_at' | 'stopped_at'
>

const RELEASE = 'release'
const MINUTE_MS = 60_000
const minutesBetween = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / MINUTE_MS
const minutesLater = (at: string, minutes: unknown) =>
  new Date(Date.parse(at) + Number(minutes) * MINUTE_MS).toISOString()
const compare = (one: string, other: string) => Number(one > other) - Number(one < other)

/** Every entry once, in the order in which they happened. */
export const inOrder = <Entry extends LogEntry>(entries: Entry[]): Entry[] =>
  [...new Map(entries.map((entry) => [entry.id, entry])).values()].sort(
    (one, other) =>
      Date.parse(one.at) - Date.parse(other.at) ||
      compare(one.device, other.device) ||
      one.seq - other.seq ||
      compare(one.id, other.id),
  )

/**
 * Entries in order as they should have been, without corrections and what they take back. The last
 * correction of an entry counts; a correction may itself be taken back.
 */
export function corrected<Entry extends LogEntry>(entries: Entry[]): Entry[] {
  const once = inOrder(entries)
  const last = new Map<string, Data | null>()
  for (const { id, kind, data } of [...once].reverse()) {
    if (kind !== 'correction' || last.get(id) === null) continue
    const of = String(data.of)
    if (!last.has(of)) last.set(of, (data.data as Data | null | undefined) ?? null)
  }
  return once
    .filter(({ id, kind }) => kind !== 'correction' && last.get(id) !== null)
    .map((entry) => ({ ...entry, data: last.get(entry.id) ?? entry.data }))
}

function foldStep(key: string, log: LogEntry[]): StepState {
  const step: StepState = { key, status: 'planned', minutes: null, running_since: null }
  for (const { kind, at, data } of log) {
    if (data.step !== key) continue
    if (kind === 'step_started') Object.assign(step, { status: 'running', running_since: at })
    if (kind === 'step_done') {
      const since = step.running_since
      const took = data.minutes ?? (since ? Math.round(minutesBetween(since, at) * 10) / 10 : null)
      if (took !== null) step.minutes = (step.minutes ?? 0) + Number(took)
      Object.assign(step, { status: 'done', running_since: null })
    }
    if (kind === 'step_skipped') Object.assign(step, { status: 'skipped', running_since: null })
  }
  return step
}

function foldSections(plan: WorkedPlan, log: LogEntry[]): Visit['sections'] {
  const isTicked = (number: number, what: string) =>
    log.some(
      ({ kind, data }) =>
        data.section === number &&
        (what === 'released'
          ? kind === 'section_released'
          : kind === 'section_done' && data.what === what),
    )
  return plan.sections.map(({ number }) => ({
    number,
    laid_in: isTicked(number, 'laid_in'),
    shaped: isTicked(number, 'shaped'),
    dried: isTicked(number, 'dried'),
    released: isTicked(number, 'released'),
  }))
}

function foldTimers(log: LogEntry[]): TimerState[] {
  const timers = new Map<string, TimerState>()
  for (const { kind, at, data } of log) {
    const name = String(data.timer)
    if (kind === 'timer_set')
      timers.set(name, {
        timer: name,
        title: String(data.title ?? ''),
        step: (data.step as string | undefined) ?? null,
        least_at: minutesLater(at, data.least_min ?? 0),
        most_at: data.most_min == null ? null : minutesLater(at, data.most_min),
        stopped_at: null,
      })
    const running = timers.get(name)
    if (kind === 'timer_stopped' && running) timers.set(name, { ...running, stopped_at: at })
  }
  return [...timers.values()]
}

/** What failed and where, by what was said of each last. */
function foldFaults(log: LogEntry[]): Visit['faults'] {
  const places = new Map<string, Set<number>>()
  for (const { kind, data } of log) {
    if (kind !== 'fault') continue
    const own = places.get(String(data.fault)) ?? new Set()
    places.set(String(data.fault), own)
    for (const section of data.sections as number[])
      if (data.gone) own.delete(section)
      else own.add(section)
  }
  return FAULTS.flatMap((fault) => {
    const sections = [...(places.get(fault) ?? [])].sort((one, other) => one - other)
    return sections.length ? [{ fault, sections }] : []
  })
}

/** Whether the set was opened, as far as the log tells. */
const isReleased = (log: LogEntry[]) =>
  log.some(
    ({ kind, data }) =>
      kind === 'released' ||
      kind === 'section_released' ||
      ((kind === 'step_started' || kind === 'step_done') && data.step === RELEASE),
  )

const isOver = ({ status }: StepState) => status === 'done' || status === 'skipped'

function foldState(
  plan: WorkedPlan,
  log: LogEntry[],
  steps: StepState[],
  sections: Visit['sections'],
): Visit['state'] {
  if (log.some(({ kind }) => kind === 'closed') || (steps.length && steps.every(isOver)))
    return 'done'
  if (!log.some(({ kind }) => kind !== 'kit_out' && kind !== 'kit_in')) return 'planned'
  if (!steps.every((step, place) => plan.steps[place]?.sitting !== 1 || isOver(step)))
    return 'running'
  const opened = steps.some((step) => step.key === RELEASE && isOver(step))
  if (opened || (sections.length && sections.every(({ released }) => released))) return 'released'
  return isReleased(log) ? 'running' : 'between'
}

/** What follows from a log. */
export function fold(plan: WorkedPlan, entries: LogEntry[]): Progress {
  const log = corrected(entries)
  const steps = plan.steps.map(({ key }) => foldStep(key, log))
  const sections = foldSections(plan, log)
  const progress: Progress = {
    state: foldState(plan, log, steps, sections),
    closed: log.some(({ kind }) => kind === 'closed'),
    released: isReleased(log),
    steps,
    sections,
    timers: foldTimers(log),
    scores: {},
    settled: {},
    zone_scores: {},
    touches: {},
    comfort: null,
    residue: null,
    faults: foldFaults(log),
  }
  for (const { kind, data } of log) {
    if (kind === 'score') {
      const [trait, zone, value] = [String(data.trait), data.zone, Number(data.value)]
      if (typeof zone === 'string')
        progress.zone_scores = {
          ...progress.zone_scores,
          [trait]: { ...progress.zone_scores?.[trait], [zone]: value },
        }
      else Object.assign(progress[data.settled ? 'settled' : 'scores'] ?? {}, { [trait]: value })
    }
    if (kind === 'touch')
      Object.assign(progress.touches ?? {}, { [String(data.place)]: data.dryness })
    if (kind === 'comfort') progress.comfort = data.comfort as Visit['comfort']
    if (kind === 'residue') progress.residue = data.residue as Visit['residue']
  }
  return progress
}

/** The step that is under way, else the next; nothing once all are over. */
export const currentStep = (steps: StepState[]): string | undefined =>
  (steps.find(({ status }) => status === 'running') ?? steps.find((step) => !isOver(step)))?.key

/** A visit as the server has it, with what waits to be sent. */
export function progressOf(chair: Chair, waits: NewEntry[]): Progress {
  const { visit } = chair.chair
  if (!waits.length) return { ...visit, released: visit.release !== null }
  return fold(chair.answer, [...(chair.events as unknown as LogEntry[]), ...waits])
}

/** Sections that a product was noted for, also where that was not sent yet; not what was taken back. */
export function dosedSections(
  entries: LogEntry[],
  { step, role, layer }: { step: string; role: string; layer: number },
): Set<number> {
  const doses = corrected(entries).filter(
    ({ kind, data }) =>
      kind === 'dose' && data.step === step && data.role === role && (data.layer ?? 1) === layer,
  )
  return new Set(
    doses
      .flatMap(({ data }) => [data.section, ...((data.sections as number[] | undefined) ?? [])])
      .filter((section): section is number => typeof section === 'number'),
  )
}

/** What a device noted last, all of one moment, and not taken back: what its undo takes back. */
export function lastNoted<Entry extends LogEntry>(entries: Entry[], device: string): Entry[] {
  const own = corrected(entries).filter(
    (entry) => entry.device === device && !['begun', 'kit_out', 'kit_in'].includes(entry.kind),
  )
  const newest = own.at(-1)
  return own.filter((entry) => entry.at === newest?.at)
}

/**
 * The moment of a new entry: after everything that is seen here. The clock goes back a little where
 * an answer of the server was slow, and what was done would come before it was begun.
 */
export const momentAfter = (entries: Pick<LogEntry, 'at'>[], now: Date) =>
  new Date(Math.max(now.getTime(), ...entries.map((entry) => Date.parse(entry.at) + 1)))
