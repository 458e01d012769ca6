// The rig being planned, of whatever kind: said, undone, done again, kept with its job or in this browser; worked out by the server.
import { useLocalStorage, useManualRefHistory } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { Trouble, api, got, type Schemas } from '../../api/client'

export type Draft = Record<string, unknown>
export type RigView = Schemas['RigView']
export type RigPlan = Schemas['RigPlan']
export type RigStep = Schemas['RigStep']
interface Kept {
  draft?: Draft
  ticked?: string[]
}

const words = (e: unknown) => (e instanceof Trouble ? [e.message, ...e.faults.map((f) => f.says)].join(' ') : String(e))

export const useRig = defineStore('rig', () => {
  const start = ref<Schemas['RigStart']>()
  const draft = shallowRef<Draft>()
  const past = useManualRefHistory(draft, { capacity: 50 })
  const view = ref<RigView>()
  const ticked = ref<string[]>([])
  const trouble = ref('')
  /** What another window made of it meanwhile. */
  const newer = ref<Schemas['KeptRig']>()
  /** The job it is kept with. */
  const job = ref<number>()
  /** Rigs that belong to no job, by kind, on this device. */
  const own = useLocalStorage<Record<string, Kept>>('umbet.rigs', {})
  let version = 0
  let width = 868
  let asked = 0
  /** Writes go one after another, each with the version the last one made. */
  let writing = Promise.resolve()

  const kind = computed(() => start.value?.kind ?? '')
  const plan = computed(() => view.value?.plan ?? undefined)
  const path = () => ({ path: { kind: kind.value } })

  async function open(of: string, jobId: number | undefined) {
    trouble.value = ''
    newer.value = undefined
    start.value = await got(api.GET('/api/rigs/{kind}', { params: { path: { kind: of } } }))
    job.value = jobId
    version = 0
    const kept = jobId === undefined ? (own.value[of] ?? {}) : await ofJob(jobId)
    draft.value = kept.draft ?? (start.value.draft as Draft)
    ticked.value = kept.ticked ?? []
    past.commit()
    past.clear()
    await judge()
  }

  async function ofJob(id: number): Promise<Kept> {
    try {
      const kept = await got(api.GET('/api/jobs/{id}/rigs/{kind}', { params: { path: { id, kind: kind.value } } }))
      version = kept.version ?? 0
      return kept as Kept
    } catch (e) {
      if (e instanceof Trouble && e.status === 404) return {}
      throw e
    }
  }

  async function judge() {
    if (!draft.value) return
    const mine = ++asked
    try {
      const answer = await got(api.POST('/api/rigs/{kind}', { params: path(), body: { draft: draft.value as never, width } }))
      if (mine !== asked) return
      view.value = answer
      trouble.value = ''
    } catch (e) {
      if (mine === asked) trouble.value = words(e)
    }
  }

  async function put(next: Draft) {
    draft.value = next
    await judge()
    if (!trouble.value) keep()
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
    }
  }

  /** Something dragged on a drawing. */
  async function drag(on: string, from: [number, number], to: [number, number]) {
    try {
      const body = { draft: draft.value as never, width, drawing: on, from, to }
      await say((await got(api.POST('/api/rigs/{kind}/moved', { params: path(), body }))).draft as Draft)
    } catch (e) {
      if (!(e instanceof Trouble && e.status === 422)) trouble.value = words(e)
    }
  }

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
    keep()
  }

  /** Kept by itself: with the job where there is one, else in this browser. */
  function keep() {
    const body = { draft: draft.value as never, ticked: ticked.value }
    const id = job.value
    if (id === undefined) {
      own.value = { ...own.value, [kind.value]: body }
      return
    }
    writing = writing.then(async () => {
      if (newer.value) return
      try {
        const kept = await got(
          api.PUT('/api/jobs/{id}/rigs/{kind}', { params: { path: { id, kind: kind.value } }, body: { ...body, version } }),
        )
        version = kept.version ?? 0
      } catch (e) {
        if (e instanceof Trouble && e.status === 409)
          newer.value = await got(api.GET('/api/jobs/{id}/rigs/{kind}', { params: { path: { id, kind: kind.value } } }))
        else trouble.value = words(e)
      }
    })
  }

  /** Goes on from what the other window kept, or keeps this in its place. */
  async function settle(theirs: boolean) {
    const other = newer.value
    if (!other) return
    newer.value = undefined
    version = other.version ?? 0
    if (theirs) {
      ticked.value = other.ticked ?? []
      draft.value = other.draft as Draft
      past.commit()
      await judge()
    } else keep()
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
    void judge()
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
    newer,
    job,
    canUndo: past.canUndo,
    canRedo: past.canRedo,
    open,
    judge,
    say,
    type,
    drag,
    undo,
    redo,
    canTick,
    tick,
    settle,
    sheet,
    drawnAt,
    field,
  }
})
