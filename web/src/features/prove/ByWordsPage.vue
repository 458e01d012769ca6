<script setup lang="ts">
// Tied blind: one sentence at a time and no picture, spoken where the browser can; then felt over, and logged.
import { computed, onBeforeUnmount, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got, words, type Schemas } from '../../api/client'
import { useHabits } from '../../app/habits'
import { useKeys } from '../../app/keys'

const route = useRoute()
const habits = useHabits()
const id = computed(() => String(route.params.id))
const learner = computed(() => (route.query.learner ? Number(route.query.learner) : undefined))
const left = computed(() => (route.query.hand ? route.query.hand === 'left' : habits.settings.hand === 'left'))
const { answer: knot, trouble: notCome } = useAsked(() =>
  got(api.GET('/api/knots/{id}', { params: { path: { id: id.value }, query: left.value ? { mirrored: true } : {} } })),
)
const at = ref(0)
const began = ref<number>()
const took = ref<number>()
const logged = ref('')
const trouble = ref('')
const speaks = 'speechSynthesis' in window
const aloud = ref(false)
const move = computed(() => knot.value?.steps[at.value])
const last = computed(() => at.value >= (knot.value?.steps.length ?? 0))

function speak() {
  if (!speaks || !aloud.value) return
  window.speechSynthesis.cancel()
  if (move.value) window.speechSynthesis.speak(new SpeechSynthesisUtterance(move.value.say))
}
function go(by: number) {
  began.value ??= Date.now()
  at.value = Math.min(Math.max(at.value + by, 0), knot.value?.steps.length ?? 0)
  if (last.value) took.value ??= (Date.now() - began.value) / 1000
  speak()
}
function anew() {
  at.value = 0
  began.value = took.value = undefined
  logged.value = trouble.value = ''
  speak()
}
async function log(came: Schemas['Came']) {
  if (!learner.value) return
  const seconds = Math.min(Math.max(took.value ?? 1, 0.5), 3600)
  const body: Schemas['Practised'] = { knot: id.value, came, seconds, under: ['eyes-shut'], key: crypto.randomUUID() }
  try {
    await got(api.POST('/api/learners/{id}/tries', { params: { path: { id: learner.value } }, body }))
    logged.value = came === 'right' ? 'Logged: right, eyes shut.' : 'Logged: not right yet, eyes shut.'
  } catch (e) {
    trouble.value = words(e)
  }
}
onBeforeUnmount(() => (speaks ? window.speechSynthesis.cancel() : undefined))
useKeys([
  { key: ' ', says: 'Next sentence', run: () => go(1) },
  { key: 'ArrowRight', says: 'Next sentence', run: () => go(1) },
  { key: 'ArrowLeft', says: 'The sentence before', run: () => go(-1) },
  { key: 's', says: 'Say it again', run: () => speak() },
])
</script>

<template>
  <section class="by-words">
    <p v-if="trouble || notCome" class="trouble" role="alert">{{ trouble || notCome }}</p>
    <template v-if="knot">
      <header>
        <h1>{{ knot.name }}, by words alone</h1>
        <label v-if="speaks" class="spoken"><input v-model="aloud" type="checkbox" @change="speak" /> Say each sentence aloud</label>
      </header>
      <div class="by-words-say" aria-live="polite">
        <template v-if="!last && move">
          <p class="move-no">Move {{ at + 1 }} of {{ knot.steps.length }}</p>
          <p class="move">{{ move.say }}</p>
        </template>
        <template v-else>
          <p class="move-no">Feel it over{{ took ? `; ${Math.round(took)} s` : '' }}</p>
          <ul class="move">
            <li v-for="t in knot.telltales" :key="t">{{ t }}</li>
          </ul>
        </template>
      </div>
      <div class="do">
        <template v-if="!last">
          <BButton class="btn-tar big" @click="go(1)">{{ at + 1 === knot.steps.length ? 'Tied' : 'Next' }}</BButton>
          <BButton class="btn-tab" :disabled="at === 0" @click="go(-1)">Back</BButton>
        </template>
        <template v-else>
          <template v-if="learner && !logged">
            <BButton class="btn-tar" @click="log('right')">It is right</BButton>
            <BButton class="btn-tab" @click="log({ wrong: null })">It is not</BButton>
          </template>
          <b v-if="logged" class="v ok" role="status">{{ logged }}</b>
          <BButton class="btn-tab" @click="anew">From the beginning</BButton>
          <BButton class="btn-tab" :to="`/knots/${id}`">Look at it</BButton>
        </template>
        <RouterLink v-if="learner" :to="`/learners/${learner}`">Back to my knots</RouterLink>
      </div>
      <p class="sub">Shut your eyes between sentences, or have someone read them to you. There is no picture here on purpose.</p>
    </template>
  </section>
</template>
