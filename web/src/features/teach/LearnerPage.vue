<script setup lang="ts">
// A learner's own page, for a phone: what is due, one thing to do, my knots taut or sagging. What is logged here is their own word.
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got, words, type Schemas } from '../../api/client'
import { useHabits } from '../../app/habits'
import { byItself } from '../../app/told'
import KnotFigure from '../../rope/KnotFigure.vue'
import NotCome from '../../ui/NotCome.vue'
import CurveChart from './CurveChart.vue'
import LearnerCord from './LearnerCord.vue'

const route = useRoute()
const habits = useHabits()
const id = computed(() => Number(route.params.learner))
const { answer: view, trouble: notCome, again } = useAsked(() => got(api.GET('/api/learners/{id}', { params: { path: { id: id.value } } })))
watch(id, () => byItself(again()))
const trouble = ref('')
const picked = ref<string>()
const began = ref<number>()
const tied = ref(0)
const way = ref<string | null>(null)
/** Drawn for this learner's hand, whatever the habit of this machine. */
const left = computed(() => view.value !== undefined && view.value.learner.hand !== habits.settings.hand)
const first = computed(() => view.value?.due ?? view.value?.knots.find((k) => k.holds !== 'coming'))
const knot = computed(() => view.value?.knots.find((k) => k.knot === (picked.value ?? first.value?.knot)))
watch(
  () => knot.value?.knot,
  () => (way.value = knot.value?.way ?? null),
)
const times = computed(() => (picked.value && picked.value !== view.value?.due?.knot ? knot.value?.times : view.value?.due?.times) ?? 1)

function begin() {
  began.value = Date.now()
  trouble.value = ''
}
async function log(came: Schemas['Came']) {
  if (!knot.value || !began.value) return
  const seconds = Math.min(Math.max((Date.now() - began.value) / 1000, 0.5), 3600)
  const body: Schemas['Practised'] = { knot: knot.value.knot, came, seconds, under: [], way: way.value, key: crypto.randomUUID() }
  try {
    await got(api.POST('/api/learners/{id}/tries', { params: { path: { id: id.value } }, body }))
    tied.value += 1
    began.value = tied.value < times.value ? Date.now() : undefined
    if (!began.value) tied.value = 0
    await again()
  } catch (e) {
    trouble.value = words(e)
  }
}
</script>

<template>
  <section class="learner">
    <NotCome what="The page" :trouble="view ? '' : notCome" @again="again" />
    <template v-if="view">
      <header>
        <h1>{{ view.learner.name }}</h1>
        <p>
          {{ view.course_name }}<template v-if="view.next_lesson">, {{ view.next_lesson }}</template>
        </p>
      </header>
      <div v-if="knot" class="learner-due cloth">
        <h2>{{ view.due && knot.knot === view.due.knot ? 'Due today' : knot.name }}</h2>
        <KnotFigure :knot="knot.knot" :drawn-up="1" :other-hand="left" />
      </div>
      <div class="learner-do">
        <template v-if="knot">
          <h2>{{ knot.name }}</h2>
          <p v-if="view.due && knot.knot === view.due.knot">{{ view.due.why }}</p>
          <p v-else-if="knot.missing.length">Still missing: {{ knot.missing.join(', ') }}.</p>
          <p v-else>{{ view.all_taut }}</p>
          <p v-if="knot.miscarries">{{ knot.miscarries }}</p>
          <p v-if="trouble" class="trouble m-0" role="alert">{{ trouble }}</p>
          <label v-if="knot.ways.length" class="of-way"
            >Tied
            <BFormSelect
              v-model="way"
              :options="[{ value: null, text: 'along the rope' }, ...knot.ways.map((w) => ({ value: w, text: w.toLowerCase() }))]"
          /></label>
          <div v-if="began" class="tying">
            <p aria-live="polite">{{ times > 1 ? `${tied + 1} of ${times}. ` : '' }}Tie it now, then say how it came out.</p>
            <BButton class="btn-tar" @click="log('right')">It is right</BButton>
            <BButton class="btn-tab" @click="log({ wrong: null })">It is not</BButton>
          </div>
          <BButton v-else class="btn-tar big" @click="begin">{{
            view.due ? (times > 1 ? `Tie it ${times} times` : 'Tie it') : 'Tie it anyway'
          }}</BButton>
        </template>
        <p v-else>{{ view.all_taut }}</p>
        <div class="do links">
          <template v-if="knot">
            <RouterLink :to="`/knots/${knot.knot}`">Steps</RouterLink>
            <RouterLink :to="{ name: 'by-words', params: { id: knot.knot }, query: { learner: id, hand: view.learner.hand } }"
              >By words alone</RouterLink
            >
          </template>
          <RouterLink :to="{ name: 'questions', query: { learner: id } }">Questions</RouterLink>
          <RouterLink to="/prove">Spot the mistake</RouterLink>
          <RouterLink to="/prove/tied">What have I tied?</RouterLink>
        </div>
      </div>
      <div class="learner-knots">
        <h2>My knots</h2>
        <ul>
          <li v-for="k in view.knots" :key="k.knot" :class="k.holds">
            <button :aria-pressed="k.knot === knot?.knot" @click="picked = k.knot">
              <b>{{ k.name }}</b>
              <span class="cordcell">
                <LearnerCord :run="k.run" :of="k.of" :whole="k.holds === 'taut'" :sags="k.holds === 'sags' || k.holds === 'lapsed'" />
                <small>{{ k.says }}</small>
              </span>
            </button>
          </li>
        </ul>
        <CurveChart v-if="knot && knot.holds !== 'coming'" :learner="id" :knot="knot.knot" :count="view.log.length" />
        <h2>My log</h2>
        <ul class="log">
          <li v-for="l in view.log" :key="l.id">
            <b>{{ l.name }}</b> {{ l.says }}<small v-if="!l.witnessed"> own log</small>
          </li>
        </ul>
        <p class="sub">What you log here is practice and stays apart from what an instructor has seen. {{ view.standard }}.</p>
        <div class="do">
          <BButton class="btn-tab" :href="`/api/learners/${id}/record.csv`" download="my-record.csv">My record</BButton>
          <BButton class="btn-tab" :href="`/api/learners/${id}/reminders.ics`" download="practice.ics">Reminders</BButton>
        </div>
      </div>
    </template>
  </section>
</template>
