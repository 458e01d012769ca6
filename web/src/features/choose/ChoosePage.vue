<script setup lang="ts">
// Choose: the situation as a sentence, the answers on the rail, the rest on the ground.
import { listed } from '../../ui/listed'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import IconUndo from '~icons/lucide/undo-2'
import { useAsked } from '../../api/asked'
import { api, got, type Joint, type KnotAnswer } from '../../api/client'
import { useHabits } from '../../app/habits'
import { useKeys } from '../../app/keys'
import { useOutbox, type Part } from '../../app/outbox'
import { byItself } from '../../app/told'
import TwoVersions from '../../app/TwoVersions.vue'
import AnswerColumn from './AnswerColumn.vue'
import CompareTwo from './CompareTwo.vue'
import GroundStrip from './GroundStrip.vue'
import SentenceBar from './SentenceBar.vue'
import TakeForm from './TakeForm.vue'
import { useSituation } from './situation'

const route = useRoute()
const router = useRouter()
const habits = useHabits()
const situation = useSituation()
const outbox = useOutbox()
const compared = ref<string[]>([])
const taking = ref<KnotAnswer>()

async function open() {
  compared.value = []
  if (route.name === 'joint') await situation.open(Number(route.params.job), Number(route.params.joint))
  else if (route.name === 'choose') await situation.loose()
}
const { trouble: missing, again } = useAsked(open)
watch(() => route.fullPath, again)
watch(() => habits.changes, situation.judge)

/** How the parts of a joint read, where two windows have changed it. */
const parts: Part[] = [
  {
    field: 'situation',
    says: 'What is said',
    reads: async (d: Joint['situation']) => (await got(api.POST('/api/choose', { body: d }))).sentence.map((f) => f.words),
  },
  { field: 'knot', says: 'Knot', reads: (id: string) => answer.value?.knots.find((k) => k.id === id)?.name ?? id },
  { field: 'name', says: 'Name' },
  { field: 'note', says: 'Note' },
  { field: 'position', says: 'Place in the job' },
]

const answer = computed(() => situation.choice?.answer)
const fitting = computed(() => answer.value?.knots.filter((k) => k.verdict !== 'does-not-fit') ?? [])
/** What changed, for those who do not see it. */
const heard = computed(() => {
  const [first, ...more] = fitting.value
  if (!answer.value || answer.value.declined) return ''
  if (!first) return 'Nothing fits all of this.'
  return `First: ${first.name}. ${first.lead.says} ${
    more.length
      ? `Then ${more
          .slice(0, 2)
          .map((k) => k.name)
          .join(', ')}.`
      : ''
  }`
})
const ground = computed(() => answer.value?.knots.filter((k) => k.verdict === 'does-not-fit') ?? [])
const pair = computed(() => compared.value.map((id) => answer.value?.knots.find((k) => k.id === id)).filter((k) => k !== undefined))

function compare(id: string) {
  compared.value = compared.value.includes(id) ? compared.value.filter((k) => k !== id) : [...compared.value.slice(-1), id]
}

async function take(k: KnotAnswer) {
  if (!situation.joint) {
    taking.value = k
    return
  }
  await situation.putJoint({ knot: k.id })
  if (!situation.trouble && !two.value) await router.push(`/jobs/${situation.joint.job_id}`)
}

/** An answer on its way out takes no press any more. */
const pass = (leaving: Element) => leaving.setAttribute('inert', '')

const path = computed(() => (situation.joint ? situation.pathOf(situation.joint) : ''))
const two = computed(() => outbox.at(path.value)?.newer)

useKeys([{ key: 'z', says: 'Undo the last change to the sentence', run: () => byItself(situation.undo()) }])
</script>

<template>
  <div class="choose">
    <section v-if="missing" class="page">
      <h1>{{ missing }}</h1>
      <p class="mt-3"><RouterLink to="/jobs">Read the jobs</RouterLink></p>
    </section>
    <template v-else>
      <h1 v-if="!answer?.declined" class="visually-hidden">
        {{ situation.joint ? `Choose for ${situation.joint.name}` : 'Choose a knot' }}
      </h1>
      <p class="visually-hidden" role="status">{{ heard }}</p>
      <SentenceBar v-if="situation.choice" :sentence="situation.choice.sentence" :draft="situation.choice.draft" @say="situation.say">
        <BButton class="btn-bare" variant="link" :disabled="!situation.canUndo" @click="situation.undo"
          ><IconUndo class="i" /> Undo</BButton
        >
      </SentenceBar>
      <p v-if="situation.trouble" class="trouble" role="alert">{{ situation.trouble }}</p>
      <TwoVersions v-if="path" :path="path" what="this joint" :parts="parts" @stands="situation.stands" />
      <section v-if="answer?.declined" class="page declined">
        <h1>Declined</h1>
        <p class="mt-3">{{ answer.declined }}</p>
      </section>
      <section v-if="answer?.cord_refused" class="cord-refused" role="status">
        <p>
          <b>{{ answer.cord_refused.says }}</b> {{ answer.cord_refused.take }}
        </p>
      </section>
      <TransitionGroup
        v-if="situation.choice && !answer?.declined"
        tag="section"
        name="rail"
        class="rail"
        aria-label="Answers"
        @before-leave="pass">
        <AnswerColumn
          v-for="(k, i) in fitting.slice(0, 3)"
          :key="k.id"
          :answer="k"
          :place="i"
          :drawn="situation.choice.drawn"
          :compared="compared.includes(k.id)"
          :taken="situation.joint?.knot === k.id"
          :flags="[...(answer?.cautions ?? []), ...k.cautions].slice(0, 2)"
          @take="take(k)"
          @compare="compare(k.id)" />
        <div v-if="!fitting.length" key="nothing" class="nothing">
          <h2>Nothing fits all of this</h2>
          <p>Give up one wish:</p>
          <ul>
            <li v-for="g in answer?.give_up ?? []" :key="g.says">
              <b>{{ g.says }}</b> <span v-if="g.then_fits.length" class="sub">Then {{ listed(g.then_fits.slice(0, 3)) }} would do.</span>
            </li>
          </ul>
        </div>
      </TransitionGroup>
      <p v-if="answer?.teach_first" class="teach-first">{{ answer.teach_first.says }}</p>
      <CompareTwo v-if="pair.length === 2 && situation.choice" :pair="pair" :drawn="situation.choice.drawn" @close="compared = []" />
      <GroundStrip
        v-if="situation.choice && !answer?.declined"
        :more="fitting.slice(3)"
        :ground="ground"
        :compared="compared"
        :drawn="situation.choice.drawn"
        @take="take"
        @compare="compare" />
      <TakeForm v-if="taking" :answer="taking" @close="taking = undefined" />
    </template>
  </div>
</template>
