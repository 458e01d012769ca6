<script setup lang="ts">
// A line between two anchors: what a pull by hand reaches, how it hangs, what yields first.
import { computed, onMounted, ref, watch } from 'vue'
import { Trouble, api, got, type CatalogueWords, type Schemas } from '../../api/client'
import { useHabits } from '../../app/habits'

type Line = Schemas['LineInput']

const KEY = 'umbet.line'
const usual: Line = { span_m: 8, rise_m: 0, cord: 'braid-polyester-6', wet: false, method: 'looped', pull_n: 250, hung: { cover: { area_m2: 9, beaufort: 4 } } }
const habits = useHabits()
const kinds = ref<CatalogueWords['cords']>([])
const ask = ref<Line>(kept())
const view = ref<Schemas['LineView']>()
const trouble = ref('')
const before = ref<Line[]>([])

/** The line last looked at on this device. */
function kept(): Line {
  try {
    return { ...usual, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Line>) }
  } catch {
    return usual
  }
}
const gear = computed(() => ('gear' in ask.value.hung ? ask.value.hung.gear : undefined))
const cover = computed(() => ('cover' in ask.value.hung ? ask.value.hung.cover : undefined))
const cords = computed(() => kinds.value.map((k) => ({ value: k.id, text: k.name })))

function change(part: Partial<Line>) {
  before.value = [...before.value.slice(-49), ask.value]
  ask.value = { ...ask.value, ...part }
}
function undo() {
  const last = before.value.at(-1)
  if (!last) return
  before.value = before.value.slice(0, -1)
  ask.value = last
}
const number = (e: Event) => Number((e.target as HTMLInputElement).value.replace(',', '.'))

async function judge() {
  trouble.value = ''
  try {
    view.value = await got(api.POST('/api/line', { body: ask.value }))
    localStorage.setItem(KEY, JSON.stringify(ask.value))
  } catch (e) {
    trouble.value = e instanceof Trouble ? e.message : String(e)
  }
}
watch([ask, () => habits.changes], judge)
onMounted(async () => {
  kinds.value = (await got(api.GET('/api/catalogue'))).cords
  await judge()
})
</script>

<template>
  <section class="line-page">
    <div class="speech">
      <h1>A line between two trees</h1>
      <p class="sentence line-say">
        <label>It spans <input class="part" inputmode="decimal" :value="ask.span_m" aria-label="Span, metres" @change="change({ span_m: number($event) })" /> m,</label>
        <label>the far end <input class="part" inputmode="decimal" :value="ask.rise_m ?? 0" aria-label="How much higher the far end is, metres" @change="change({ rise_m: number($event) })" /> m higher,</label>
        <label>in <select class="part" :value="ask.cord" aria-label="Cord" @change="change({ cord: ($event.target as HTMLSelectElement).value })"><option v-for="c in cords" :key="c.value" :value="c.value">{{ c.text }}</option></select></label>
        <select class="part" :value="ask.wet ? 'wet' : 'dry'" aria-label="Dry or wet" @change="change({ wet: ($event.target as HTMLSelectElement).value === 'wet' })"><option value="dry">dry</option><option value="wet">wet</option></select>.
        <label>You pull with <input class="part" inputmode="decimal" :value="ask.pull_n" aria-label="Your pull, newtons" @change="change({ pull_n: number($event) })" /> N</label>
        <select class="part" :value="ask.method" aria-label="How it is tightened" @change="change({ method: ($event.target as HTMLSelectElement).value as Line['method'] })"><option value="looped">through a loop and round the tree</option><option value="round-turns">by two round turns walked round it</option><option value="by-hand">by hand, and hitch it</option></select>.
        It carries
        <select class="part" :value="gear ? 'gear' : 'cover'" aria-label="What it carries" @change="change({ hung: gear ? { cover: { area_m2: 9, beaufort: 4 } } : { gear: { n: 80, at: 0.5 } } })"><option value="cover">a cover</option><option value="gear">gear in one place</option></select>
        <template v-if="cover">
          <label>of <input class="part" inputmode="decimal" :value="cover.area_m2" aria-label="Cover, square metres" @change="change({ hung: { cover: { ...cover, area_m2: number($event) } } })" /> m²</label>
          <label>in wind of Beaufort <input class="part" inputmode="numeric" :value="cover.beaufort" aria-label="Beaufort number" @change="change({ hung: { cover: { ...cover, beaufort: Math.round(number($event)) } } })" /></label>.
        </template>
        <template v-else-if="gear">
          <label>of <input class="part" inputmode="decimal" :value="gear.n" aria-label="Weight, newtons" @change="change({ hung: { gear: { ...gear, n: number($event) } } })" /> N</label>
          <label>at <input class="part" inputmode="decimal" :value="Math.round(gear.at * 100)" aria-label="Where, per cent of the span" @change="change({ hung: { gear: { ...gear, at: number($event) / 100 } } })" /> % of the span</label>.
        </template>
        <BButton v-if="before.length" class="btn-bare" @click="undo">Undo</BButton>
      </p>
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="view" class="line-cols">
      <!-- eslint-disable-next-line vue/no-v-html: the server escapes every word of a drawing -->
      <div class="line-draw cloth rope" v-html="view.svg" />
      <aside class="line-side" aria-live="polite">
        <ul v-if="view.plan.change.length" class="line-change"><li v-for="c in view.plan.change" :key="c"><b class="v no">Change</b> {{ c }}</li></ul>
        <h2>At rest</h2>
        <ul><li v-for="s in view.says" :key="s">{{ s }}</li></ul>
        <h2>What your pull reaches</h2>
        <ul><li v-for="r in view.plan.reaches" :key="r.method" :class="{ taken: r.method === ask.method }">{{ r.says }}</li></ul>
        <h2>Known from</h2>
        <ul class="sub"><li v-for="k in view.plan.known_from" :key="k">{{ k }}</li></ul>
        <p class="sub mt-3">Stand clear of a tight line. Never hang a person from it. Estimates: the maker’s rating and local codes decide.</p>
      </aside>
    </div>
  </section>
</template>
