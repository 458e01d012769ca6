<script setup lang="ts">
// A practical test on a rig: a learner, and each joint looked at against its telltales. One tap logs a joint.
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { useAttempt } from '../../api/attempt'
import { api, got, type Schemas } from '../../api/client'
import { byItself } from '../../app/told'
import KnotFigure from '../../rope/KnotFigure.vue'
import NotCome from '../../ui/NotCome.vue'
import { useTeaching } from './teaching'
import { useTries } from './waiting'

const route = useRoute()
const teaching = useTeaching()
const tries = useTries()
onBeforeUnmount(tries.whenBack())
const path = computed(() => ({ id: Number(route.params.course), job: Number(route.params.job) }))
const { answer: course } = useAsked(() => got(api.GET('/api/courses/{id}', { params: { path: { id: path.value.id } } })))
watch(course, (c) => c && teaching.take(c))
const {
  answer: test,
  trouble: notCome,
  again,
} = useAsked(() => got(api.GET('/api/courses/{id}/tests/{job}', { params: { path: path.value } })))
watch(path, () => byItself(again()))
const { trouble, attempt } = useAttempt(again)
const chosen = ref<number>()
const who = computed(() => test.value?.learners.find((l) => l.learner === chosen.value) ?? test.value?.learners[0])
const options = computed(() => test.value?.learners.map((l) => ({ value: l.learner, text: l.name })) ?? [])
/** What was logged last, at which joint; without a number while it waits in this browser. */
const last = ref<{ place: number; id?: number; says: string }>()
watch(chosen, () => (last.value = undefined))

function log(place: number, joint: Schemas['JointTested'], came: Schemas['Came']) {
  const [lesson, learner] = [test.value?.lesson, who.value?.learner]
  if (!lesson || !learner) return
  const body: Schemas['TryInput'] = { learner, knot: joint.knot, came, under: ['on-the-rig'], key: crypto.randomUUID() }
  last.value = { place, says: '' }
  return attempt(async () => {
    const logged = await tries.log(lesson, body)
    const says = logged ? `Logged: ${logged.says}.` : 'The server does not answer: it waits in this browser and is sent when it is back.'
    last.value = { place, id: logged?.try.id, says }
  })
}
const undo = () =>
  attempt(async () => {
    if (last.value?.id) await got(api.DELETE('/api/tries/{id}', { params: { path: { id: last.value.id } } }))
    last.value = undefined
  })
const stands = (knot: string) => (who.value?.right.includes(knot) ? 'right' : who.value?.wrong.includes(knot) ? 'wrong' : '')
</script>

<template>
  <section class="page rig-test">
    <NotCome what="The test" :trouble="test ? '' : notCome" @again="again" />
    <template v-if="test">
      <h1>Test on the rig: {{ test.job_name }}</h1>
      <p v-if="!test.joints.length">
        No joint of this job has its knot yet. <RouterLink :to="`/jobs/${path.job}`">Choose them</RouterLink> first.
      </p>
      <p v-else-if="!test.learners.length">No learners yet. <RouterLink :to="`/teach/${path.id}`">Paste a list of names</RouterLink>.</p>
      <template v-else>
        <div class="kit-tools">
          <label
            >Who is looked at <BFormSelect :model-value="who?.learner" :options="options" @update:model-value="chosen = Number($event)"
          /></label>
          <BButton class="btn-tab" :href="`/api/courses/${path.id}/tests/${path.job}/sheet.pdf`" download>The sheet, PDF</BButton>
        </div>
        <p v-if="who" role="status">
          <b>{{ who.says }}</b><template v-if="who.missing.length">
            By the standard still missing: {{ who.missing.join('; ').toLowerCase() }}.</template
          >
        </p>
        <ol class="tested">
          <li v-for="(j, i) in test.joints" :key="i" :class="stands(j.knot)">
            <div class="cloth"><KnotFigure :knot="j.knot" :drawn-up="1" /></div>
            <div>
              <h2>{{ j.name }}</h2>
              <p>
                <b>{{ j.knot_name }}</b> {{ stands(j.knot) === 'right' ? 'right on the rig' : stands(j.knot) ? 'not right yet' : '' }}
              </p>
              <ul>
                <li v-for="l in j.look" :key="l">{{ l }}</li>
              </ul>
            </div>
            <div class="do">
              <BButton class="btn-tar" @click="log(i, j, 'right')">Right</BButton>
              <BButton v-for="m in j.mistakes" :key="m.id" class="btn-tab" @click="log(i, j, { wrong: m.id })">{{ m.done }}</BButton>
              <BButton class="btn-tab" @click="log(i, j, { wrong: null })">Wrong in another way</BButton>
              <p v-if="last?.place === i && last.says && !trouble" class="test-said" role="status">
                {{ last.says }} <BButton v-if="last.id" class="btn-bare" @click="undo">Undo</BButton>
              </p>
              <p v-if="last?.place === i && trouble" class="trouble test-said" role="alert">{{ trouble }}</p>
            </div>
          </li>
        </ol>
        <p class="sub">{{ test.caution }}</p>
      </template>
    </template>
  </section>
</template>
