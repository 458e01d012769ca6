<script setup lang="ts">
// A lesson's handout: each knot drawn up and to tie from, its telltales, its usual mistake, room for notes.
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got, type KnotWords, type Schemas } from '../../api/client'
import { useHabits } from '../../app/habits'
import { byItself } from '../../app/told'
import KnotFigure from '../../rope/KnotFigure.vue'
import NotCome from '../../ui/NotCome.vue'
import '../../styles/projects.css'

const route = useRoute()
const id = computed(() => Number(route.params.lesson))
const habits = useHabits()
const otherHand = ref(false)
const turned = computed(() => otherHand.value !== (habits.settings.hand === 'left'))
const { answer: board, trouble, again } = useAsked(() => got(api.GET('/api/lessons/{id}/board', { params: { path: { id: id.value } } })))
const knots = shallowRef<KnotWords[]>([])
async function read() {
  const ids = board.value?.knots.map((k) => k.knot) ?? []
  knots.value = await Promise.all(
    ids.map((k) => got(api.GET('/api/knots/{id}', { params: { path: { id: k }, query: turned.value ? { mirrored: true } : {} } }))),
  )
}
const made = shallowRef<Schemas['ProjectView'][]>([])
async function readMade() {
  const ids = board.value?.made ?? []
  made.value = await Promise.all(ids.map((id) => got(api.GET('/api/projects/{id}', { params: { path: { id } } }))))
}
watch([board, turned], () => byItself(Promise.all([read(), readMade()])))
const print = () => window.print()
</script>

<template>
  <section class="handout">
    <NotCome what="The handout" :trouble="board ? '' : trouble" @again="again" />
    <template v-if="board">
      <header class="handout-head">
        <div>
          <h1>{{ board.course_name }}, lesson {{ board.number }}</h1>
          <p>Standard: {{ board.standard }}.</p>
        </div>
        <div class="do no-print">
          <BButton class="btn-tar" @click="print">Print</BButton>
          <BButton class="btn-tab" :href="`/api/lessons/${id}/handout.pdf?left_handed=${turned}`" download>PDF</BButton>
          <BButton class="btn-tab" :href="`/api/lessons/${id}/cards.pdf?left_handed=${turned}`" download>Cards to cut out</BButton>
          <BButton class="btn-tab" :class="{ on: otherHand }" :aria-pressed="otherHand" @click="otherHand = !otherHand"
            >For the other hand</BButton
          >
        </div>
      </header>
      <p v-if="!board.knots.length && !board.made.length">
        This lesson has no knot yet. <RouterLink :to="`/teach/${board.course}`">Give it some.</RouterLink>
      </p>
      <article v-for="k in knots" :key="k.id" class="handout-knot">
        <h2>{{ k.name }}</h2>
        <p class="cue">{{ k.cue }}</p>
        <div class="handout-figures">
          <figure>
            <KnotFigure :knot="k.id" :other-hand="otherHand" :drawn-up="1" />
            <figcaption>Drawn up</figcaption>
          </figure>
          <figure v-for="(s, i) in k.steps" :key="i">
            <KnotFigure :knot="k.id" :step="i + 1" :other-hand="otherHand" />
            <figcaption>
              <b>{{ i + 1 }}</b> {{ s.say }}
            </figcaption>
          </figure>
        </div>
        <div class="handout-words">
          <p><b>Look for</b> {{ k.telltales.join('; ') }}.</p>
          <p v-for="m in k.mistakes.slice(0, 2)" :key="m.done"><b>Not so</b> {{ m.done }}: {{ m.so }}</p>
          <p v-for="c in k.cautions" :key="c.say" class="caution"><b>Mind</b> {{ c.say }}</p>
          <p class="notes">Notes</p>
        </div>
      </article>
      <article v-for="p in made" :key="p.id" class="handout-knot">
        <h2>{{ p.name }}</h2>
        <p class="cue">{{ p.about }}</p>
        <!-- eslint-disable-next-line vue/no-v-html -- the server alone draws it -->
        <div v-if="p.svg" class="project-drawn" v-html="p.svg" />
        <div class="handout-words">
          <p v-for="c in p.plan.cords" :key="c.name">
            <b>{{ c.name }}: {{ c.length }}</b> {{ c.spans }}
          </p>
          <p>{{ p.plan.time }}</p>
          <ol>
            <li v-for="m in p.moves" :key="m">{{ m }}</li>
          </ol>
          <p v-for="l in p.lessons" :key="l"><b>It teaches</b> {{ l }}</p>
          <p>{{ p.plan.undone }}</p>
          <p class="notes">Notes</p>
        </div>
      </article>
      <p class="sub">
        This says what was shown on this day. It certifies nobody for work at height, rescue or lifting: that is for licensed bodies and
        your own local rules.
      </p>
    </template>
  </section>
</template>
