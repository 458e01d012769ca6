<script setup lang="ts">
// Teaching has a cord of its own; the job is one step beside it.
import { computed, onMounted } from 'vue'
import { useRoute } from 'vue-router'
import IconHabits from '~icons/lucide/sliders-horizontal'
import { useSituation } from '../features/choose/situation'
import { useTeaching } from '../features/teach/teaching'
import StageLine from './StageLine.vue'
import { byItself } from './told'

const route = useRoute()
const situation = useSituation()
const teaching = useTeaching()
// Without an answer the line says what it says without a course.
onMounted(() => byItself(teaching.find().catch(() => undefined)))
const here = computed(() => String(route.meta.stage ?? ''))
const course = computed(() => (teaching.course ? `/teach/${teaching.course.id}` : '/teach'))
const stages = computed(() => [
  { id: 'ladder', says: 'Ladder', to: teaching.course ? `${course.value}/ladder` : '/teach' },
  { id: 'course', says: 'Course', to: course.value },
  { id: 'lesson', says: 'Lesson', to: teaching.course?.lesson ? `/teach/lessons/${teaching.course.lesson}` : course.value },
  { id: 'prove', says: 'Prove', to: '/prove' },
  { id: 'record', says: 'Record', to: teaching.course ? `${course.value}/record` : '/teach' },
])
</script>

<template>
  <header class="jobline">
    <RouterLink class="job" to="/teach">
      <b>{{ teaching.course?.name ?? 'Teaching' }}</b>
      <small>{{ teaching.course ? teaching.course.says : 'No course yet' }}</small>
    </RouterLink>
    <StageLine :stages="stages" :here="here" label="Stages of teaching" laid-rope />
    <nav class="aside" aria-label="Beside teaching">
      <RouterLink to="/knots">Knots</RouterLink>
      <RouterLink :to="situation.job ? `/jobs/${situation.job.id}` : '/jobs'">The job</RouterLink>
    </nav>
    <RouterLink class="habits" to="/habits"><IconHabits /><span>Habits</span></RouterLink>
  </header>
</template>
