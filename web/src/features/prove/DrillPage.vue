<script setup lang="ts">
// Spot the mistake: a drawing, right or wrong. What is it, and where did it go wrong?
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { whenBack } from '../../api/away'
import { useCatalogue } from '../../api/catalogue'
import { api, got, words as said, type DrillMark, type DrillQuestion, type Family, type KnotScore } from '../../api/client'
import { useKeys } from '../../app/keys'
import { byItself } from '../../app/told'
import KnotFigure from '../../rope/KnotFigure.vue'
import ProveTabs from './ProveTabs.vue'

const catalogue = useCatalogue()
/** Families with missteps enough to ask about. */
const DRILLED: Family[] = ['hitch', 'end-loop', 'bend', 'stopper']
const families = computed(() => [
  { value: '', text: 'Any knot' },
  ...catalogue.lists.families.filter((f) => DRILLED.includes(f.family)).map((f) => ({ value: f.family, text: f.head })),
])
const family = ref<Family | ''>('')
const seed = ref(0)
const question = ref<DrillQuestion>()
const name = ref<number>()
/** A numbered place; 0 for nowhere. */
const spot = ref<number>()
const mark = ref<DrillMark>()
const score = ref<KnotScore[]>([])
const cleared = ref(false)
const trouble = ref('')

const total = computed(() =>
  score.value.reduce((t, k) => ({ asked: t.asked + k.asked, named: t.named + k.named, spotted: t.spotted + k.spotted }), {
    asked: 0,
    named: 0,
    spotted: 0,
  }),
)
const weak = computed(() =>
  score.value
    .filter((k) => k.named + k.spotted < 2 * k.asked)
    .sort((a, b) => (a.named + a.spotted) / a.asked - (b.named + b.spotted) / b.asked)
    .slice(0, 4),
)
const from = computed(() => {
  const q = new URLSearchParams(family.value ? { family: family.value } : {})
  if (mark.value) q.set('shown', 'true')
  return `/api/drills/${seed.value}/figure.svg${q.size ? `?${q}` : ''}`
})

async function attempt(run: () => Promise<void>) {
  trouble.value = ''
  try {
    await run()
  } catch (e) {
    trouble.value = said(e)
  }
}
const ask = () =>
  attempt(async () => {
    mark.value = name.value = spot.value = undefined
    const next = crypto.getRandomValues(new Uint32Array(1))[0]!
    question.value = await got(
      api.GET('/api/drills/{seed}', { params: { path: { seed: next }, query: family.value ? { family: family.value } : {} } }),
    )
    seed.value = next
  })
const answer = () =>
  attempt(async () => {
    const body = { name: name.value ?? 0, spot: spot.value || undefined, family: family.value || undefined }
    mark.value = await got(api.POST('/api/drills/{seed}', { params: { path: { seed: seed.value } }, body }))
    score.value = await got(api.GET('/api/drills'))
  })
const clear = () =>
  attempt(async () => {
    await got(api.DELETE('/api/drills'))
    score.value = []
    cleared.value = true
  })
const bringBack = () =>
  attempt(async () => {
    score.value = await got(api.POST('/api/drills/restore'))
    cleared.value = false
  })
const begin = () =>
  attempt(async () => {
    score.value = await got(api.GET('/api/drills'))
    await ask()
  })
onMounted(begin)
onBeforeUnmount(whenBack(() => (question.value ? undefined : begin())))
const ready = computed(() => name.value !== undefined && spot.value !== undefined)
useKeys([
  {
    key: 'Enter',
    says: 'Mark the answer, or the next drawing',
    run: () => byItself(mark.value ? ask() : ready.value ? answer() : undefined),
  },
  { key: 'n', says: 'Another drawing', run: () => byItself(ask()) },
])
</script>

<template>
  <div class="drill">
    <section class="drill-draw cloth" aria-label="The drawing">
      <KnotFigure v-if="question" :from="from" as-it-is />
      <p v-if="question" class="drill-view">
        {{ question.left_handed ? 'Left-handed' : 'Right-handed' }}, from {{ question.behind ? 'behind' : 'the front' }}
      </p>
    </section>
    <aside class="drill-ask">
      <ProveTabs />
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <template v-if="question">
        <h1>Meant to be a {{ question.meant.toLowerCase() }}</h1>
        <fieldset :disabled="Boolean(mark)">
          <legend>What is it?</legend>
          <div class="ways">
            <BButton
              v-for="(n, i) in question.names"
              :key="n"
              class="btn-tab"
              :class="{ on: name === i }"
              :aria-pressed="name === i"
              @click="name = i"
              >{{ n }}</BButton
            >
          </div>
        </fieldset>
        <fieldset :disabled="Boolean(mark)">
          <legend>Where did it go wrong?</legend>
          <div class="ways">
            <BButton
              v-for="n in question.spots"
              :key="n"
              class="btn-tab spot"
              :class="{ on: spot === n }"
              :aria-pressed="spot === n"
              @click="spot = n"
              >{{ n }}</BButton
            >
            <BButton class="btn-tab" :class="{ on: spot === 0 }" :aria-pressed="spot === 0" @click="spot = 0">Nowhere</BButton>
          </div>
        </fieldset>
        <div v-if="mark" class="drill-mark" aria-live="polite">
          <p>
            <b class="v" :class="mark.name_right ? 'ok' : 'no'">{{ mark.name_right ? 'Named right' : `It is: ${mark.is}` }}</b>
          </p>
          <p>
            <b class="v" :class="mark.spot_right ? 'ok' : 'no'">{{
              mark.spot_right ? 'Place right' : mark.spot ? `It was place ${mark.spot}` : 'Nothing is wrong with it'
            }}</b>
          </p>
          <p>{{ mark.says }}</p>
          <div class="do">
            <BButton class="btn-tar" @click="ask">Another</BButton
            ><BButton class="btn-tab" :to="mark.wrong ? `/knots/${mark.knot}/wrong?wrong=${mark.wrong}` : `/knots/${mark.knot}`">{{
              mark.wrong ? 'See both' : 'Open it'
            }}</BButton>
          </div>
        </div>
        <BButton v-else class="btn-tar" :disabled="!ready" @click="answer">Mark it</BButton>
      </template>
      <div class="drill-foot">
        <label>Ask about <BFormSelect v-model="family" :options="families" @update:model-value="ask" /></label>
        <template v-if="total.asked">
          <h2>{{ total.asked }} answered</h2>
          <p>{{ total.named }} named right, {{ total.spotted }} places found.</p>
          <p v-if="weak.length">
            Look again at
            <template v-for="(k, i) in weak" :key="k.knot"
              ><template v-if="i">, </template><RouterLink :to="`/knots/${k.knot}`">{{ catalogue.named(k.knot) }}</RouterLink></template
            >.
          </p>
          <BButton class="btn-bare ps-0" @click="clear">Begin the score anew</BButton>
        </template>
        <p v-if="cleared && !total.asked" class="put-away" role="status">
          The score begins anew. <BButton class="btn-tab" @click="bringBack">Undo</BButton>
        </p>
      </div>
    </aside>
  </div>
</template>
