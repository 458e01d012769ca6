<script setup lang="ts">
// Every job, and a new one.
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got, words } from '../../api/client'
import KnotFigure from '../../rope/KnotFigure.vue'
import NotCome from '../../ui/NotCome.vue'

const router = useRouter()
const name = ref('')
const place = ref('')
const trouble = ref('')
const { answer: jobs, trouble: notCome, again } = useAsked(() => got(api.GET('/api/jobs')))

async function add() {
  try {
    const job = await got(api.POST('/api/jobs', { body: { name: name.value, place: place.value } }))
    await router.push(`/jobs/${job.id}`)
  } catch (e) {
    trouble.value = words(e)
  }
}
</script>

<template>
  <section class="page">
    <h1>Jobs</h1>
    <NotCome what="The list of jobs" :trouble="notCome" @again="again" />
    <ul v-if="jobs?.length" class="jobs">
      <li v-for="j in jobs" :key="j.id">
        <RouterLink :to="`/jobs/${j.id}`"
          ><b>{{ j.name }}</b
          ><span>{{ j.place }}</span
          ><span class="sub">{{ j.knots.length }} of {{ j.joints }} joints have a knot</span>
          <span v-if="j.joints" class="job-cord" aria-hidden="true"
            ><KnotFigure v-for="(k, i) in j.knots" :key="i" :knot="k" :drawn-up="1" /><i
              v-for="n in j.joints - j.knots.length"
              :key="`open-${n}`" /></span
        ></RouterLink>
      </li>
    </ul>
    <p v-else-if="jobs" class="mt-3">No job yet. Name one, and its joints can be chosen for.</p>
    <form class="inline-form" @submit.prevent="add">
      <label>A new job <BFormInput v-model="name" required maxlength="80" placeholder="What is rigged" autocomplete="off" /></label>
      <label>Where <BFormInput v-model="place" maxlength="200" autocomplete="off" /></label>
      <BButton type="submit" class="btn-tar">Begin it</BButton>
    </form>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  </section>
</template>
