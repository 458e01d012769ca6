<script setup lang="ts">
// One lashing by itself: what it is for, its moves, what to look for, what goes wrong.
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAsked } from '../../api/asked'
import { api, got } from '../../api/client'
import { useHabits } from '../../app/habits'
import KnotFigure from '../../rope/KnotFigure.vue'
import LashingPlayer from './LashingPlayer.vue'

const route = useRoute()
const habits = useHabits()
const id = computed(() => String(route.params.id))
const mirrored = computed(() => habits.settings.hand === 'left')
const {
  answer: told,
  trouble,
  again,
} = useAsked(() =>
  got(api.GET('/api/lashings/{id}', { params: { path: { id: id.value }, query: { mirrored: mirrored.value || undefined } } })),
)
const { answer: all } = useAsked(() => got(api.GET('/api/lashings')))
watch([id, mirrored], again)
</script>

<template>
  <section v-if="trouble" class="page">
    <h1>{{ trouble }}</h1>
    <p class="mt-3"><RouterLink to="/knots">All knots and lashings</RouterLink></p>
  </section>
  <section v-else-if="told" class="page lashing-page">
    <div class="page-head">
      <h1>{{ told.name }}</h1>
      <div class="page-links">
        <RouterLink to="/lashings">Which lashing?</RouterLink><RouterLink to="/knots">All knots</RouterLink
        ><RouterLink to="/rig/poles">Build with it</RouterLink>
      </div>
    </div>
    <p class="lead-say">{{ told.say }}</p>
    <div class="lashing-cols">
      <LashingPlayer :lashing="id" />
      <aside>
        <h2>Look for</h2>
        <ul>
          <li v-for="l in told.look" :key="l">{{ l }}</li>
        </ul>
        <h2>What goes wrong</h2>
        <dl>
          <template v-for="[what, then] in told.wrong" :key="what"
            ><dt>{{ what }}</dt>
            <dd>{{ then }}</dd></template
          >
        </dl>
        <h2 v-if="told.tighten.length">Draw it tighter</h2>
        <template v-for="t in told.tighten" :key="t.name">
          <h3>{{ t.name }}</h3>
          <RouterLink v-if="t.knot" :to="`/knots/${t.knot}`" aria-label="Its hitch, tied step by step"
            ><KnotFigure class="tighter cloth" :knot="t.knot" :drawn-up="1"
          /></RouterLink>
          <KnotFigure v-else class="tighter cloth" from="/api/windlass.svg" />
          <ol>
            <li v-for="m in t.moves" :key="m">{{ m }}</li>
          </ol>
          <p>{{ t.says }}</p>
          <p class="sub"><b>Mind</b> {{ t.mind }}</p>
        </template>
        <p v-if="told.also.length" class="sub">Also called {{ told.also.join(', ') }}.</p>
        <h2>Others</h2>
        <ul class="plain">
          <li v-for="l in all?.filter((x) => x.id !== id) ?? []" :key="l.id">
            <RouterLink :to="`/lashings/${l.id}`">{{ l.name }}</RouterLink> <span class="sub">for poles that {{ l.meet }}</span>
          </li>
        </ul>
      </aside>
    </div>
  </section>
</template>
