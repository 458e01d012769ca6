<script setup lang="ts">
// A job read: its joints, the knot of each, the cord they take.
import { onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import IconPrint from '~icons/lucide/printer'
import { Trouble, api, got, type CatalogueWords, type JobView } from '../../api/client'
import { useHabits } from '../../app/habits'
import { useSituation } from '../choose/situation'
import JointRow from './JointRow.vue'

const route = useRoute()
const router = useRouter()
const habits = useHabits()
const situation = useSituation()
const view = ref<JobView>()
const trouble = ref('')
const putAway = ref<{ says: string; undo: () => Promise<void> }>()
const tasks = ref<CatalogueWords['tasks']>([])
const name = ref('')
const task = ref<CatalogueWords['tasks'][number]['task']>('make-fast')

const id = () => Number(route.params.job)

async function load() {
  try {
    view.value = await got(api.GET('/api/jobs/{id}', { params: { path: { id: id() } } }))
    situation.job = view.value.job
    situation.joint = undefined
  } catch (e) {
    trouble.value = e instanceof Trouble ? e.message : String(e)
  }
}
onMounted(async () => {
  await load()
  tasks.value = (await got(api.GET('/api/catalogue'))).tasks
})
watch(() => [route.params.job, habits.changes], load)

async function attempt(run: () => Promise<unknown>) {
  trouble.value = ''
  try {
    await run()
    await load()
  } catch (e) {
    trouble.value = e instanceof Trouble ? e.message : String(e)
    await load()
  }
}

async function add() {
  const usual = tasks.value.find((t) => t.task === task.value)?.usual
  if (!usual) return
  const joint = await got(
    api.POST('/api/jobs/{id}/joints', { params: { path: { id: id() } }, body: { name: name.value, situation: usual } }),
  )
  await router.push(`/jobs/${id()}/joints/${joint.id}`)
}

async function removeJoint(joint: number, says: string) {
  const path = { params: { path: { id: joint } } }
  await attempt(() => got(api.DELETE('/api/joints/{id}', path)))
  putAway.value = { says, undo: () => attempt(() => got(api.POST('/api/joints/{id}/restore', path))) }
}

async function removeJob() {
  const path = { params: { path: { id: id() } } }
  await got(api.DELETE('/api/jobs/{id}', path))
  situation.job = undefined
  putAway.value = { says: view.value?.job.name ?? 'The job', undo: () => attempt(() => got(api.POST('/api/jobs/{id}/restore', path))) }
  view.value = undefined
}

async function undo() {
  await putAway.value?.undo()
  putAway.value = undefined
}

const rename = (change: { name?: string; place?: string; note?: string }) =>
  attempt(async () => {
    if (!view.value) return
    const { name, place, note, version } = { ...view.value.job, ...change }
    await got(api.PUT('/api/jobs/{id}', { params: { path: { id: id() } }, body: { name, place, note, version } }))
  })
const value = (e: Event) => (e.target as HTMLInputElement).value
const print = () => window.print()
</script>

<template>
  <section class="page job-page">
    <p v-if="putAway" class="put-away" role="status">
      {{ putAway.says }} was put away. <BButton class="btn-tab" @click="undo">Undo</BButton>
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }} <RouterLink to="/jobs">All jobs</RouterLink></p>
    <p v-else-if="!view && putAway"><RouterLink to="/jobs">All jobs</RouterLink></p>
    <template v-if="view">
      <div class="page-head">
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
          <RouterLink class="btn btn-tab" :to="`/jobs/${view.job.id}/rig/shelter`">{{
            view.rigs.includes('shelter') ? 'Its shelter' : 'Rig a shelter'
          }}</RouterLink>
          <BButton class="btn-tab" @click="print"><IconPrint class="i" /> Print</BButton>
          <BButton class="btn-bare" variant="link" @click="removeJob">Put the job away</BButton>
        </div>
      </div>
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
