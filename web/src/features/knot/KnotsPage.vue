<script setup lang="ts">
// All knots: by family or by what each is built from, by job, by any name; two of them side by side.
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got, type KnotSummary } from '../../api/client'
import { byItself } from '../../app/told'
import NotCome from '../../ui/NotCome.vue'
import KnotFigure from '../../rope/KnotFigure.vue'
import KnotPair from './KnotPair.vue'

type Task = KnotSummary['tasks'][number]

const route = useRoute()
const router = useRouter()
const words = ref('')
const { answer, trouble, again } = useAsked(() => got(api.GET('/api/knots')))
const knots = computed(() => answer.value ?? [])

const families: [KnotSummary['family'], string][] = [
  ['hitch', 'Hitches'],
  ['adjustable', 'Adjustable hitches'],
  ['end-loop', 'Loops in the end'],
  ['mid-loop', 'Loops in the middle'],
  ['bend', 'Bends'],
  ['stopper', 'Stoppers'],
  ['binding', 'Bindings'],
  ['sinnet', 'Sinnets'],
]
const jobs: { value: Task | ''; text: string }[] = [
  { value: '', text: 'any job' },
  { value: 'make-fast', text: 'making fast' },
  { value: 'end-loop', text: 'a loop in the end' },
  { value: 'mid-loop', text: 'a loop in the middle' },
  { value: 'join', text: 'joining two ropes' },
  { value: 'stop', text: 'stopping' },
  { value: 'bind', text: 'binding' },
  { value: 'guy', text: 'a guy line' },
  { value: 'drag', text: 'dragging' },
]
const job = computed<Task | ''>({ get: () => String(route.query.job ?? '') as Task | '', set: (v) => set({ job: v || undefined }) })
const order = computed(() => (route.query.by === 'built' ? 'built' : 'family'))
const pair = computed(() =>
  String(route.query.pair ?? '')
    .split(',')
    .filter(Boolean),
)
const set = (q: Record<string, string | undefined>) => byItself(router.replace({ query: { ...route.query, ...q } }))

/** Jobs some knot here does. */
const offered = computed(() => jobs.filter((j) => !j.value || knots.value.some((k) => k.tasks.includes(j.value as Task))))
const found = computed(() => {
  const w = words.value.trim().toLowerCase()
  return knots.value.filter(
    (k) => (!job.value || k.tasks.includes(job.value as Task)) && (!w || [k.name, ...k.also].some((n) => n.toLowerCase().includes(w))),
  )
})
const byFamily = computed(() =>
  families.map(([f, says]) => ({ says, knots: found.value.filter((k) => k.family === f) })).filter((g) => g.knots.length),
)
const byBuilt = computed(() => {
  const used = knots.value.filter((b) => found.value.some((k) => k.builds_on.includes(b.id)))
  const groups = used.map((b) => ({
    says: `Built on the ${b.name.toLowerCase()}`,
    knots: [b, ...found.value.filter((k) => k.builds_on.includes(b.id))],
  }))
  const rest = found.value.filter((k) => !k.builds_on.length && !used.includes(k))
  return rest.length ? [...groups, { says: 'On their own', knots: rest }] : groups
})
const groups = computed(() => (order.value === 'built' ? byBuilt.value : byFamily.value))
const hint = (k: KnotSummary) => (k.one_pull ? 'one pull frees it' : (k.also[0] ?? `${k.moves} moves`))
function choose(id: string) {
  const next = pair.value.includes(id) ? pair.value.filter((p) => p !== id) : [...pair.value.slice(-1), id]
  set({ pair: next.join(',') || undefined })
}
</script>

<template>
  <section class="page">
    <div class="page-head">
      <h1>Knots</h1>
      <div class="page-links"><RouterLink to="/knots/own">Own knots</RouterLink></div>
    </div>
    <NotCome what="The list of knots" :trouble="trouble" @again="again" />
    <div class="find-row">
      <label>Find by any name <BFormInput v-model="words" type="search" autocomplete="off" /></label>
      <label>For <BFormSelect v-model="job" :options="offered" /></label>
      <div class="tabs" role="group" aria-label="Order">
        <BButton class="btn-tab" :class="{ on: order === 'family' }" :aria-pressed="order === 'family'" @click="set({ by: undefined })"
          >By family</BButton
        >
        <BButton class="btn-tab" :class="{ on: order === 'built' }" :aria-pressed="order === 'built'" @click="set({ by: 'built' })"
          >By what it is built on</BButton
        >
      </div>
    </div>
    <KnotPair v-if="pair.length" :pair="pair" @close="set({ pair: undefined })" />
    <p v-if="knots.length && !groups.length" class="mt-4">
      No knot here goes by “{{ words }}”{{ job ? ' and does that job' : '' }}. Try another of its names<template v-if="job"
        >, or <BButton class="btn-bare" @click="job = ''">any job</BButton></template
      >.
    </p>
    <template v-for="g in groups" :key="g.says">
      <h2 class="mt-4">{{ g.says }}</h2>
      <ul class="knots">
        <li v-for="k in g.knots" :key="k.id">
          <RouterLink :to="`/knots/${k.id}`"
            ><KnotFigure :knot="k.id" /><b>{{ k.name }}</b
            ><span class="sub">{{ hint(k) }}</span></RouterLink
          >
          <BButton class="btn-bare beside" :class="{ on: pair.includes(k.id) }" :aria-pressed="pair.includes(k.id)" @click="choose(k.id)"
            >{{ pair.includes(k.id) ? 'Put back' : 'Side by side' }}<span class="visually-hidden">: {{ k.name }}</span></BButton
          >
        </li>
      </ul>
    </template>
  </section>
</template>
