<script setup lang="ts">
// Tie: the moves large, one after another; what to look for; what goes wrong.
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import IconArrow from '~icons/lucide/arrow-right'
import IconBack from '~icons/lucide/arrow-left'
import IconMirror from '~icons/lucide/flip-horizontal-2'
import IconTurn from '~icons/lucide/rotate-3d'
import IconPrint from '~icons/lucide/printer'
import { useAsked } from '../../api/asked'
import { api, got, words, type KnotWords, type Model } from '../../api/client'
import { useHabits } from '../../app/habits'
import { useKeys } from '../../app/keys'
import { byItself } from '../../app/told'
import KnotFigure from '../../rope/KnotFigure.vue'
import KnotModel from '../../rope/KnotModel.vue'
import PennantMark from '../../ui/PennantMark.vue'
import { useSituation } from '../choose/situation'
import KnotSide from './KnotSide.vue'
import ObjectSizes from './ObjectSizes.vue'
import { useObject } from './object'

const route = useRoute()
const router = useRouter()
const habits = useHabits()
const situation = useSituation()
const knot = ref<KnotWords>()
const behind = ref(false)
const object = useObject()
const model = ref<Model>()
const turning = computed(() => route.query.turned === '1')

const id = computed(() => String(route.params.id))
/** Another way of tying it, from 1. Unasked, the one taught first. */
const wayNumber = computed(() => {
  const asked = turning.value ? '0' : route.query.way
  return asked === undefined ? (knot.value?.ways.findIndex((w) => w.taught) ?? -1) + 1 : Number(asked) || 0
})
/** Every way by its number, the one taught first before the others. */
const ways = computed(() => {
  const others = knot.value?.ways.map((w, i) => ({ n: i + 1, name: w.name, first: w.taught })) ?? []
  return [{ n: 0, name: 'Along the rope', first: false }, ...others].sort((a, b) => Number(b.first) - Number(a.first))
})
const way = computed(() => knot.value?.ways[wayNumber.value - 1])
/** One stop for each move, and one for the finished knot. */
const moves = computed(() => way.value?.moves.length ?? knot.value?.steps.length ?? 1)
const last = computed(() => moves.value + 1)
const step = computed(() => Math.min(Math.max(Number(route.query.step ?? 1) || 1, 1), last.value))
const now = computed(() => (way.value?.moves ?? knot.value?.steps)?.[step.value - 1])
const done = computed(() => step.value === last.value)
/** What is drawn at a stop. */
const at = (n: number) => (n > moves.value ? { drawnUp: 1 } : way.value ? { way: wayNumber.value, pose: n } : { step: n })
/** How far the tied knot is drawn up, from open to tight. */
const drawnUp = ref(1)
/** Where the model stands at a stop, in moves; one beyond the last it is drawn up. */
const stop = computed(() => Math.min(step.value, moves.value) + (done.value && knot.value?.drawn_up ? 1 : 0))
const shownTight = computed(() => done.value && Boolean(knot.value?.drawn_up))
const short = (n: number) => (way.value?.moves ?? knot.value?.steps)?.[n - 1]?.short ?? 'Tied'
const tie = (n: number) => byItself(router.replace({ query: { way: String(n) } }))
const answer = computed(() => situation.choice?.answer.knots.find((k) => k.id === id.value))
const leftHand = computed(() => habits.settings.hand === 'left')

async function load() {
  if (!situation.choice) await situation.judge()
  const mirrored = leftHand.value || undefined
  knot.value = await got(api.GET('/api/knots/{id}', { params: { path: { id: id.value }, query: { mirrored } } }))
  situation.knot = id.value
  object.fit(knot.value, situation.choice?.drawn)
}
const { trouble, again } = useAsked(load)
watch([id, leftHand], again)

function go(to: number) {
  const n = Math.min(Math.max(to, 1), last.value)
  byItself(router.replace({ query: { ...route.query, step: String(n) } }))
}
/** How far along the tying the model is slid, in moves. */
const slid = ref<number>()
/** This browser cannot turn it. */
const still = ref(false)
watch(step, () => (slid.value = undefined))
const turn = () => byItself(router.replace({ query: { ...route.query, turned: turning.value ? undefined : '1', way: undefined } }))
watch(
  [turning, id],
  async () => {
    model.value = undefined
    if (!turning.value) return
    try {
      model.value = await got(api.GET('/api/knots/{id}/model', { params: { path: { id: id.value } } }))
    } catch (e) {
      trouble.value = words(e)
    }
  },
  { immediate: true },
)
const hand = () => byItself(habits.save({ hand: leftHand.value ? 'right' : 'left' }))

useKeys([
  { key: 'ArrowRight', says: 'Next move', run: () => go(step.value + 1) },
  { key: 'ArrowLeft', says: 'Move before', run: () => go(step.value - 1) },
  { key: 'Home', says: 'First move', run: () => go(1) },
  { key: 'End', says: 'Finished knot', run: () => go(last.value) },
  { key: 'b', says: 'See it from behind, or from the front', run: () => (behind.value = !behind.value) },
  { key: 't', says: 'Turn it in space, or lay it flat', run: turn },
  { key: 'l', says: 'Left hand, or right', run: hand },
])

let from = 0
const touch = (e: TouchEvent) => (from = e.changedTouches[0]?.clientX ?? 0)
function swipe(e: TouchEvent) {
  const by = (e.changedTouches[0]?.clientX ?? 0) - from
  if (Math.abs(by) > 50) go(step.value + (by < 0 ? 1 : -1))
}
</script>

<template>
  <section v-if="trouble" class="page">
    <h1>{{ trouble }}</h1>
    <p class="mt-3"><RouterLink to="/knots">All knots</RouterLink></p>
  </section>
  <div v-else-if="knot" class="tie">
    <section class="tie-draw cloth" :aria-label="knot.name" @touchstart.passive="touch" @touchend.passive="swipe">
      <header class="tie-head">
        <h1>{{ knot.name }}</h1>
        <p v-if="knot.never" class="never"><b>Know it, never tie it.</b> {{ knot.never }}</p>
        <p v-else-if="answer?.mended">
          <b>{{ answer.mended.head }}</b> {{ answer.mended.says }}.
        </p>
        <p v-else-if="answer" class="sub">
          <RouterLink to="/choose">Asked in Choose</RouterLink>: {{ answer.headline }}. {{ answer.lead.says }}
        </p>
        <p v-else class="sub">{{ knot.about }}</p>
      </header>
      <KnotModel
        v-if="turning && model"
        class="tie-figure"
        :model="model"
        :step="slid ?? stop"
        :mirrored="leftHand"
        :shape="object.on.shape"
        :says="knot.name"
        @still="still = true"
        ><KnotFigure :knot="knot.id" v-bind="at(step)" :behind="behind" :on="object.on" />
        <p class="still">This browser cannot turn it: a still picture.</p></KnotModel
      >
      <div v-else-if="shownTight" class="tie-figure paired">
        <figure>
          <KnotFigure :knot="knot.id" :drawn-up="drawnUp" dimensions :behind="behind" :on="object.on" />
          <figcaption>
            <label class="slide of-tight"
              ><span>Open</span
              ><BFormInput
                type="range"
                min="0"
                max="1"
                :step="1 / 7"
                aria-label="How far it is drawn up"
                :model-value="drawnUp"
                @update:model-value="drawnUp = Number($event)" /><span>Drawn up</span></label
            >
          </figcaption>
        </figure>
        <figure>
          <KnotFigure :knot="knot.id" labels :haul="!knot.never" :behind="behind" :on="object.on" />
          <figcaption>As it is laid{{ knot.never ? '' : ', and hauled' }}</figcaption>
        </figure>
      </div>
      <div v-else-if="!way && !done && now?.part" class="tie-figure paired">
        <figure>
          <KnotFigure :knot="knot.id" v-bind="at(step)" part="enlarged" :behind="behind" :on="object.on" />
          <figcaption>Close to</figcaption>
        </figure>
        <figure>
          <KnotFigure :knot="knot.id" v-bind="at(step)" part="marked" :behind="behind" :on="object.on" />
          <figcaption>Where that is</figcaption>
        </figure>
      </div>
      <KnotFigure
        v-else
        class="tie-figure"
        :knot="knot.id"
        v-bind="at(step)"
        labels
        :dimensions="!way || done"
        :behind="behind"
        :on="object.on" />
      <label v-if="turning && !still" class="slide"
        >Along the tying
        <BFormInput
          type="range"
          min="0"
          :max="knot.drawn_up ? moves + 1 : moves"
          step="0.02"
          :model-value="slid ?? stop"
          @update:model-value="slid = Number($event)"
      /></label>
      <div class="tie-tools">
        <div class="tabs" role="group" aria-label="Side">
          <BButton class="btn-tab" :class="{ on: !behind }" :aria-pressed="!behind" @click="behind = false">Front</BButton>
          <BButton class="btn-tab" :class="{ on: behind }" :aria-pressed="behind" @click="behind = true">Back</BButton>
        </div>
        <BButton class="btn-tab" :aria-pressed="turning" :class="{ on: turning }" @click="turn"
          ><IconTurn class="i" /> <span>Turn it</span></BButton
        >
        <BButton class="btn-tab" :aria-pressed="leftHand" :class="{ on: leftHand }" @click="hand"
          ><IconMirror class="i" /> <span>Left-handed</span></BButton
        >
        <ObjectSizes v-if="knot.on_object" />
      </div>
      <PennantMark v-if="knot.cautions[0]" class="of-tie" :says="knot.cautions[0].say" />
    </section>
    <section class="tie-steps" aria-label="Moves">
      <div v-if="knot.ways.length" class="tabs of-ways" role="group" aria-label="Way of tying it">
        <BButton
          v-for="w in ways"
          :key="w.n"
          class="btn-tab"
          :class="{ on: w.n === wayNumber }"
          :aria-pressed="w.n === wayNumber"
          @click="tie(w.n)"
          >{{ w.name }}</BButton
        >
      </div>
      <ol class="strip">
        <li v-for="n in last" :key="n">
          <button type="button" :class="{ here: n === step }" :aria-current="n === step ? 'step' : undefined" @click="go(n)">
            <b v-if="n <= moves">{{ n }}</b><KnotFigure :knot="knot.id" v-bind="at(n)" :on="object.on" :behind="behind" /><span>{{
              short(n)
            }}</span>
          </button>
        </li>
      </ol>
      <div class="said-step">
        <p aria-live="polite">
          <template v-if="done"
            ><small>Tied</small
            >{{ knot.never ? 'By these marks it is known.' : 'Draw it up by its ends, a little each in turn, and check each mark on it.'
            }}<span class="sub">Remember it by: {{ knot.cue }}</span
            ><span v-if="knot.not_drawn_up" class="sub">Shown as it is laid. {{ knot.not_drawn_up }}</span></template
          ><template v-else
            ><small>Move {{ step }} of {{ moves }}</small
            >{{ now?.say
            }}<span v-if="now?.hint || behind || step === 1" class="sub"
              >{{ now?.hint }} <template v-if="step === 1 && !way">To remember it by: {{ knot.cue }}</template>
              <template v-if="behind">Said as it is seen from the front.</template></span
            ><span v-if="step === 1 && !way" class="sub"
              >Dots: the way the rope goes. Thumb: pinch there. Dark arrow: haul, or slide.</span
            ></template
          >
        </p>
        <BButton class="btn-tab" :disabled="step === 1" @click="go(step - 1)"><IconBack class="i" /> <span>Before</span></BButton>
        <BButton v-if="step < last" class="btn-tar next" @click="go(step + 1)"
          ><span>{{ step === last - 1 ? 'See it tied' : 'Next move' }}</span> <IconArrow class="i"
        /></BButton>
        <BButton v-else class="btn-tar next" :to="`/knots/${knot.id}/sheet`"><IconPrint class="i" /> <span>Pocket sheet</span></BButton>
      </div>
    </section>
    <KnotSide :knot="knot" :answer="answer" />
  </div>
</template>
