<script setup lang="ts">
// What several jobs and courses take of cord together: a week's cut list, from the kit and from spools.
import { computed, ref } from 'vue'
import { useAsked } from '../../api/asked'
import { api, got } from '../../api/client'
import NotCome from '../../ui/NotCome.vue'
import CuttingPlan from './CuttingPlan.vue'
import '../../styles/piece.css'

const { answer, trouble, again } = useAsked(async () => {
  const [jobs, courses] = await Promise.all([got(api.GET('/api/jobs')), got(api.GET('/api/courses'))])
  return { jobs, courses }
})
const jobs = ref<number[]>([])
const courses = ref<number[]>([])
const wanted = computed(() => ({ jobs: jobs.value.join(','), courses: courses.value.join(',') }))
const cutting = (query: { spool_m: number; bag?: string; join?: boolean }, signal: AbortSignal) =>
  got(api.GET('/api/cutting', { params: { query: { ...query, ...wanted.value } }, signal }))
const file = (ending: string) => `/api/cutting.${ending}?${new URLSearchParams(wanted.value).toString()}`
const any = computed(() => jobs.value.length + courses.value.length > 0)
</script>

<template>
  <section class="page needs">
    <p><RouterLink to="/cord">All cord</RouterLink></p>
    <h1>Cord of a week</h1>
    <p>
      Tick what the week holds: the lines of its rigs and the cords of its classes are cut as one, so that no piece is counted on twice.
    </p>
    <NotCome what="The list of jobs and courses" :trouble="trouble" @again="again" />
    <div v-if="answer" class="piece-cols">
      <fieldset>
        <legend>Jobs</legend>
        <label v-for="j in answer.jobs" :key="j.id" class="tick"
          ><input v-model="jobs" type="checkbox" class="form-check-input" :value="j.id" /> {{ j.name }}</label
        >
        <p v-if="!answer.jobs.length">No job yet: <RouterLink to="/jobs">begin one</RouterLink>.</p>
      </fieldset>
      <fieldset>
        <legend>Courses</legend>
        <label v-for="c in answer.courses" :key="c.id" class="tick"
          ><input v-model="courses" type="checkbox" class="form-check-input" :value="c.id" /> {{ c.name }}</label
        >
        <p v-if="!answer.courses.length">No course yet: <RouterLink to="/teach">plan one</RouterLink>.</p>
      </fieldset>
    </div>
    <CuttingPlan v-if="any" :key="`${wanted.jobs} ${wanted.courses}`" :ask="cutting" :file="file" />
  </section>
</template>
