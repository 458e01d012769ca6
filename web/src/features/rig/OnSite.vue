<script setup lang="ts">
// On site: one step large, its knot drawn, its figures, one button to tick it and go on.
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import IconBack from '~icons/lucide/arrow-left'
import IconDone from '~icons/lucide/check'
import { useAsked } from '../../api/asked'
import { useHabits } from '../../app/habits'
import { useKeys } from '../../app/keys'
import { byItself } from '../../app/told'
import TwoVersions from '../../app/TwoVersions.vue'
import KnotFigure from '../../rope/KnotFigure.vue'
import { useSituation } from '../choose/situation'
import { partsOf } from './parts'
import { useRig } from './rig'
import '../../styles/onsite.css'

const route = useRoute()
const router = useRouter()
const habits = useHabits()
const rig = useRig()
const situation = useSituation()
const striking = ref(false)
const list = computed(() => (striking.value ? rig.plan?.strike : rig.plan?.order) ?? [])
const done = computed(() => list.value.filter((s) => rig.ticked.includes(s.id)).length)
const step = computed(() => list.value[done.value])
const joint = computed(() => rig.plan?.joints.find((j) => j.id === step.value?.joint && j.knot))
const next = computed(() => list.value[done.value + 1])
const on = computed(() => {
  const s = joint.value?.situation
  return s?.shape ? { shape: s.shape, surface: s.surface ?? '', sized: false, size_mm: 0, cord_mm: 4 } : undefined
})
const plan = computed(() => route.path.replace(/\/site\/?$/, ''))
/** The dots to come, a handful at most. */
const ahead = computed(() => list.value.slice(done.value, done.value + 5).map((_, i) => done.value + i + 1))

async function open() {
  const job = route.params.job ? Number(route.params.job) : undefined
  rig.drawnAt(Math.min(window.innerWidth, 860))
  await Promise.all([rig.open(String(route.params.kind ?? 'shelter'), job), job === undefined ? undefined : situation.atJob(job)])
}
const { trouble: missing } = useAsked(open)
watch(() => habits.changes, rig.judge)

const tick = () => step.value && rig.tick(step.value.id)
const takeBack = () => done.value > 0 && rig.tick(list.value[done.value - 1]!.id)
const all = () => byItself(router.push(plan.value))
const wrong = () => joint.value && byItself(router.push(`/knots/${joint.value.knot}/wrong`))
useKeys([
  { key: ' ', says: 'Done, on to the next step', run: tick },
  { key: 'Enter', says: 'Done, on to the next step', run: tick },
  { key: 'Backspace', says: 'Take the last step back', run: takeBack },
  { key: 'w', says: 'What goes wrong with this knot', run: wrong },
  { key: 'a', says: 'All steps', run: all },
])
</script>

<template>
  <section v-if="missing" class="page">
    <h1>{{ missing }}</h1>
    <p class="mt-3"><RouterLink to="/jobs">All jobs</RouterLink></p>
  </section>
  <section v-else-if="rig.plan && rig.view" class="onsite" :class="{ left: habits.settings.hand === 'left' }">
    <div class="onsite-head">
      <RouterLink class="btn-bare" :to="plan" aria-label="All steps"><IconBack class="i" /></RouterLink>
      <h1>{{ striking ? 'Strike' : (situation.job?.name ?? rig.start?.name) }}</h1>
      <RouterLink class="onsite-all" :to="plan">All {{ list.length }}</RouterLink>
    </div>
    <TwoVersions v-if="rig.keptAt" :path="rig.keptAt" what="this rig" :parts="partsOf(rig.kind)" @stands="rig.stands" />
    <p class="onsite-line" aria-hidden="true">
      <i class="onsite-laid" :style="{ flexGrow: done }" /><b v-for="n in ahead" :key="n">{{ n }}</b>
    </p>
    <template v-if="step">
      <div class="onsite-cloth cloth rope">
        <KnotFigure v-if="joint" :knot="joint.knot" :on="on" :drawn-up="1" />
        <!-- eslint-disable-next-line vue/no-v-html -- the server escapes every word of a drawing -->
        <div v-else class="onsite-plan" v-html="rig.view.drawings[0]?.svg" />
      </div>
      <div class="onsite-say" aria-live="polite">
        <p class="sub">
          Step {{ done + 1 }} of {{ list.length }}<template v-if="joint">, {{ joint.name.toLowerCase() }}</template>
        </p>
        <h2>{{ step.say }}</h2>
        <dl v-if="step.figures.length" class="onsite-figures">
          <div v-for="[name, value] in step.figures" :key="name">
            <dt>{{ name }}</dt>
            <dd>{{ value }}</dd>
          </div>
        </dl>
        <p class="onsite-then">
          <span v-if="next"><b>Then:</b> {{ next.short.toLowerCase() }}.</span>
          <RouterLink v-if="joint" :to="`/knots/${joint.knot}/wrong`">Wrong?</RouterLink>
        </p>
      </div>
    </template>
    <div v-else class="onsite-say">
      <h2>{{ striking ? 'Struck. Nothing is left.' : 'It stands.' }}</h2>
      <p><RouterLink to="/prove/tied">Prove a knot of it</RouterLink></p>
    </div>
    <div class="onsite-keys">
      <button type="button" class="onsite-back" :disabled="!done" @click="takeBack">
        <IconBack class="i" /> <span>{{ done ? `Step ${done}` : 'Back' }}</span>
      </button>
      <button v-if="step" type="button" class="onsite-next" @click="tick"><IconDone class="i" /> <span>Done. Next</span></button>
      <button v-else type="button" class="onsite-next" @click="striking = !striking">
        <span>{{ striking ? 'The rigging again' : 'Strike it' }}</span>
      </button>
    </div>
  </section>
</template>
