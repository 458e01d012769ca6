// The shelter being planned: said, undone, done again, kept with its job or in this browser; worked out by the server.
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { Trouble, api, got, type Schemas } from '../../api/client'

export type Shelter = Schemas['ShelterDraft']
export type ShelterView = Schemas['ShelterView']
export type Stock = Schemas['ShelterStock']

/** Eight points of the compass, by the degrees they stand for. */
export const POINTS = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'].map((name, i) => ({ deg: i * 45, name }))
/** The point nearest to a bearing. */
export const point = (deg: number) => POINTS[Math.round(deg / 45) % 8]!.name

const KEPT = 'umbet.shelter'

export const useShelter = defineStore('shelter', () => {
  const stock = ref<Stock>()
  const shelter = ref<Shelter>()
  const view = ref<ShelterView>()
  const ticked = ref<string[]>([])
  const trouble = ref('')
  const past = ref<Shelter[]>([])
  const future = ref<Shelter[]>([])
  /** The job it is kept with. */
  const job = ref<number>()
  let version = 0
  let width = 868
  let asked = 0
  /** Writes go one after another, each with the version the last one made. */
  let writing = Promise.resolve()

  const plan = computed(() => view.value?.plan ?? undefined)

  async function open(jobId: number | undefined) {
    trouble.value = ''
    past.value = []
    future.value = []
    stock.value = await got(api.GET('/api/shelter/stock'))
    job.value = jobId
    version = 0
    const kept = jobId === undefined ? local() : await ofJob(jobId)
    shelter.value = kept.shelter ?? { ...stock.value.usual }
    ticked.value = kept.ticked ?? []
    await judge()
  }

  function local(): { shelter?: Shelter; ticked?: string[] } {
    try {
      return JSON.parse(localStorage.getItem(KEPT) ?? '{}') as { shelter?: Shelter; ticked?: string[] }
    } catch {
      return {}
    }
  }

  async function ofJob(id: number): Promise<{ shelter?: Shelter; ticked?: string[] }> {
    try {
      const kept = await got(api.GET('/api/jobs/{id}/shelter', { params: { path: { id } } }))
      version = kept.version ?? 0
      return kept
    } catch (e) {
      if (e instanceof Trouble && e.status === 404) return {}
      throw e
    }
  }

  async function judge() {
    if (!shelter.value) return
    const mine = ++asked
    try {
      const answer = await got(api.POST('/api/shelter', { body: { shelter: shelter.value, width } }))
      if (mine !== asked) return
      view.value = answer
      trouble.value = ''
    } catch (e) {
      if (mine === asked) trouble.value = e instanceof Trouble ? [e.message, ...e.faults.map((f) => f.says)].join(' ') : String(e)
    }
  }

  async function put(next: Shelter) {
    shelter.value = next
    await judge()
    if (!trouble.value) keep()
  }

  async function say(change: Partial<Shelter>) {
    if (!shelter.value) return
    past.value = [...past.value.slice(-49), shelter.value]
    future.value = []
    await put({ ...shelter.value, ...change })
  }

  async function undo() {
    const last = past.value.at(-1)
    if (!last || !shelter.value) return
    past.value = past.value.slice(0, -1)
    future.value = [...future.value, shelter.value]
    await put(last)
  }

  async function redo() {
    const next = future.value.at(-1)
    if (!next || !shelter.value) return
    future.value = future.value.slice(0, -1)
    past.value = [...past.value, shelter.value]
    await put(next)
  }

  function tick(id: string) {
    ticked.value = ticked.value.includes(id) ? ticked.value.filter((t) => t !== id) : [...ticked.value, id]
    keep()
  }

  /** Kept by itself: with the job where there is one, else in this browser. */
  function keep() {
    const asked = shelter.value
    if (!asked) return
    const body = { shelter: asked, ticked: ticked.value }
    const id = job.value
    if (id === undefined) {
      localStorage.setItem(KEPT, JSON.stringify(body))
      return
    }
    writing = writing.then(async () => {
      try {
        const kept = await got(api.PUT('/api/jobs/{id}/shelter', { params: { path: { id } }, body: { ...body, version } }))
        version = kept.version ?? 0
      } catch (e) {
        trouble.value = e instanceof Trouble ? e.message : String(e)
      }
    })
  }

  /** The pocket sheet, as a file of this device. */
  async function sheet() {
    if (!shelter.value) return
    try {
      const pdf = await got(api.POST('/api/shelter/sheet.pdf', { body: { shelter: shelter.value, width: 868 }, parseAs: 'blob' }))
      const link = document.createElement('a')
      link.href = URL.createObjectURL(pdf as unknown as Blob)
      link.download = 'shelter.pdf'
      link.click()
      setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
    } catch (e) {
      trouble.value = e instanceof Trouble ? e.message : String(e)
    }
  }

  function drawnAt(w: number) {
    const next = Math.min(Math.max(Math.round(w), 640), 2000)
    if (next === width) return
    width = next
    void judge()
  }

  return { stock, shelter, view, plan, ticked, trouble, past, future, job, open, judge, say, undo, redo, tick, sheet, drawnAt }
})
