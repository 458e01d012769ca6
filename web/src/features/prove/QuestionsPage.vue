<script setup lang="ts">
// Questions to practise by: name it, choose it, what comes next, which of two, in which order.
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got, words, type Schemas } from '../../api/client'
import { useKeys } from '../../app/keys'
import { byItself } from '../../app/told'
import KnotFigure from '../../rope/KnotFigure.vue'
import ProveTabs from './ProveTabs.vue'

type Kind = Schemas['Kind']
const route = useRoute()
/** Whose page it was opened from; nobody's on the instructor's own. */
const learner = computed(() => (route.query.learner ? Number(route.query.learner) : undefined))
const query = computed(() => (learner.value ? { learner: learner.value } : {}))
const kind = ref<Kind>('name')
/** The question on the page, with what it was made from. */
const asked = ref<{ kind: Kind; seed: number; question: Schemas['QuestionAsked'] }>()
const question = computed(() => asked.value?.question)
const chosen = ref<number[]>([])
const mark = ref<Schemas['AnswerMarked']>()
const trouble = ref('')
const { answer: kinds, trouble: notCome, again } = useAsked(() => got(api.GET('/api/questions', { params: { query: query.value } })))
const score = computed(() => kinds.value?.find((k) => k.kind === kind.value))
const complete = computed(() => chosen.value.length === (question.value?.ordered ? question.value.answers.length : 1))

async function ask() {
  trouble.value = ''
  const next = crypto.getRandomValues(new Uint32Array(1))[0]!
  const params = { path: { kind: kind.value, seed: next }, query: query.value }
  try {
    const now = await got(api.GET('/api/questions/{kind}/{seed}', { params }))
    mark.value = undefined
    chosen.value = []
    asked.value = { ...params.path, question: now }
  } catch (e) {
    trouble.value = words(e)
  }
}
async function answer() {
  if (!asked.value) return
  trouble.value = ''
  const params = { path: { kind: asked.value.kind, seed: asked.value.seed } }
  const body = { chosen: chosen.value, learner: learner.value }
  try {
    mark.value = await got(api.POST('/api/questions/{kind}/{seed}', { params, body }))
    await again()
  } catch (e) {
    trouble.value = words(e)
  }
}
watch([kind, learner], ask, { immediate: true })

const from = (n: number) => {
  const q = learner.value ? `?learner=${learner.value}` : ''
  return `/api/questions/${asked.value?.kind}/${asked.value?.seed}/pictures/${n}${q}`
}
function choose(i: number) {
  if (mark.value || !question.value) return
  if (!question.value.ordered) chosen.value = [i]
  else if (chosen.value.includes(i)) chosen.value = chosen.value.filter((c) => c !== i)
  else chosen.value = [...chosen.value, i]
}
/** How an answer stands once it is marked: at its place, or not. */
function stands(i: number) {
  if (!mark.value) return chosen.value.includes(i) ? 'on' : ''
  const at = mark.value.answer.indexOf(i)
  if (question.value?.ordered) return at === chosen.value.indexOf(i) ? 'right' : 'wrong'
  return at >= 0 ? 'right' : chosen.value.includes(i) ? 'wrong' : ''
}
const place = (i: number) => (mark.value ? mark.value.answer.indexOf(i) : chosen.value.indexOf(i)) + 1
const pictured = computed(() => question.value?.answers.every((a) => a.picture != null))
useKeys([
  {
    key: 'Enter',
    says: 'Mark the answer, or the next question',
    run: () => byItself(mark.value ? ask() : complete.value ? answer() : undefined),
  },
  { key: 'n', says: 'Another question', run: () => byItself(ask()) },
  ...[1, 2, 3, 4].map((n) => ({ key: String(n), says: `Choose answer ${n}`, run: () => choose(n - 1) })),
])
</script>

<template>
  <div class="drill">
    <section class="drill-draw cloth" aria-label="The question">
      <div v-if="question && pictured" class="pair">
        <button
          v-for="(a, i) in question.answers"
          :key="`${asked?.seed}-${i}`"
          :class="stands(i)"
          :aria-pressed="chosen.includes(i)"
          :disabled="Boolean(mark)"
          @click="choose(i)">
          <b>{{ i === 0 ? 'This one' : 'Or this one' }}</b>
          <KnotFigure :from="from(a.picture!)" as-it-is />
        </button>
      </div>
      <KnotFigure v-else-if="question?.picture != null" :key="asked?.seed" :from="from(question.picture)" as-it-is />
      <p v-else-if="question" class="asked-large">{{ question.given }}</p>
      <p v-if="question?.seen" class="drill-view">{{ question.seen }}</p>
    </section>
    <aside class="drill-ask">
      <ProveTabs />
      <p v-if="trouble || notCome" class="trouble" role="alert">
        {{ trouble || notCome }} <BButton variant="link" class="p-0" @click="ask">Ask again</BButton>
      </p>
      <template v-if="question">
        <h1>{{ question.asks }}</h1>
        <ol v-if="!pictured" class="answers" :class="{ ordered: question.ordered }">
          <li v-for="(a, i) in question.answers" :key="a.says">
            <button :class="stands(i)" :aria-pressed="chosen.includes(i)" :disabled="Boolean(mark)" @click="choose(i)">
              <b v-if="question.ordered" class="place">{{ place(i) || '' }}</b>
              {{ a.says }}
            </button>
          </li>
        </ol>
        <p v-if="question.ordered && !mark" class="sub">Press the moves in the order they are made; press one again to take it back.</p>
        <div v-if="mark" class="drill-mark" aria-live="polite">
          <p>
            <b class="v" :class="mark.right ? 'ok' : 'no'">{{ mark.right ? 'Right' : 'Not so' }}</b>
          </p>
          <p v-if="mark.because">{{ mark.because }}</p>
          <p>{{ mark.says }}</p>
          <p v-if="learner && !mark.right">It comes back among what is due.</p>
          <div class="do">
            <BButton class="btn-tar" @click="ask">Another</BButton
            ><BButton class="btn-tab" :to="`/knots/${mark.knot}`">Open the {{ mark.name.toLowerCase() }}</BButton>
          </div>
        </div>
        <BButton v-else class="btn-tar" :disabled="!complete" @click="answer">Mark it</BButton>
      </template>
      <div class="drill-foot">
        <label v-if="kinds">Ask me <BFormSelect v-model="kind" :options="kinds.map((k) => ({ value: k.kind, text: k.says }))" /></label>
        <p v-if="score?.asked">{{ score.right }} of {{ score.asked }} right so far.</p>
        <RouterLink v-if="learner" :to="`/learners/${learner}`">Back to my knots</RouterLink>
      </div>
    </aside>
  </div>
</template>
