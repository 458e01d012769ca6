<script setup lang="ts">
// Knots of a course that have a standard of their own, set for one or for all of a job: each said, changed, taken back to the course's.
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import StandardForm from './StandardForm.vue'

type Standards = Record<string, Schemas['Standard']>
const props = defineProps<{ view: Schemas['CourseView'] }>()
const emit = defineEmits<{ save: [standards: Standards] }>()
const chosen = ref('')
const all = computed<Standards>(() => props.view.course.standards)
/** Knots of the lessons that go by the course's standard. */
const others = computed(() => {
  const knots = props.view.lessons.flatMap((l) => l.knots)
  const plain = knots.filter((k, i) => !(k.knot in all.value) && knots.findIndex((o) => o.knot === k.knot) === i)
  const one = plain.map((k) => ({ value: k.knot, text: k.name })).sort((a, b) => a.text.localeCompare(b.text))
  const jobs = props.view.jobs.filter((j) => j.knots.length)
  return [...jobs.map((j) => ({ value: `job ${j.id}`, text: `Every knot of ${j.name}` })), ...one]
})
/** The knots that were chosen: one, or all of a job. */
const meant = (what: string) => props.view.jobs.find((j) => what === `job ${j.id}`)?.knots ?? [what]
const keep = (what: string, standard: Schemas['Standard']) => {
  emit('save', { ...all.value, ...Object.fromEntries(meant(what).map((knot) => [knot, standard])) })
  chosen.value = ''
}
const drop = (knot: string) => emit('save', Object.fromEntries(Object.entries(all.value).filter(([id]) => id !== knot)))
</script>

<template>
  <ul v-if="view.own_standards.length" class="own-standards">
    <li v-for="s in view.own_standards" :key="s.knot">
      <b>{{ s.name }}</b>: {{ s.says }}.
      <StandardForm :standard="all[s.knot]!" @save="(standard) => keep(s.knot, standard)" />
      <BButton class="btn-bare ps-0" @click="drop(s.knot)">As the course’s</BButton>
    </li>
  </ul>
  <details v-if="others.length" class="standard">
    <summary>Another standard for one knot, or for a job</summary>
    <label>For <BFormSelect v-model="chosen" :options="[{ value: '', text: 'Choose a knot or a job' }, ...others]" /></label>
    <StandardForm v-if="chosen" :key="chosen" open :standard="view.course.standard" @save="(standard) => keep(chosen, standard)" />
  </details>
  <div class="do">
    <BButton class="btn-tab" :href="`/api/courses/${view.course.id}/standards.csv`" download="standards.csv">Standards as CSV</BButton>
  </div>
</template>
