<script setup lang="ts">
// Rig: a shelter from the site to the last peg. Said as a sentence, drawn to scale, with what gives, what to cut, in which order.
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import IconPrint from '~icons/lucide/printer'
import IconRedo from '~icons/lucide/redo-2'
import IconUndo from '~icons/lucide/undo-2'
import { useHabits } from '../../app/habits'
import { useKeys } from '../../app/keys'
import { useSituation } from '../choose/situation'
import AnchorList from './AnchorList.vue'
import CordSentence from './CordSentence.vue'
import CutList from './CutList.vue'
import ForecastStrip from './ForecastStrip.vue'
import JointList from './JointList.vue'
import KeepWith from './KeepWith.vue'
import OrderList from './OrderList.vue'
import PartBars from './PartBars.vue'
import ShelterSentence from './ShelterSentence.vue'
import { useShelter } from './shelter'
import '../../styles/rig.css'

const route = useRoute()
const habits = useHabits()
const shelter = useShelter()
const situation = useSituation()
const missing = ref('')
const frame = ref<HTMLElement>()
const plan = computed(() => shelter.plan)

async function open() {
  missing.value = ''
  try {
    const job = route.params.job ? Number(route.params.job) : undefined
    await Promise.all([shelter.open(job), job === undefined ? undefined : situation.atJob(job)])
  } catch (e) {
    missing.value = (e as Error).message
  }
}
onMounted(open)
watch(() => route.fullPath, open)
watch(() => habits.changes, () => void shelter.judge())
const observer = new ResizeObserver(([e]) => e && shelter.drawnAt(e.contentRect.width))
watch(frame, (el) => el && observer.observe(el))
onBeforeUnmount(() => observer.disconnect())

useKeys([
  { key: 'z', says: 'Undo the last change to the shelter', run: () => void shelter.undo() },
  { key: 'y', says: 'Do it again', run: () => void shelter.redo() },
])

/** An anchor dragged on the drawing from above: where it is put down, in metres. */
let held: number | undefined
function metres(e: PointerEvent): [number, number] | undefined {
  const on = shelter.view?.on_page
  const svg = (e.currentTarget as HTMLElement).querySelector('svg')
  if (!on || !svg) return
  const box = svg.getBoundingClientRect()
  const k = (svg.viewBox.baseVal.width || box.width) / box.width
  const x = ((e.clientX - box.left) * k - on.origin[0]!) / on.scale
  const y = ((e.clientY - box.top) * k - on.origin[1]!) / on.scale
  const [ux, uy] = on.bearing.along as [number, number]
  return [on.bearing.from_m[0]! + x * ux + y * uy, on.bearing.from_m[1]! + x * uy - y * ux]
}
function grab(e: PointerEvent) {
  const at = metres(e)
  if (!at || !shelter.shelter) return
  const apart = shelter.shelter.anchors.map((a) => Math.hypot(a.at_m[0]! - at[0], a.at_m[1]! - at[1]))
  const nearest = apart.indexOf(Math.min(...apart))
  if (apart[nearest]! > 0.45) return
  held = nearest
  ;(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
}
function letGo(e: PointerEvent) {
  const at = metres(e)
  const i = held
  held = undefined
  if (!at || i === undefined || !shelter.shelter) return
  const round = (x: number) => Math.round(x * 20) / 20
  const moved = [round(at[0]), round(at[1])]
  const before = shelter.shelter.anchors[i]!.at_m
  if (Math.hypot(before[0]! - moved[0]!, before[1]! - moved[1]!) < 0.05) return
  void shelter.say({ anchors: shelter.shelter.anchors.map((a, n) => (n === i ? { ...a, at_m: moved } : a)) })
}
</script>

<template>
  <section v-if="missing" class="page"><h1>{{ missing }}</h1><p class="mt-3"><RouterLink to="/jobs">All jobs</RouterLink></p></section>
  <div v-else-if="shelter.shelter && shelter.stock" class="rig">
    <div class="speech">
      <h1 class="visually-hidden">A shelter on a ridgeline</h1>
      <ShelterSentence :shelter="shelter.shelter" :stock="shelter.stock" :between="plan?.between" @say="shelter.say">
        <span class="rig-tools">
          <BButton class="btn-tab" :disabled="!shelter.past.length" @click="shelter.undo"><IconUndo class="i" /> Undo</BButton>
          <BButton class="btn-tab" :disabled="!shelter.future.length" @click="shelter.redo"><IconRedo class="i" /> Again</BButton>
          <BButton class="btn-tab" :disabled="!plan" @click="shelter.sheet()"><IconPrint class="i" /> Sheet, PDF</BButton>
        <KeepWith :job="shelter.job" />
          <RouterLink class="btn btn-tab" to="/rig/line">One line alone</RouterLink>
        </span>
      </ShelterSentence>
    </div>
    <p v-if="shelter.trouble" class="trouble" role="alert">{{ shelter.trouble }}</p>
    <div class="rig-cols">
      <div ref="frame" class="rig-draw cloth rope">
        <p v-if="shelter.view?.impossible" class="rig-not" role="alert"><b class="v no">Does not go</b> {{ shelter.view.impossible }}</p>
        <template v-if="plan && shelter.view">
          <h2>Side</h2>
          <!-- eslint-disable-next-line vue/no-v-html: the server escapes every word of a drawing -->
          <div v-html="shelter.view.side" />
          <h2>From above</h2>
          <!-- eslint-disable-next-line vue/no-v-html: the server escapes every word of a drawing -->
          <div class="rig-above" title="Drag a tree to where it stands" v-html="shelter.view.above" @pointerdown="grab" @pointerup="letGo" />
        </template>
        <ForecastStrip :shelter="shelter.shelter" @say="shelter.say" />
        <AnchorList :anchors="shelter.shelter.anchors" :between="plan?.between.anchors" @say="shelter.say" />
        <div v-if="plan" class="rig-below">
          <OrderList :plan="plan" :ticked="shelter.ticked" @tick="shelter.tick" />
          <JointList :joints="plan.joints" :taken="shelter.shelter.knots ?? {}" @say="shelter.say" />
          <section>
            <h2>What your pull reaches</h2>
            <ul class="told-on"><li v-for="r in plan.reaches" :key="r.method">{{ r.says }}</li></ul>
            <h2>Water</h2>
            <ul class="told-on"><li v-for="d in [...new Set(plan.geometry.drips.map((d) => d.says))]" :key="d">{{ d }}</li></ul>
          </section>
          <section>
            <h2>Loops of a purchase</h2>
            <ul class="told-on"><li v-for="l in plan.loops" :key="l">{{ l }}</li></ul>
          </section>
        </div>
      </div>
      <aside v-if="plan" class="rig-side">
        <ul v-if="plan.change.length" class="line-change"><li v-for="c in plan.change" :key="c"><b class="v no">Mind</b> {{ c }}</li></ul>
        <PartBars :plan="plan" :gives="shelter.shelter.gives" @say="shelter.say" />
        <CordSentence :shelter="shelter.shelter" @say="shelter.say" />
        <CutList :cuts="plan.cuts" />
        <h2>Measured out</h2>
        <ul><li v-for="m in plan.measures" :key="m">{{ m }}</li></ul>
        <h2>Cautions</h2>
        <ul><li v-for="c in plan.cautions" :key="c">{{ c }}</li></ul>
        <h2>Known from</h2>
        <ul class="sub"><li v-for="k in plan.known_from" :key="k">{{ k }}</li></ul>
      </aside>
    </div>
  </div>
</template>
