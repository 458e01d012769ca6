<script setup lang="ts">
// The job line: a cord laid as far as the work has got, a whipping at each stage passed, then dots.
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import IconHabits from '~icons/lucide/sliders-horizontal'
import { useSituation } from '../features/choose/situation'

const route = useRoute()
const situation = useSituation()
const here = computed(() => String(route.meta.stage ?? ''))

const stages = computed(() => [
  { id: 'job', says: 'Job', to: situation.job ? `/jobs/${situation.job.id}` : '/jobs' },
  { id: 'choose', says: 'Choose', to: situation.address },
  { id: 'tie', says: 'Tie', to: situation.knot ? `/knots/${situation.knot}` : '/knots' },
  { id: 'cord', says: 'Cord', to: '/cord' },
  { id: 'rig', says: 'Rig', to: situation.job ? `/jobs/${situation.job.id}/rig/shelter` : '/rig/shelter' },
  { id: 'prove', says: 'Prove', to: '/prove' },
])
const reached = computed(() => stages.value.findIndex((s) => s.id === here.value))
const step = 118
const laid = computed(() => (reached.value < 0 ? 0 : reached.value * step + 64))
const chevrons = computed(() => Array.from({ length: Math.floor(laid.value / 13) }, (_, i) => 8 + i * 13))
</script>

<template>
  <header class="jobline">
    <RouterLink class="job" :to="situation.job ? `/jobs/${situation.job.id}` : '/jobs'">
      <b>{{ situation.job?.name ?? 'No job yet' }}</b>
      <small>{{ situation.joint ? situation.joint.name : situation.job ? 'Its joints' : 'Choosing for its own sake' }}</small>
    </RouterLink>
    <nav class="stages" aria-label="Stages of the job">
      <svg aria-hidden="true" :width="stages.length * step + 30" height="36" :viewBox="`0 0 ${stages.length * step + 30} 36`">
        <line v-if="reached >= 0" x1="0" :x2="laid" y1="18" y2="18" class="re" stroke-width="19" />
        <line v-if="reached >= 0" x1="0" :x2="laid" y1="18" y2="18" class="ra" stroke-width="15" />
        <path v-for="x in chevrons" :key="x" class="fl" stroke-width="2" :d="`M${x} 13l5 5-5 5`" />
        <g v-for="(s, i) in stages.slice(0, Math.max(reached, 0))" :key="s.id" class="whip">
          <rect :x="i * step + 30" y="6" width="26" height="24" rx="3" />
          <path :d="`M${i * step + 37} 7v22m6-22v22m6-22v22`" />
        </g>
        <g v-if="reached >= 0" class="whip">
          <rect :x="laid - 20" y="9" width="22" height="18" />
          <path :d="`M${laid - 15} 9v18m5-18v18m5-18v18m5-18v18`" />
        </g>
        <line :x1="laid + 14" :x2="stages.length * step" y1="18" y2="18" class="nx" />
        <path class="nxh" :d="`M${stages.length * step + 4} 10l16 8-16 8z`" />
      </svg>
      <RouterLink
        v-for="(s, i) in stages"
        :key="s.id"
        :to="s.to"
        :class="{ done: i < reached, here: i === reached, ahead: i > reached }"
        :aria-current="i === reached ? 'step' : undefined">
        <span>{{ s.says }}</span>
      </RouterLink>
    </nav>
    <nav class="aside" aria-label="Beside the job">
      <RouterLink to="/knots">Knots</RouterLink>
    </nav>
    <RouterLink class="habits" to="/habits" :aria-current="route.name === 'habits' ? 'page' : undefined"
      ><IconHabits /><span>Habits</span></RouterLink
    >
  </header>
</template>
