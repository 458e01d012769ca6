<script setup lang="ts">
// The job line: how far the job has got; teaching is one step beside it.
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import IconHabits from '~icons/lucide/sliders-horizontal'
import { useSituation } from '../features/choose/situation'
import StageLine from './StageLine.vue'

const route = useRoute()
const situation = useSituation()
const here = computed(() => String(route.meta.stage ?? ''))

const stages = computed(() => [
  { id: 'job', says: 'Job', to: situation.job ? `/jobs/${situation.job.id}` : '/jobs' },
  { id: 'choose', says: 'Choose', to: situation.address },
  { id: 'tie', says: 'Tie', to: situation.knot ? `/knots/${situation.knot}` : '/knots' },
  { id: 'cord', says: 'Cord', to: '/cord' },
  { id: 'rig', says: 'Rig', to: situation.job ? `/jobs/${situation.job.id}/rig/shelter` : '/rig/shelter' },
])
</script>

<template>
  <header class="jobline">
    <RouterLink class="job" :to="situation.job ? `/jobs/${situation.job.id}` : '/jobs'">
      <b>{{ situation.job?.name ?? 'No job yet' }}</b>
      <small>{{ situation.joint ? situation.joint.name : situation.job ? 'Its joints' : 'Choosing for its own sake' }}</small>
    </RouterLink>
    <StageLine :stages="stages" :here="here" label="Stages of the job" />
    <nav class="aside" aria-label="Beside the job">
      <RouterLink to="/knots">Knots</RouterLink>
      <RouterLink to="/teach">Teach</RouterLink>
    </nav>
    <RouterLink class="habits" to="/habits" :aria-current="route.name === 'habits' ? 'page' : undefined"
      ><IconHabits /><span>Habits</span></RouterLink
    >
  </header>
</template>
