<script setup lang="ts">
// A job read: its joints, the knot of each, the cord they take.
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import IconPrint from '~icons/lucide/printer'
import { useAsked } from '../../api/asked'
import { useAttempt } from '../../api/attempt'
import { useCatalogue } from '../../api/catalogue'
import { api, got, words, type CatalogueWords, type JobView } from '../../api/client'
import { useHabits } from '../../app/habits'
import { useOutbox, type Versioned } from '../../app/outbox'
import TwoVersions from '../../app/TwoVersions.vue'
import { useSituation } from '../choose/situation'
import { RIGS } from '../rig/rigs'
import JobCuts from './JobCuts.vue'
import JointRow from './JointRow.vue'

const route = useRoute()
const router = useRouter()
const habits = useHabits()
const situation = useSituation()
const view = ref<JobView>()
const putAway = ref<{ says: string; undo: () => Promise<void> }>()
const catalogue = useCatalogue()
const outbox = useOutbox()
const tasks = computed(() => catalogue.lists.tasks)
const name = ref('')
const task = ref<CatalogueWords['tasks'][number]['task']>('make-fast')

/** Rigs a job may have, as they are asked for and as they are named once it has them. */
const id = () => Number(route.params.job)

const path = computed(() => `/api/jobs/${route.params.job}`)
async function load() {
  const read = await got(api.GET('/api/jobs/{id}', { params: { path: { id: id() } } }))
  // What this browser still has to send comes before what was kept.
  view.value = { ...read, job: { ...read.job, ...outbox.at(path.value)?.body } }
  situation.job = view.value.job
  situation.joint = undefined
}
const { trouble: missing, again } = useAsked(load)
const { trouble, attempt } = useAttempt(again)
watch(() => [route.params.job, habits.changes], again)

async function add() {
  const usual = tasks.value.find((t) => t.task === task.value)?.usual
  if (!usual) return
  trouble.value = ''
  try {
    const body = { name: name.value, situation: usual }
    const joint = await got(api.POST('/api/jobs/{id}/joints', { params: { path: { id: id() } }, body }))
    await router.push(`/jobs/${id()}/joints/${joint.id}`)
  } catch (e) {
    trouble.value = words(e)
  }
}

async function removeJoint(joint: number, says: string) {
  const path = { params: { path: { id: joint } } }
  if (!(await attempt(() => got(api.DELETE('/api/joints/{id}', path))))) return
  const back = async () => void (await attempt(() => got(api.POST('/api/joints/{id}/restore', path))))
  putAway.value = { says, undo: back }
}

async function removeJob() {
  const path = { params: { path: { id: id() } } }
  try {
    await got(api.DELETE('/api/jobs/{id}', path))
  } catch (e) {
    trouble.value = words(e)
    return
  }
  const back = async () => void (await attempt(() => got(api.POST('/api/jobs/{id}/restore', path))))
  situation.job = undefined
  putAway.value = { says: view.value?.job.name ?? 'The job', undo: back }
  view.value = undefined
}

async function undo() {
  await putAway.value?.undo()
  putAway.value = undefined
}

type Job = JobView['job']
const written = ({ name, place, note, version }: Job) => ({ name, place, note, version })
async function rename(change: Partial<Job>) {
  if (!view.value) return
  const before = view.value.job
  const now = { ...before, ...change }
  trouble.value = ''
  stands(now)
  try {
    const kept = await outbox.put<Job>(path.value, written(now), written(before))
    if (kept) stands(kept)
  } catch (e) {
    trouble.value = words(e)
  }
}
/** What is to stand now, after what was typed or of two windows. */
function stands(now: Partial<Job>) {
  if (!view.value) return
  view.value = { ...view.value, job: { ...view.value.job, ...now } }
  situation.job = view.value.job
}
const parts = [
  { field: 'name', says: 'Name' },
  { field: 'place', says: 'Where' },
  { field: 'note', says: 'Note' },
] satisfies { field: keyof Versioned; says: string }[]
const value = (e: Event) => (e.target as HTMLInputElement).value
const print = () => window.print()
</script>

<template>
  <section class="page job-page">
    <p v-if="putAway" class="put-away" role="status">
      {{ putAway.says }} was put away. <BButton class="btn-tab" @click="undo">Undo</BButton>
    </p>
    <p v-if="trouble || missing" class="trouble" role="alert">{{ trouble || missing }} <RouterLink to="/jobs">All jobs</RouterLink></p>
    <p v-else-if="!view && putAway"><RouterLink to="/jobs">All jobs</RouterLink></p>
    <template v-if="view">
      <div class="page-head">
        <h1 class="visually-hidden">{{ view.job.name }}</h1>
        <div class="titles">
          <input
            class="title"
            aria-label="Name of the job"
            maxlength="80"
            :value="view.job.name"
            @change="rename({ name: value($event) })" />
          <input
            class="subtitle"
            aria-label="Where"
            placeholder="Where"
            maxlength="200"
            :value="view.job.place"
            @change="rename({ place: value($event) })" />
        </div>
        <div class="heads">
          <RouterLink class="btn btn-tab" to="/jobs">All jobs</RouterLink>
          <BButton class="btn-tab" @click="print"><IconPrint class="i" /> Print</BButton>
          <BButton class="btn-bare" variant="link" @click="removeJob">Put the job away</BButton>
        </div>
      </div>
      <TwoVersions :path="path" what="this job" :parts="parts" @stands="stands" />
      <p class="job-rigs">
        <RouterLink v-for="r in RIGS" :key="r.kind" class="btn btn-tab" :to="`/jobs/${view.job.id}/rig/${r.kind}`">{{
          view.rigs.includes(r.kind) ? r.its : r.ask
        }}</RouterLink>
      </p>
      <p v-if="view.job.note" class="note">{{ view.job.note }}</p>
      <ol v-if="view.joints.length" class="joints">
        <JointRow
          v-for="(j, i) in view.joints"
          :key="j.joint.id"
          :view="j"
          :place="i + 1"
          :job="view.job.id"
          @remove="removeJoint(j.joint.id, j.joint.name)" />
      </ol>
      <ul v-if="view.unreadable.length" class="line-change">
        <li v-for="u in view.unreadable" :key="u.id">
          <b class="v no">{{ u.name }}</b> {{ u.says }} <BButton class="btn-tab" @click="removeJoint(u.id, u.name)">Put it away</BButton>
        </li>
      </ul>
      <p v-if="!view.joints.length" class="mt-3">No joint yet. Name the first: what is made fast, and to what.</p>
      <div v-if="view.totals.length" class="totals">
        <h2>Cord in the knots</h2>
        <p class="sub">Turns, knots and tails, about a tenth more or less; spans are added when the rig is planned.</p>
        <ul>
          <li v-for="t in view.totals" :key="t.cord">
            <b>{{ t.words }}</b> {{ t.cord }} <span class="sub">in {{ t.joints }} {{ t.joints === 1 ? 'knot' : 'knots' }}</span>
          </li>
        </ul>
      </div>
      <JobCuts v-if="view.rigs.length" :key="view.job.id" :job="view.job.id" />
      <form class="inline-form no-print" @submit.prevent="add">
        <label
          >A new joint <BFormInput v-model="name" required maxlength="80" placeholder="Tag line to the rail" autocomplete="off"
        /></label>
        <label>A line that <BFormSelect v-model="task" :options="tasks.map((t) => ({ value: t.task, text: t.words }))" /></label>
        <BButton type="submit" class="btn-tar">Choose for it</BButton>
      </form>
    </template>
  </section>
</template>
