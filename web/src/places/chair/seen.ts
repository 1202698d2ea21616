/**
 * A visit as this screen sees it: what the core made of the log, and what waits to be sent.
 *
 * Without a connection the screen goes on by a small reading of the log of its own. Whatever the
 * server answers replaces it: the core has the last word.
 */
import type { Chair, NewEntry } from '@/api/chairLog'

type Folded = Chair['chair']['visit']
export type StepState = 'planned' | 'running' | 'done' | 'skipped'
type Any = Pick<NewEntry, 'id' | 'kind' | 'at' | 'device' | 'seq'> & {
  data: Record<string, unknown>
}

export interface StepSeen {
  key: string
  status: StepState
  started?: string
  minutes?: number
}
export interface TimerSeen {
  timer: string
  title: string
  step?: string
  least: string
  most?: string
}
export interface Seen {
  steps: StepSeen[]
  /** What is under way, else what comes next. */
  step?: string
  ticks: Record<string, Set<number>>
  timers: TimerSeen[]
  touches: Record<string, string>
  scores: Record<string, number>
  /** Judged again once it had settled. */
  settled: Record<string, number>
  closed: boolean
  released: boolean
}

const MINUTE_MS = 60_000
const plus = (at: string, minutes: unknown) =>
  new Date(Date.parse(at) + Number(minutes) * MINUTE_MS).toISOString()

/** Entries once, in order, without those taken back. */
export function standing(entries: Any[]): Any[] {
  const once = [...new Map(entries.map((entry) => [entry.id, entry])).values()].sort(
    (a, b) => Date.parse(a.at) - Date.parse(b.at) || a.seq - b.seq,
  )
  const back = new Set<string>()
  const changed = new Map<string, Record<string, unknown>>()
  for (const entry of [...once].reverse()) {
    if (entry.kind !== 'correction' || back.has(entry.id)) continue
    const of = String(entry.data.of)
    const data = entry.data.data as Record<string, unknown> | null | undefined
    if (data) changed.set(of, data)
    else back.add(of)
  }
  return once
    .filter((entry) => entry.kind !== 'correction' && !back.has(entry.id))
    .map((entry) => ({ ...entry, data: changed.get(entry.id) ?? entry.data }))
}

/** What a device noted last, all of one moment, and not taken back: what its undo takes back. */
export function lastNoted<Noted extends Any>(entries: Noted[], device: string): Noted[] {
  const own = standing(entries).filter(
    (entry) => entry.device === device && !['begun', 'kit_out', 'kit_in'].includes(entry.kind),
  )
  const newest = own.at(-1)
  return own.filter((entry) => entry.at === newest?.at) as Noted[]
}

/**
 * The moment of a new entry: after everything that is seen here. The clock goes back a little where an
 * answer of the server was slow, and what was done would come before it was begun.
 */
export const momentAfter = (entries: Pick<Any, 'at'>[], now: Date) =>
  new Date(Math.max(now.getTime(), ...entries.map((entry) => Date.parse(entry.at) + 1)))

/** What follows from a log, as far as a screen needs it. */
export function read(keys: string[], entries: Any[]): Seen {
  const steps = new Map<string, StepSeen>(keys.map((key) => [key, { key, status: 'planned' }]))
  const seen: Omit<Seen, 'steps' | 'step'> = {
    ticks: { laid_in: new Set(), shaped: new Set(), dried: new Set(), released: new Set() },
    timers: [],
    touches: {},
    scores: {},
    settled: {},
    closed: false,
    released: false,
  }
  for (const { kind, data, at } of standing(entries)) {
    const step = steps.get(String(data.step))
    if (kind === 'step_started' && step) Object.assign(step, { status: 'running', started: at })
    if (kind === 'step_done' && step) {
      const took = step.started ? (Date.parse(at) - Date.parse(step.started)) / MINUTE_MS : 0
      step.minutes = (step.minutes ?? 0) + Number(data.minutes ?? took)
      step.status = 'done'
    }
    if (kind === 'step_skipped' && step) step.status = 'skipped'
    if (kind === 'section_done') seen.ticks[String(data.what)]?.add(Number(data.section))
    if (kind === 'section_released') seen.ticks.released?.add(Number(data.section))
    if (kind === 'timer_set')
      seen.timers = [
        ...seen.timers.filter((timer) => timer.timer !== data.timer),
        {
          timer: String(data.timer),
          title: String(data.title),
          step: data.step as string | undefined,
          least: plus(at, data.least_min),
          most: data.most_min == null ? undefined : plus(at, data.most_min),
        },
      ]
    if (kind === 'timer_stopped')
      seen.timers = seen.timers.filter((timer) => timer.timer !== data.timer)
    if (kind === 'touch') seen.touches[String(data.place)] = String(data.dryness)
    if (kind === 'score' && !data.zone)
      seen[data.settled ? 'settled' : 'scores'][String(data.trait)] = Number(data.value)
    if (kind === 'closed') seen.closed = true
    if (kind === 'released') seen.released = true
  }
  const all = [...steps.values()]
  const step =
    all.find((one) => one.status === 'running') ?? all.find((one) => one.status === 'planned')
  return { ...seen, steps: all, step: step?.key }
}

/** A visit with what waits to be sent. */
export const seenOf = (chair: Chair, waits: NewEntry[]): Seen =>
  read(
    chair.answer.steps.map((step) => step.key),
    [...(chair.events as unknown as Any[]), ...waits],
  )

export type { Folded }
