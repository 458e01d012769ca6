// The rig being planned, of whatever kind: said, undone, done again, kept with its job or in this browser; worked out by the server.
import { useLocalStorage, useManualRefHistory } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { whenBack } from '../../api/away'
import { Trouble, api, got, unanswered, words as said, type Schemas } from '../../api/client'
import { byItself } from '../../app/told'
import { useOutbox, type Versioned } from '../../app/outbox'

export type Draft = Record<string, unknown>
export type RigView = Schemas['RigView']
export type RigPlan = Schemas['RigPlan']
export type RigStep = Schemas['RigStep']
interface Kept {
  draft?: Draft
  ticked?: string[]
}

const words = (e: unknown) => (e instanceof Trouble && e.faults.length ? e.faults.map((f) => f.says).join(' ') : said(e))

export const useRig = defineStore('rig', () => {
  const start = ref<Schemas['RigStart']>()
  const draft = shallowRef<Draft>()
  const past = useManualRefHistory(draft, { capacity: 50 })
  const view = ref<RigView>()
  const ticked = ref<string[]>([])
  const trouble = ref('')
  /** The job it is kept with. */
  const job = ref<number>()
  /** Rigs that belong to no job, by kind, on this device. */
  const own = useLocalStorage<Record<string, Kept>>('umbet.rigs', {})
  const outbox = useOutbox()
  /** As it was last known to be kept. */
  let kept: Versioned = {}
  let noAnswer = false
  /** Numbers typed and things dragged while the server was away: done when it is back. */
  let later: (() => Promise<void>)[] = []
  let width = 868
  let asked = 0

  const kind = computed(() => start.value?.kind ?? '')
  const plan = computed(() => view.value?.plan ?? undefined)
  const path = () => ({ path: { kind: kind.value } })

  async function open(of: string, jobId: number | undefined) {
    trouble.value = ''
    later = []
    start.value = await got(api.GET('/api/rigs/{kind}', { params: { path: { kind: of } } }))
    job.value = jobId
    const now = jobId === undefined ? (own.value[of] ?? {}) : await ofJob(jobId)
    draft.value = now.draft ?? (start.value.draft as Draft)
    ticked.value = now.ticked ?? []
    past.commit()
    past.clear()
    await judge()
  }

  async function ofJob(id: number): Promise<Kept> {
    try {
      kept = (await got(api.GET('/api/jobs/{id}/rigs/{kind}', { params: { path: { id, kind: kind.value } } }))) as Versioned
    } catch (e) {
      if (!(e instanceof Trouble && e.status === 404)) throw e
      kept = { version: 0 }
    }
    // What this browser still has to send comes before what was kept.
    return { ...kept, ...outbox.at(pathOf(id))?.body } as Kept
  }

  async function judge() {
    if (!draft.value) return
    const mine = ++asked
    try {
      const answer = await got(api.POST('/api/rigs/{kind}', { params: path(), body: { draft: draft.value as never, width } }))
      if (mine !== asked) return
      view.value = answer
      trouble.value = ''
      noAnswer = false
    } catch (e) {
      if (mine !== asked) return
      trouble.value = words(e)
      noAnswer = unanswered(e)
    }
  }

  whenBack(async () => {
    const [todo, again] = [later, noAnswer]
    later = []
    for (const task of todo) await task()
    if (again) await judge()
  })

  async function put(next: Draft) {
    draft.value = next
    await judge()
    if (!trouble.value || noAnswer) byItself(keep())
  }

  async function say(change: Draft) {
    await put({ ...draft.value, ...change })
    past.commit()
  }

  /** A number, as it was typed in its field. */
  async function type(at: string, text: string) {
    try {
      const body = { draft: draft.value as never, at, text }
      await say((await got(api.POST('/api/rigs/{kind}/typed', { params: path(), body }))).draft as Draft)
    } catch (e) {
      trouble.value = words(e)
      if (unanswered(e)) later.push(() => type(at, text))
    }
  }

  /** Something dragged on a drawing. */
  async function drag(on: string, from: [number, number], to: [number, number]) {
    try {
      const body = { draft: draft.value as never, width, drawing: on, from, to }
      await say((await got(api.POST('/api/rigs/{kind}/moved', { params: path(), body }))).draft as Draft)
    } catch (e) {
      if (!(e instanceof Trouble && e.status === 422)) trouble.value = words(e)
      if (unanswered(e)) later.push(() => drag(on, from, to))
    }
  }

  /** One more in a list of the draft, beside one of them; or one less. */
  async function list(at: string, more: boolean, n: number) {
    try {
      const body = { draft: draft.value as never, list: at, more, at: n }
      await say((await got(api.POST('/api/rigs/{kind}/listed', { params: path(), body }))).draft as Draft)
    } catch (e) {
      trouble.value = words(e)
      if (unanswered(e)) later.push(() => list(at, more, n))
    }
  }
  const more = (at: string, beside = 0) => byItself(list(at, true, beside))
  const less = (at: string, n: number) => byItself(list(at, false, n))

  async function undo() {
    past.undo()
    if (draft.value) await put(draft.value)
  }

  async function redo() {
    past.redo()
    if (draft.value) await put(draft.value)
  }

  /** The list a step stands in. */
  const listOf = (id: string) => [plan.value?.order ?? [], plan.value?.strike ?? []].find((l) => l.some((s) => s.id === id)) ?? []
  /** Ticks are held to the order: the first open step can be ticked, the last done one taken back. */
  function canTick(id: string) {
    const list = listOf(id)
    const done = list.filter((s) => ticked.value.includes(s.id)).length
    const at = list.findIndex((s) => s.id === id)
    return at === done || at === done - 1
  }

  function tick(id: string) {
    if (!canTick(id)) return
    ticked.value = ticked.value.includes(id) ? ticked.value.filter((t) => t !== id) : [...ticked.value, id]
    byItself(keep())
  }

  const pathOf = (id: number) => `/api/jobs/${id}/rigs/${kind.value}`
  /** Where it is kept, with a job. */
  const keptAt = computed(() => (job.value === undefined ? '' : pathOf(job.value)))

  /** Kept by itself: with the job where there is one, else in this browser. */
  async function keep() {
    const body = { draft: draft.value, ticked: ticked.value }
    const id = job.value
    if (id === undefined) {
      own.value = { ...own.value, [kind.value]: body }
      return
    }
    try {
      const base = kept
      const now = await outbox.put<Versioned>(pathOf(id), { ...body, version: base.version }, base)
      if (now) kept = now
    } catch (e) {
      trouble.value = words(e)
    }
  }

  /** Of two windows' rigs, the one that is to stand. */
  async function stands(now: Versioned) {
    kept = now
    ticked.value = (now.ticked as string[] | undefined) ?? []
    draft.value = now.draft as Draft
    past.commit()
    await judge()
  }

  /** The pocket sheet, as a file of this device. */
  async function sheet() {
    try {
      const body = { draft: draft.value as never, width: 868 }
      const pdf = await got(api.POST('/api/rigs/{kind}/sheet.pdf', { params: path(), body, parseAs: 'blob' }))
      const link = document.createElement('a')
      link.href = URL.createObjectURL(pdf as unknown as Blob)
      link.download = `${kind.value}.pdf`
      link.click()
      setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
    } catch (e) {
      trouble.value = words(e)
    }
  }

  function drawnAt(w: number) {
    const next = Math.min(Math.max(Math.round(w), 640), 2000)
    if (next === width) return
    width = next
    byItself(judge())
  }

  const field = (at: string) => view.value?.fields.find((f) => f.at === at)

  return {
    start,
    kind,
    draft,
    view,
    plan,
    ticked,
    trouble,
    keptAt,
    job,
    canUndo: past.canUndo,
    canRedo: past.canRedo,
    open,
    judge,
    say,
    type,
    drag,
    more,
    less,
    undo,
    redo,
    canTick,
    tick,
    stands,
    sheet,
    drawnAt,
    field,
  }
})
