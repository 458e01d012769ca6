<script setup lang="ts">
// All knots: by family or by what each is built from, by job, by any name; two of them side by side.
import { watchDebounced } from '@vueuse/core'
import { computed, onBeforeUnmount, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useAsked } from '../../api/asked'
import { whenBack } from '../../api/away'
import { useCatalogue } from '../../api/catalogue'
import { api, got, words as said, type KnotSummary, type Schemas } from '../../api/client'
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

const catalogue = useCatalogue()
const job = computed<Task | ''>({ get: () => String(route.query.job ?? '') as Task | '', set: (v) => set({ job: v || undefined }) })
const order = computed(() => (route.query.by === 'built' ? 'built' : 'family'))
const pair = computed(() =>
  String(route.query.pair ?? '')
    .split(',')
    .filter(Boolean),
)
const set = (q: Record<string, string | undefined>) => byItself(router.replace({ query: { ...route.query, ...q } }))

/** Jobs some knot here does. */
const offered = computed(() => [
  { value: '', text: 'any job' },
  ...catalogue.lists.tasks.filter((t) => knots.value.some((k) => k.tasks.includes(t.task))).map((t) => ({ value: t.task, text: t.doing })),
])
/** What is called so, or nearly: the server forgives spelling, and knows names said of several. */
const called = ref<Schemas['FoundKnots']>()
const notFound = ref('')
async function find() {
  const asked = words.value.trim()
  if (!asked) {
    called.value = undefined
    return
  }
  try {
    const found = await got(api.GET('/api/knots/find', { params: { query: { words: asked } } }))
    if (asked === words.value.trim()) called.value = found
    notFound.value = ''
  } catch (e) {
    notFound.value = said(e)
  }
}
watchDebounced(words, find, { debounce: 120 })
onBeforeUnmount(whenBack(() => (notFound.value ? find() : undefined)))
const rank = (k: KnotSummary) => called.value?.knots.indexOf(k.id) ?? 0
const found = computed(() =>
  knots.value.filter((k) => (!job.value || k.tasks.includes(job.value as Task)) && rank(k) >= 0).sort((a, b) => rank(a) - rank(b)),
)
const byFamily = computed(() =>
  catalogue.lists.families
    .map((f) => ({ says: f.head, knots: found.value.filter((k) => k.family === f.family) }))
    .filter((g) => g.knots.length),
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
/** What is found by name stands in one row, the nearest first. */
const groups = computed(() => {
  if (called.value) return found.value.length ? [{ says: 'Called so, or nearly', knots: found.value }] : []
  return order.value === 'built' ? byBuilt.value : byFamily.value
})
/** Lashings stand after the knots; they do no knot's job. */
const { answer: everyLashing } = useAsked(() => got(api.GET('/api/lashings')))
const lashings = computed(() => {
  const by = called.value?.lashings
  const all = (everyLashing.value ?? []).filter((l) => !job.value && (!by || by.includes(l.id)))
  return by ? [...all].sort((a, b) => by.indexOf(a.id) - by.indexOf(b.id)) : all
})
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
    <NotCome what="The search" :trouble="notFound" @again="find" />
    <section v-if="called?.several.length" class="several" role="status">
      <p>“{{ words.trim() }}” is said of several knots. Which do you mean?</p>
      <ul>
        <li v-for="m in called.several" :key="m.knot">
          <RouterLink :to="`/knots/${m.knot}`">{{ m.name }}</RouterLink> {{ m.so }}
        </li>
      </ul>
    </section>
    <KnotPair v-if="pair.length" :pair="pair" @close="set({ pair: undefined })" />
    <p v-if="knots.length && !groups.length && !lashings.length" class="mt-4">
      No knot here goes by “{{ words }}”{{ job ? ' and does that job' : '' }}. Try another of its names<template v-if="job"
        >, or <BButton class="btn-bare" @click="job = ''">any job</BButton></template
      >.
    </p>
    <template v-for="g in groups" :key="g.says">
      <h2 class="mt-4">{{ g.says }}</h2>
      <ul class="knots">
        <li v-for="k in g.knots" :key="k.id">
          <RouterLink :to="`/knots/${k.id}`"
            ><KnotFigure :knot="k.id" :drawn-up="1" /><b>{{ k.name }}</b
            ><span class="sub">{{ hint(k) }}</span></RouterLink
          >
          <BButton class="btn-bare beside" :class="{ on: pair.includes(k.id) }" :aria-pressed="pair.includes(k.id)" @click="choose(k.id)"
            >{{ pair.includes(k.id) ? 'Put back' : 'Side by side' }}<span class="visually-hidden">: {{ k.name }}</span></BButton
          >
        </li>
      </ul>
    </template>
    <template v-if="lashings.length">
      <h2 class="mt-4">Lashings</h2>
      <p><RouterLink to="/lashings">Which lashing for two poles?</RouterLink></p>
      <ul class="knots">
        <li v-for="l in lashings" :key="l.id">
          <RouterLink :to="`/lashings/${l.id}`"
            ><KnotFigure :from="`/api/lashings/${l.id}/figure.svg`" /><b>{{ l.name }}</b
            ><span class="sub">poles that {{ l.meet }}</span></RouterLink
          >
        </li>
      </ul>
    </template>
  </section>
</template>
