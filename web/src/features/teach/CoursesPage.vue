<script setup lang="ts">
// Every course, and a new one planned from jobs.
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got, words, type Schemas } from '../../api/client'
import NotCome from '../../ui/NotCome.vue'
import SchoolsCompared from './SchoolsCompared.vue'

const router = useRouter()
const { answer: courses, trouble: notCome, again } = useAsked(() => got(api.GET('/api/courses')))
const { answer: jobs } = useAsked(() => got(api.GET('/api/jobs')))
const name = ref('')
const chosen = ref<number[]>([])
const lessons = ref(6)
const minutes = ref(90)
const first = ref('')
const names = ref('')
const trouble = ref('')
const count = computed(() => names.value.split('\n').filter((l) => l.trim()).length)

const schools = ref<Schemas['SchoolPlan'][]>()
watch([chosen, lessons, minutes, count], () => (schools.value = undefined))

/** The course as it is asked for, in the way of a school. */
function asked(school: Pick<Schemas['CourseDraft'], 'breadth' | 'opening' | 'sorting'>): Schemas['CourseInput'] {
  const { breadth, opening, sorting } = school
  const people = Math.min(Math.max(count.value, 1), 60)
  const draft = { lessons: lessons.value, minutes: minutes.value, class: people, wanted: [], knows: [], breadth, opening, sorting }
  return { name: name.value, draft, jobs: chosen.value, first_at: first.value, spread: 'spaced' }
}
const USUAL = { breadth: 'few', opening: 'use', sorting: 'ladder' } as const
async function compare() {
  trouble.value = ''
  try {
    schools.value = await got(api.POST('/api/courses/schools', { body: asked(USUAL) }))
  } catch (e) {
    trouble.value = words(e)
  }
}
async function add(school: Pick<Schemas['CourseDraft'], 'breadth' | 'opening' | 'sorting'> = USUAL) {
  trouble.value = ''
  try {
    const body = asked(school)
    const course = await got(api.POST('/api/courses', { body }))
    if (count.value) {
      await got(api.POST('/api/courses/{id}/learners', { params: { path: { id: course.id } }, body: { lines: names.value } }))
    }
    await router.push(`/teach/${course.id}`)
  } catch (e) {
    trouble.value = words(e)
  }
}
</script>

<template>
  <section class="page">
    <div class="page-head">
      <h1>Courses</h1>
      <div class="page-links"><RouterLink to="/teach/projects">Made of cord</RouterLink></div>
    </div>
    <NotCome what="The list of courses" :trouble="notCome" @again="again" />
    <ul v-if="courses?.length" class="courses">
      <li v-for="c in courses" :key="c.id">
        <RouterLink :to="`/teach/${c.id}`">
          <b>{{ c.name }}</b>
          <span class="sub">{{ c.held }} of {{ c.lessons }} lessons held, {{ c.learners }} learners</span>
          <span class="course-cord" aria-hidden="true"><i v-for="n in c.lessons" :key="n" :class="{ held: n <= c.held }" /></span>
        </RouterLink>
      </li>
    </ul>
    <p v-else-if="courses" class="mt-3">No course yet. Name the jobs it is for: their knots are ordered into lessons.</p>
    <form class="new-course" @submit.prevent="add()">
      <h2>A new course</h2>
      <label>Its name <BFormInput v-model="name" required maxlength="80" placeholder="Spring course" autocomplete="off" /></label>
      <fieldset>
        <legend>What they must be able to do</legend>
        <p v-if="jobs && !jobs.length">There is no job yet. <RouterLink to="/jobs">Begin one</RouterLink> and choose its knots first.</p>
        <label v-for="j in jobs" :key="j.id" class="tickline"
          ><input v-model="chosen" type="checkbox" class="form-check-input" :value="j.id" /> {{ j.name }}
          <span class="sub">{{ j.knots.length === 1 ? 'one knot' : `${j.knots.length} knots` }}</span></label
        >
      </fieldset>
      <div class="in-a-row">
        <label>Lessons <BFormInput v-model.number="lessons" type="number" min="1" max="24" required /></label>
        <label>Minutes each <BFormInput v-model.number="minutes" type="number" min="20" max="480" required /></label>
        <label>First one <BFormInput v-model="first" type="datetime-local" required /></label>
      </div>
      <label
        >Who learns it, a name a line
        <BFormTextarea v-model="names" rows="4" placeholder="Anouk&#10;Gwil, left" maxlength="20000" />
      </label>
      <p v-if="trouble" class="trouble m-0" role="alert">{{ trouble }}</p>
      <div class="do">
        <BButton type="submit" class="btn-tar">Plan it</BButton>
        <BButton class="btn-tab" @click="compare">See three schools side by side</BButton>
      </div>
    </form>
    <SchoolsCompared v-if="schools" :plans="schools" :minutes="minutes" @take="add" />
  </section>
</template>
