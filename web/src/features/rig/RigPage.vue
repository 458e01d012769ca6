<script setup lang="ts">
// Rig: from the site to the last peg, of whatever kind. Said, drawn to scale, then its knots, its cord, its order.
import { useMediaQuery, useResizeObserver } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import IconSite from '~icons/lucide/footprints'
import IconPrint from '~icons/lucide/printer'
import IconRedo from '~icons/lucide/redo-2'
import IconUndo from '~icons/lucide/undo-2'
import { useAsked } from '../../api/asked'
import { useHabits } from '../../app/habits'
import { useKeys } from '../../app/keys'
import { byItself } from '../../app/told'
import TwoVersions from '../../app/TwoVersions.vue'
import { useSituation } from '../choose/situation'
import CutList from './CutList.vue'
import JointList from './JointList.vue'
import HeldBy from './HeldBy.vue'
import KeepWith from './KeepWith.vue'
import PartBars from './PartBars.vue'
import StepList from './StepList.vue'
import { kindOf } from './kinds'
import { partsOf } from './parts'
import { useRig } from './rig'
import { RIGS, type RigName } from './rigs'
import '../../styles/rig.css'
import '../../styles/load.css'

const route = useRoute()
const router = useRouter()
const habits = useHabits()
const rig = useRig()
const situation = useSituation()
const frame = ref<HTMLElement>()
const plan = computed(() => rig.plan)
/** What changed, for those who do not see it. */
const heard = computed(() => (rig.view?.impossible ? `Does not go: ${rig.view.impossible}` : (plan.value?.said ?? '')))
const kind = computed(() => kindOf(rig.kind))
/** On a narrow screen the sentence is folded once it was said. */
const saying = ref(false)
const wide = useMediaQuery('(min-width: 901px)')
const site = computed(() => `${route.path.replace(/\/$/, '')}/site`)
/** Other kinds of rig: of the same job where this one is kept with one. */
const others = computed(() => {
  const at = (r: RigName) => (rig.job === undefined ? `/rig/${r.kind}` : `/jobs/${rig.job}/rig/${r.kind}`)
  return RIGS.filter((r) => r.kind !== rig.kind).map((r) => ({ to: at(r), says: r.says }))
})

const elsewhere = (e: Event) => byItself(router.push((e.target as HTMLSelectElement).value))

async function open() {
  const job = route.params.job ? Number(route.params.job) : undefined
  await Promise.all([rig.open(String(route.params.kind ?? 'shelter'), job), job === undefined ? undefined : situation.atJob(job)])
}
const { trouble: missing, again } = useAsked(open)
watch(() => route.path, again)
watch(() => habits.changes, rig.judge)
useResizeObserver(frame, ([e]) => e && rig.drawnAt(e.contentRect.width))

useKeys([
  { key: 'z', says: 'Undo the last change to the rig', run: () => byItself(rig.undo()) },
  { key: 'y', says: 'Do it again', run: () => byItself(rig.redo()) },
])

/** Where on a drawing the pointer is, in the drawing's own pixels. */
let held: [number, number] | undefined
function place(e: PointerEvent): [number, number] | undefined {
  const svg = (e.currentTarget as HTMLElement).querySelector('svg')
  const matrix = svg?.getScreenCTM()
  if (!svg || !matrix) return undefined
  const at = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix.inverse())
  return [at.x, at.y]
}
function grab(e: PointerEvent) {
  held = place(e)
  ;(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
}
function letGo(e: PointerEvent, drawing: string) {
  const [from, to] = [held, place(e)]
  held = undefined
  if (from && to && Math.hypot(from[0] - to[0], from[1] - to[1]) > 3) byItself(rig.drag(drawing, from, to))
}
</script>

<template>
  <section v-if="missing" class="page">
    <h1>{{ missing }}</h1>
    <p class="mt-3"><RouterLink to="/jobs">All jobs</RouterLink></p>
  </section>
  <div v-else-if="rig.draft && rig.start && rig.view" class="rig">
    <div class="speech">
      <h1 class="visually-hidden">{{ rig.job === undefined ? rig.start.name : `${rig.start.name}, ${situation.job?.name ?? ''}` }}</h1>
      <p class="visually-hidden" role="status">{{ heard }}</p>
      <p v-if="wide || saying || !plan" class="sentence line-say rig-say"><component :is="kind.sentence" /></p>
      <p v-else class="sentence rig-said">{{ plan.said }} <BButton class="btn-tab" @click="saying = true">Change it</BButton></p>
      <p class="rig-tools">
        <RouterLink v-if="plan?.order.length" class="btn btn-tar" :to="site"><IconSite class="i" /> On site</RouterLink>
        <BButton class="btn-tab" :disabled="!rig.canUndo" @click="rig.undo"><IconUndo class="i" /> Undo</BButton>
        <BButton class="btn-tab" :disabled="!rig.canRedo" @click="rig.redo"><IconRedo class="i" /> Again</BButton>
        <BButton class="btn-tab" :disabled="!plan" @click="rig.sheet()"><IconPrint class="i" /> Sheet, PDF</BButton>
        <KeepWith :job="rig.job" :kind="rig.kind" />
        <label class="keep"
          >Plan
          <select class="part" :value="''" aria-label="Another rig" @change="elsewhere">
            <option value="" disabled>another rig</option>
            <option v-for="o in others" :key="o.to" :value="o.to">{{ o.says }}</option>
          </select></label
        >
      </p>
    </div>
    <TwoVersions v-if="rig.keptAt" :path="rig.keptAt" what="this rig" :parts="partsOf(rig.kind)" @stands="rig.stands" />
    <p v-if="rig.trouble" class="trouble" role="alert">{{ rig.trouble }}</p>
    <div class="rig-cols">
      <div ref="frame" class="rig-draw cloth rope">
        <p v-if="rig.view.impossible" class="rig-not" role="alert"><b class="v no">Does not go</b> {{ rig.view.impossible }}</p>
        <template v-for="d in rig.view.drawings" :key="d.id">
          <h2>{{ d.name }}</h2>
          <!-- eslint-disable-next-line vue/no-v-html -- the server escapes every word of a drawing -->
          <div :class="`drawn drawn-${d.id}`" @pointerdown="grab" @pointerup="letGo($event, d.id)" v-html="d.svg" />
        </template>
        <component :is="kind.site" />
        <div v-if="plan" class="rig-below">
          <details v-if="plan.joints.length" :open="wide">
            <summary>Knots</summary>
            <JointList :joints="plan.joints" />
          </details>
          <details v-if="plan.cuts.length" :open="wide">
            <summary>Cut</summary>
            <CutList :cuts="plan.cuts" :needs="plan.needs" />
          </details>
          <details v-if="plan.order.length" class="whole" :open="wide">
            <summary>Order</summary>
            <StepList :plan="plan" />
          </details>
          <component :is="kind.more" />
        </div>
      </div>
      <aside v-if="plan" class="rig-side">
        <ul v-if="plan.change.length" class="line-change">
          <li v-for="c in plan.change" :key="c"><b class="v no">Mind</b> {{ c }}</li>
        </ul>
        <component :is="kind.lead" />
        <PartBars :plan="plan" />
        <component :is="kind.side" />
        <HeldBy :held="plan.held_by" />
        <details :open="wide">
          <summary>Measured out</summary>
          <ul>
            <li v-for="m in plan.measures" :key="m">{{ m }}</li>
          </ul>
        </details>
        <h2>Cautions</h2>
        <ul>
          <li v-for="c in plan.cautions" :key="c">{{ c }}</li>
        </ul>
        <details>
          <summary>Known from</summary>
          <ul class="sub">
            <li v-for="k in plan.known_from" :key="k">{{ k }}</li>
          </ul>
        </details>
      </aside>
      <aside v-else class="rig-side"><component :is="kind.side" /></aside>
    </div>
  </div>
</template>
