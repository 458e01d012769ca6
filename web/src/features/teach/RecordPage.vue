<script setup lang="ts">
// After the class: how far each learner has tied each knot, which step loses people, what to begin with next.
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got, type Schemas } from '../../api/client'
import { byItself } from '../../app/told'
import { listed } from '../../ui/listed'
import NotCome from '../../ui/NotCome.vue'
import LearnerCord from './LearnerCord.vue'
import TakeIn from '../../ui/TakeIn.vue'
import { useTeaching } from './teaching'

const route = useRoute()
const teaching = useTeaching()
const id = computed(() => Number(route.params.course))
const { answer: record, trouble, again } = useAsked(() => got(api.GET('/api/courses/{id}/record', { params: { path: { id: id.value } } })))
const { answer: course } = useAsked(() => got(api.GET('/api/courses/{id}', { params: { path: { id: id.value } } })))
watch(course, (c) => c && teaching.take(c))
watch(id, () => byItself(again()))
const opened = ref<string>()
const lost = (k: Schemas['RecordKnot']) => k.wrong_by_move.reduce((sum, n) => sum + n, 0)
const shown = computed(
  () => record.value?.knots.find((k) => k.knot === opened.value) ?? [...(record.value?.knots ?? [])].sort((a, b) => lost(b) - lost(a))[0],
)
async function takeIn(lines: string) {
  const taken = await got(api.POST('/api/courses/{id}/tries', { params: { path: { id: id.value } }, body: { lines } }))
  await again()
  return taken.says
}
const time = (k: Schemas['RecordKnot']) =>
  k.taken ? `${Math.round(k.taken)} min, ${Math.round(k.planned)} planned` : `${Math.round(k.planned)} min planned`
</script>

<template>
  <section class="record">
    <NotCome what="The record" :trouble="record ? '' : trouble" @again="again" />
    <template v-if="record">
      <div class="record-class">
        <h1>{{ record.course_name }}: who can tie what</h1>
        <p class="record-next">{{ record.next }}</p>
        <div
          v-if="record.knots.length && record.learners.length"
          class="record-scroll"
          tabindex="0"
          role="region"
          aria-label="Learners and knots">
          <table>
            <thead>
              <tr>
                <th scope="col">Learner</th>
                <th v-for="k in record.knots" :key="k.knot" scope="col" :class="{ on: k.knot === shown?.knot }">
                  <button @click="opened = k.knot">{{ k.name }}</button>
                </th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="l in record.learners" :key="l.learner">
                <th scope="row">
                  <RouterLink :to="`/learners/${l.learner}`">{{ l.name }}</RouterLink>
                </th>
                <td v-for="c in l.knots" :key="c.knot" :class="c.holds">
                  <LearnerCord
                    :run="c.run"
                    :of="c.of"
                    :whole="c.holds === 'taut'"
                    :sags="c.holds === 'sags' || c.holds === 'lapsed'"
                    :thin="c.holds === 'coming'" />
                  <span class="visually-hidden">{{ c.holds === 'partly' ? `${c.run} of ${c.of}` : c.holds }}</span>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <p v-else>Nothing was tied yet. Run a lesson, and what is logged there is drawn here.</p>
        <p class="sub">Whole: the standard is met. Sagging: due again. Whippings: right in a row.</p>
        <template v-if="record.held.length">
          <h2>Shown when</h2>
          <dl class="record-held">
            <template v-for="h in record.held" :key="h.lesson">
              <dt>Lesson {{ h.lesson }}, {{ h.day }}</dt>
              <dd>
                {{ listed(h.knots) }}<template v-if="h.made.length">. Made of cord: {{ listed(h.made) }}</template>
              </dd>
            </template>
          </dl>
        </template>
        <p class="sub">{{ record.caution }}</p>
        <div class="do">
          <BButton class="btn-tab" :href="`/api/courses/${id}/record.xlsx`" download="record.xlsx">As a workbook</BButton>
          <BButton class="btn-tab" :href="`/api/courses/${id}/record.csv`" download="record.csv">All tries as CSV</BButton>
        </div>
        <TakeIn
          what="Take tries in from another log"
          hint="The names of the columns first, such as learner, knot, at, result, seconds; then a line a try. One that is here already is left out."
          :take="takeIn" />
      </div>
      <aside v-if="shown" class="record-side">
        <h2>{{ shown.name }}</h2>
        <p class="sub">Lesson {{ shown.lesson }}: {{ shown.right }} of {{ shown.tries }} tries right; {{ time(shown) }}.</p>
        <h3>Which move loses people</h3>
        <ol class="lost-strip">
          <li v-for="(m, i) in shown.moves" :key="i" :class="{ lost: shown.wrong_by_move[i] }">
            <i class="cord-laid" :style="{ '--lost': shown.wrong_by_move[i] }" />
            <b>{{ m }}</b>
            <span>{{ shown.wrong_by_move[i] ? `${shown.wrong_by_move[i]} wrong` : 'none' }}</span>
          </li>
        </ol>
        <ul v-if="shown.slips.length" class="slips">
          <li v-for="s in shown.slips" :key="s.says">
            <b>{{ s.who === 1 ? 'One learner' : `${s.who} learners` }}</b>: {{ s.says
            }}<template v-if="s.step"> (move {{ s.step }})</template>
          </li>
        </ul>
        <p v-if="shown.ways.length">
          By the way it was tied:
          <template v-for="(w, i) in shown.ways" :key="w.way ?? ''"
            ><template v-if="i">; </template>{{ (w.way ?? 'along the rope').toLowerCase() }} {{ w.right }} of {{ w.tries }} right</template
          >.
        </p>
        <p v-if="!shown.slips.length">No mistake was logged.</p>
        <div class="do"><BButton class="btn-tar" :to="`/knots/${shown.knot}`">Its moves</BButton></div>
      </aside>
    </template>
  </section>
</template>
