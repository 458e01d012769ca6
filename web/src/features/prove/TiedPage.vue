<script setup lang="ts">
// What have I tied? Said crossing by crossing along the rope, or as a planar-diagram code.
import { computed, ref, watch } from 'vue'
import IconUndo from '~icons/lucide/undo-2'
import { useCatalogue } from '../../api/catalogue'
import { api, got, words as said, type Found } from '../../api/client'
import { byItself } from '../../app/told'
import KnotFigure from '../../rope/KnotFigure.vue'
import ProveTabs from './ProveTabs.vue'

/** At a crossing of rope with rope; of the object, in front of it (over) or behind; or on to the other rope. */
interface Pass {
  at: 'crossing' | 'object' | 'other-rope'
  over: boolean
  crossing: number
  side: '' | 'l' | 'r'
}
const catalogue = useCatalogue()
const way = ref<'walk' | 'code'>('walk')
const passes = ref<Pass[]>([])
const overhand: Pass[] = [1, 2, 3, 1, 2, 3].map((crossing, i) => ({ at: 'crossing', over: i % 2 === 1, crossing, side: '' }))
const side = ref<Pass['side']>('')
/** What is known beside the walk: tied to something, a loop standing open in it. */
const object = ref<boolean>()
const openLoop = ref<boolean>()
const questions = [
  { asks: 'Is it tied to something?', answer: object },
  { asks: 'Does a loop stand open in it?', answer: openLoop },
]
const answers: [boolean | undefined, string][] = [
  [true, 'yes'],
  [false, 'no'],
  [undefined, 'not said'],
]
const code = ref('')
const found = ref<Found>()
const trouble = ref('')

/** Crossings met once so far, and how they were met. */
const crossings = computed(() => passes.value.filter((p) => p.at === 'crossing'))
const open = computed(() => crossings.value.filter((p) => crossings.value.filter((q) => q.crossing === p.crossing).length === 1))
const fresh = computed(() => Math.max(0, ...crossings.value.map((p) => p.crossing)) + 1)
const two = computed(() => passes.value.some((p) => p.at === 'other-rope'))
function word(p: Pass) {
  if (p.at === 'other-rope') return '/'
  if (p.at === 'object') return p.over ? 'f' : 'b'
  return `${p.over ? 'o' : 'u'}${p.crossing}${p.side}`
}
const words = computed(() => passes.value.map(word).join(' '))
const whole = computed(() => crossings.value.length > 0 && !open.value.length)
function says(p: Pass) {
  if (p.at === 'other-rope') return 'and now the other rope'
  if (p.at === 'object') return p.over ? 'in front of the object' : 'behind the object'
  const other = p.side ? `, other to the ${p.side === 'l' ? 'left' : 'right'}` : ''
  return `${p.over ? 'over' : 'under'} ${p.crossing}${other}`
}

function add(over: boolean, crossing: number) {
  passes.value = [...passes.value, { at: 'crossing', over, crossing, side: side.value }]
}
function pass(over: boolean) {
  passes.value = [...passes.value, { at: 'object', over, crossing: 0, side: '' }]
  object.value = true
}
const other = () => (passes.value = [...passes.value, { at: 'other-rope', over: false, crossing: 0, side: '' }])
const undo = () => (passes.value = passes.value.slice(0, -1))

async function name() {
  found.value = undefined
  trouble.value = ''
  const body =
    way.value === 'walk' ? { walk: { along: words.value, object: object.value, open_loop: openLoop.value } } : { code: code.value }
  try {
    found.value = await got(api.POST('/api/identify', { body }))
  } catch (e) {
    trouble.value = said(e)
  }
}
watch([words, way, object, openLoop], () => {
  found.value = undefined
  trouble.value = ''
  if (way.value === 'walk' && whole.value) byItself(name())
})
</script>

<template>
  <section class="page tied">
    <ProveTabs />
    <h1>What have I tied?</h1>
    <div class="tabs" role="group" aria-label="How it is said">
      <BButton class="btn-tab" :class="{ on: way === 'walk' }" :aria-pressed="way === 'walk'" @click="way = 'walk'">Along the rope</BButton>
      <BButton class="btn-tab" :class="{ on: way === 'code' }" :aria-pressed="way === 'code'" @click="way = 'code'"
        >A planar-diagram code</BButton
      >
    </div>
    <div class="tied-cols">
      <div v-if="way === 'walk'">
        <p>
          Lay the knot flat and loose. Follow the rope from its standing end. At each crossing, say whether your rope lies over or under;
          where it passes a bar or post seen from the side, whether in front or behind.
        </p>
        <ol v-if="passes.length" class="walk" aria-label="Crossings so far">
          <li v-for="(p, i) in passes" :key="i" :class="p.over ? 'over' : 'under'">{{ says(p) }}</li>
        </ol>
        <h2>{{ passes.length ? 'Next' : 'First' }}: a crossing not met before</h2>
        <div class="ways">
          <BButton class="btn-tar" @click="add(true, fresh)">Over, crossing {{ fresh }}</BButton>
          <BButton class="btn-tar" @click="add(false, fresh)">Under, crossing {{ fresh }}</BButton>
        </div>
        <template v-if="open.length">
          <h2>Or back at one met before</h2>
          <div class="ways">
            <BButton v-for="p in open" :key="p.crossing" class="btn-tab" @click="add(!p.over, p.crossing)"
              >{{ p.over ? 'Under' : 'Over' }}, crossing {{ p.crossing }}</BButton
            >
          </div>
        </template>
        <template v-if="object !== false || !two">
          <h2>Or</h2>
          <div class="ways">
            <template v-if="object !== false">
              <BButton class="btn-tab" @click="pass(true)">In front of the object</BButton>
              <BButton class="btn-tab" @click="pass(false)">Behind the object</BButton>
            </template>
            <BButton v-if="!two && passes.length" class="btn-tab" @click="other">On to the other rope</BButton>
          </div>
        </template>
        <fieldset v-for="q in questions" :key="q.asks">
          <legend>{{ q.asks }}</legend>
          <div class="ways">
            <BButton
              v-for="[v, words_] in answers"
              :key="words_"
              class="btn-tab"
              :class="{ on: q.answer.value === v }"
              :aria-pressed="q.answer.value === v"
              @click="q.answer.value = v"
              >{{ words_ }}</BButton
            >
          </div>
        </fieldset>
        <fieldset>
          <legend>The other strand runs to the</legend>
          <div class="ways">
            <BButton
              v-for="s in ['l', 'r', ''] as const"
              :key="s"
              class="btn-tab"
              :class="{ on: side === s }"
              :aria-pressed="side === s"
              @click="side = s"
              >{{ s === 'l' ? 'left' : s === 'r' ? 'right' : 'not said' }}</BButton
            >
          </div>
        </fieldset>
        <div v-if="passes.length" class="do mt-3">
          <BButton class="btn-bare" @click="undo"><IconUndo class="i" /> Take the last back</BButton
          ><BButton class="btn-bare" @click="passes = []">Begin again</BButton>
        </div>
      </div>
      <form v-else @submit.prevent="name">
        <p>Four edges a crossing, counter-clockwise from the lower one that comes in. Brackets and commas do not matter.</p>
        <label class="code-label">Code <BFormTextarea v-model="code" rows="5" placeholder="[1,5,2,4] [3,1,4,6] [5,3,6,2]" /></label>
        <BButton type="submit" class="btn-tar mt-3" :disabled="!code.trim()">Name it</BButton>
      </form>
      <div class="tied-answer cloth" aria-live="polite">
        <template v-if="found">
          <h2>{{ found.says }}</h2>
          <p v-if="found.crossings !== null && found.crossings !== undefined" class="sub">
            {{ found.crossings ? `${found.crossings} crossings are left when what is slack is drawn out.` : 'Every crossing draws out.'
            }}<template v-if="found.table">{{ ' ' }}{{ found.table }} in the tables.</template>
          </p>
          <ul class="knots">
            <li v-for="k in found.knots" :key="k">
              <RouterLink :to="`/knots/${k}`"
                ><KnotFigure :knot="k" :drawn-up="1" /><b>{{ catalogue.named(k) }}</b></RouterLink
              >
            </li>
          </ul>
          <template v-if="found.near.length">
            <h3>One crossing away</h3>
            <ul class="near">
              <li v-for="n in found.near" :key="n.knot">
                <RouterLink :to="`/knots/${n.knot}`">{{ n.name }}</RouterLink> <span class="sub">{{ n.differs }}</span>
              </li>
            </ul>
          </template>
        </template>
        <p v-else-if="trouble" role="alert">{{ trouble }}</p>
        <p v-else class="sub">
          {{
            way === 'code'
              ? 'The name comes here.'
              : open.length
                ? `Crossing ${open.map((p) => p.crossing).join(', ')} still has to be met again.`
                : 'The name comes here when each crossing has been met twice.'
          }}
        </p>
        <template v-if="way === 'walk' && !passes.length">
          <KnotFigure class="walk-example" knot="overhand" numbered />
          <p>
            This overhand reads: under 1, over 2, under 3, over 1, under 2, over 3.
            <BButton class="btn-bare" @click="passes = overhand">Say it for me</BButton>
          </p>
        </template>
        <p class="sub mt-3">
          To change crossings on a drawing instead, open a knot and choose <RouterLink to="/knots">Right and wrong</RouterLink>.
        </p>
      </div>
    </div>
  </section>
</template>
